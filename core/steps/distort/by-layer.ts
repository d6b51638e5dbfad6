import { length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { compile } from '../../fields/compile';
import { PLANE, multiply, subtract } from '../../fields/field';
import { IDENTITY, regionAround } from '../../geometry/affine';
import { distortedBy, extended, waysUphill } from '../../kernels/distort';
import { fieldColours } from '../../kernels/field';
import { colourBuffer, crop } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { EMPTY, grow, intersect, isEmpty } from '../../pixels/region';
import { tonesSeen } from '../tones-seen';
import { beyond, distortMargin, isCarriedFar } from './distorted';

const reach = { min: -400, max: 400, slider: [-100, 100] } as const;

/** How far pixels are carried at most, px of lengths. The steepest slope of tones that are softened by σ px is 1 / (σ·√2π). */
const reachOf = (v: {
  way: string;
  across: number;
  down: number;
  strength: number;
  soften: number;
}): number =>
  v.way === 'tones'
    ? Math.max(Math.abs(v.across), Math.abs(v.down))
    : (Math.abs(v.strength) / Math.max(1, v.soften)) * STEEP;
const STEEP = 2 / Math.sqrt(2 * Math.PI);

export const displaceByLayer = defineStep({
  kind: 'distort.by-layer',
  label: 'Displace by a layer',
  help: 'Carries pixels as another layer, or what lies beneath, is light or dark: a sign on a wrinkled wall, a view through waved glass.',
  parameters: {
    of: {
      kind: 'layer',
      label: 'Layer',
      help: 'The layer whose tones push the picture about.',
      default: '',
    },
    way: {
      kind: 'choice',
      label: 'Direction',
      help: 'By its tones: light one way, dark the other; along its slope: as a lens of that shape would, uphill.',
      options: [
        { value: 'tones', label: 'by its tones' },
        { value: 'slope', label: 'along its slope' },
      ],
      default: 'tones',
    },
    across: {
      ...length('Amount X', 20, reach),
      help: 'How far a full tone pushes to the right.',
      needs: { way: ['tones'] },
    },
    down: {
      ...length('Amount Y', 20, reach),
      help: 'How far a full tone pushes down.',
      needs: { way: ['tones'] },
    },
    grey: {
      ...percent('Neutral tone', 50),
      help: 'The tone that carries nothing.',
      needs: { way: ['tones'] },
    },
    strength: {
      ...length('Strength', 300, { min: -5000, max: 5000, slider: [-1000, 1000] }),
      help: 'How thick the glass is between black and white.',
      needs: { way: ['slope'] },
    },
    soften: {
      ...length('Soften', 3, { max: 200, slider: [0, 40] }),
      help: 'Blurs those tones first, so that no fine detail tears the picture.',
      step: 0.5,
    },
    beyond,
  },
  example: { across: 40, down: 40 },
  seesPlace: true,
  reachesAll: isCarriedFar,
  margin: (v, scale) => distortMargin(reachOf(v), scale),
  apply: (input, v, { scale, mixing, wanted: asked, scene, seen }) =>
    scoped(() => {
      const far = distortMargin(reachOf(v), scale);
      const wanted = v.beyond === 'as-is' ? intersect(asked, grow(input.region, far)) : asked;
      const by = seen('of');
      if (isEmpty(wanted)) return colourBuffer(EMPTY);
      if (!by) return crop(input, wanted);
      const region = grow(wanted, 1);
      const about = grow(region, v.way === 'slope' ? 1 : 0);
      // Tones are at least as soft as a px, or noise would tear what is carried.
      const soften = Math.max(v.way === 'slope' ? scale : 0, v.soften * scale);
      const tones = tonesSeen(by, about, mixing, { soften, absent: v.grey / 100 });
      const shift = (by: number) => multiply(by * scale, subtract(PLANE, v.grey / 100));
      const ways =
        v.way === 'slope'
          ? waysUphill(tones, region, v.strength * scale * scale)
          : fieldColours(
              compile([shift(-2 * v.across), shift(-2 * v.down), NaN, NaN]),
              IDENTITY,
              region,
              tones,
            );
      const frame = regionAround(scene, 0);
      const pixels =
        v.beyond === 'as-is' || isEmpty(frame)
          ? input
          : extended(input, frame, grow(frame, far), v.beyond);
      return distortedBy(pixels, ways, wanted);
    }),
});
