import * as v from 'valibot';
import type { MaskShapeDefinition } from '../definitions/mask';
import { apply, invert } from '../geometry/affine';
import { unwritten } from '../pixels/buffer';

const coordinate = v.pipe(v.number(), v.finite(), v.minValue(-1e6), v.maxValue(1e6));

export const fadeSchema = v.strictObject({
  kind: v.literal('fade'),
  /** Along a line, or round a point. */
  radial: v.boolean(),
  /** Where all shows, and where nothing does, the mask's own px. */
  x0: coordinate,
  y0: coordinate,
  x1: coordinate,
  y1: coordinate,
});

export type FadeShape = v.InferOutput<typeof fadeSchema>;

export const fade: MaskShapeDefinition<FadeShape> = {
  kind: 'fade',
  label: 'Fade',
  help: 'From all to nothing, along a line or round a point.',
  schema: fadeSchema,
  assets: () => [],
  render(s, { map, wanted }) {
    const out = unwritten(wanted, 1);
    const back = invert(map);
    const dx = s.x1 - s.x0;
    const dy = s.y1 - s.y0;
    const square = dx * dx + dy * dy;
    if (!back || square === 0) {
      out.data.fill(1);
      return out;
    }
    const length = Math.sqrt(square);
    for (let y = 0, i = 0; y < wanted.height; y++) {
      // Along a row the place in the mask moves evenly.
      const first = apply(back, { x: wanted.x + 0.5, y: wanted.y + y + 0.5 });
      for (let x = 0; x < wanted.width; x++, i++) {
        const px = first.x + back[0] * x - s.x0;
        const py = first.y + back[1] * x - s.y0;
        const t = s.radial ? Math.sqrt(px * px + py * py) / length : (px * dx + py * dy) / square;
        const u = t < 0 ? 0 : t > 1 ? 1 : t;
        // Smooth at both ends, so that no line shows where it begins.
        out.data[i] = 1 - u * u * (3 - 2 * u);
      }
    }
    return out;
  },
};
