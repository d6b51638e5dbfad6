import { length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { blurMargin, gaussianBlur } from '../../kernels/blur';
import { lookUp, times } from '../../kernels/planes';
import { alphaOf, copied, level, masked, mix, unwrapped } from '../../kernels/rows';
import { crop } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { grow, intersect } from '../../pixels/region';

/** The table of what of a mask is surely the subject's own: nothing below nine tenths. */
const SURE = Float32Array.from({ length: 101 }, (_, i) => Math.max(0, (i - 90) / 10));
/** The table of what has anything at all. */
const ANY = Float32Array.from({ length: 1001 }, (_, i) => Math.min(1, i / 4));

/** Along the edge of the layer's mask, colours are those of the subject right within it (a normalised blur). */
export const fringe = defineStep({
  kind: 'grade.fringe',
  label: 'Clean the fringe',
  help: 'Along the edge of its mask the layer loses the colours of the background it was cut from.',
  parameters: {
    reach: {
      ...length('Reach', 8, { min: 1, max: 200, slider: [1, 40] }),
      help: 'How far in from the edge the old background is looked for.',
    },
    amount: {
      ...percent('Amount', 100),
      help: 'How much of the old background’s colour is taken away.',
    },
  },
  margin: ({ reach }, scale) => blurMargin((reach * scale) / 2),
  keepsShape: true,
  seesMask: true,
  apply(input, { reach, amount }, { wanted, scale, mask }) {
    const sigma = (reach * scale) / 2;
    const part = intersect(input.region, wanted);
    const far = grow(part, blurMargin(sigma));
    return scoped(() => {
      const out = copied(crop(input, part));
      const shown = mask(far);
      if (!shown) return out;
      const sure = copied(shown);
      lookUp(sure, SURE);
      const within = crop(gaussianBlur(masked(crop(input, far), sure), sigma, part), part);
      const colours = masked(unwrapped(within, 1), alphaOf(out));
      const share = copied(crop(sure, part));
      level(share, -1, 1);
      const there = alphaOf(within);
      lookUp(there, ANY);
      times(share, there);
      mix(out, colours, amount / 100, share);
      return out;
    });
  },
});
