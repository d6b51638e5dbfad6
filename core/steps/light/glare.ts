import { haloOf, tailFalls } from '../../definitions/blurring';
import { length, percent } from '../../definitions/parameter';
import { defineStep } from '../../definitions/step';
import { layScattered, tooBright } from '../../kernels/glare';
import type { Part } from '../../kernels/halo';
import { blurredByParts, haloParts, marginOfParts } from '../../kernels/halo';
import { copied } from '../../kernels/rows';
import { crop } from '../../pixels/buffer';
import { rgb } from '../../pixels/colour';
import { scoped } from '../../pixels/heap';
import { grow, intersect } from '../../pixels/region';

/** The Gaussians of a glare, the finest first: those of its bloom, and one for its veil, which goes as far as the tail. */
function partsOf(
  { size, tail, tailReach, veil }: { size: number; tail: number; tailReach: number; veil: number },
  scale: number,
): Part[] {
  const bloom = haloParts(haloOf(size * scale, { tail, tailReach }, scale)).map((p) => ({
    ...p,
    weight: p.weight * (1 - veil / 100),
  }));
  const wide = {
    sigma: Math.max((tailReach * scale) / 2, bloom.at(-1)!.sigma),
    weight: veil / 100,
  };
  return veil > 0 ? [...bloom, wide] : bloom;
}

const { tail, tailReach } = tailFalls(1.4, 240);

/** Light that scatters in an eye or a lens. */
export const glare = defineStep({
  kind: 'light.glare',
  label: 'Glare',
  help: 'What is brighter than the screen can show scatters, as in an eye or a lens: it is spread, and none is added.',
  parameters: {
    threshold: {
      kind: 'number',
      label: 'Beyond',
      help: 'Only what is brighter scatters, stops: 0 is white.',
      unit: 'stops',
      min: -6,
      max: 8,
      slider: [-3, 4],
      step: 0.1,
      default: 0,
    },
    amount: { ...percent('Scatters', 35), help: 'How much of it scatters.' },
    size: {
      ...length('Bloom', 6, { min: 0.5, max: 500, slider: [0.5, 60] }),
      unit: 'σ px',
      help: 'How wide the core of what scatters is.',
      step: 0.5,
    },
    tail,
    tailReach: { ...tailReach, max: 2000, slider: [1, 800] },
    veil: { ...percent('Veil', 10), help: 'How much of it lies evenly over all, as in mist.' },
    tint: { kind: 'colour', label: 'Tint', default: '#ffffff' },
  },
  margin: (values, scale) => marginOfParts(partsOf(values, scale)),
  apply(input, values, { scale, wanted, mixing }) {
    const { threshold, amount, tint } = values;
    const parts = partsOf(values, scale);
    const region = intersect(grow(input.region, marginOfParts(parts)), wanted);
    return scoped(() => {
      const bright = tooBright(input, mixing, 2 ** threshold);
      const scattered = blurredByParts(bright, parts, region);
      const out = copied(crop(input, region));
      const share = amount / 100;
      layScattered(
        out,
        crop(bright, region),
        crop(scattered, region),
        mixing,
        share,
        rgb(tint, 'light'),
      );
      return out;
    });
  },
});
