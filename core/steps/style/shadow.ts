import { blendParameter } from '../../blend/parameter';
import { length, percent } from '../../definitions/number-parameters';
import { blurring, tailParameters } from '../../definitions/blurring';
import { defineStyle } from '../../definitions/step';
import { curveTable } from '../../geometry/curve';
import { lookUp, shifted } from '../../kernels/planes';
import { oneColour } from '../../paint/paint';
import { falloff, lampOf, lampParameters, lengths, opacity } from './parameters';
import { inverse, seenFrom, softSpread, spreadMargin, spreadOf } from './soft';
import { scoped } from '../../pixels/heap';
import { grow } from '../../pixels/region';
import { copied } from '../../kernels/rows';

/** The shadow that a shape throws on what lies behind it, or into itself. */
export const shadow = defineStyle({
  kind: 'style.shadow',
  label: 'Shadow',
  help: 'The shadow that the shape casts on what lies behind it; inside, that of its edge on the shape itself.',
  first: ['distance', 'reach', 'opacity'],
  parameters: {
    way: {
      kind: 'choice',
      label: 'Position',
      help: 'Whether the layer throws a shadow behind itself, or lies deeper than what is round it.',
      options: [
        { value: 'cast', label: 'Behind' },
        { value: 'inset', label: 'Inside' },
      ],
      default: 'cast',
    },
    distance: length('Distance', 12, {
      help: 'How far from the layer its shadow falls.',
      max: 5000,
      slider: [0, 120],
    }),
    ...lampParameters,
    reach: length('Reach', 16, {
      help: 'How soft the edge of the shadow is.',
      max: 2000,
      slider: [0, 160],
    }),
    core: {
      ...percent('Core', 0),
      help: 'How much of that way has the full shade before it begins to fade.',
    },
    blurring,
    ...tailParameters({ blurring: ['halo'] }),
    falloff,
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the shadow.',
      default: '#000000',
    },
    hidden: {
      kind: 'switch',
      label: 'Not beneath',
      help: 'Left out where the body stands, even if that is not shown.',
      default: true,
      needs: { way: ['cast'] },
    },
    blend: blendParameter('Blend', 'multiply'),
    opacity: { ...opacity(70), help: 'How dark the shadow is.' },
    lengths,
  },
  margin: (v, scale) =>
    spreadMargin(spreadOf(v, scale, v.blurring === 'halo'), true) +
    Math.ceil(v.distance * scale) +
    1,
  pieces: (v) => [
    {
      lands: v.way === 'cast' ? 'beneath' : 'within',
      hidden: v.hidden,
      blend: v.blend,
      opacity: v.opacity / 100,
      draw(shape, { scale, wanted, mixing, lamp }) {
        const spread = spreadOf(v, scale, v.blurring === 'halo');
        const away = (lampOf(v, lamp).angle * Math.PI) / 180 + Math.PI;
        // What differs from whole px by rounding alone is not worth resampling.
        const whole = (n: number) => (Math.abs(n - Math.round(n)) < 1e-3 ? Math.round(n) : n);
        const dx = whole(Math.cos(away) * v.distance * scale);
        const dy = whole(Math.sin(away) * v.distance * scale);
        const need = seenFrom(wanted, dx, dy);
        return scoped(() => {
          const offsetShape =
            v.way === 'cast' ? shape : inverse(shape, grow(need, spreadMargin(spread, true)));
          const dark = copied(shifted(softSpread(offsetShape, spread, need), dx, dy, wanted));
          lookUp(dark, curveTable(v.falloff));
          return oneColour(dark, v.colour, mixing);
        });
      },
    },
  ],
});
