import { length } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { compile } from '../../fields/compile';
import { X, Y } from '../../fields/field';
import { invert, meanScale, multiply, scaling } from '../../geometry/affine';
import { fieldPlanes } from '../../kernels/field';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer, crop, unwritten } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { EMPTY, grow, intersect, isEmpty } from '../../pixels/region';
import { tileColours } from './tile-colours';
import { squares } from './tiles';

const side = { min: 1, max: 512, slider: [2, 200] } as const;

/** A picture in blocks, each in the mean colour of what it covers. */
export const pixelate = defineStep({
  kind: 'surface.pixelate',
  label: 'Pixelate',
  help: 'Breaks a picture into blocks, each in the mean colour of what it covers.',
  parameters: {
    width: { ...length('Block width', 24, side), help: 'How wide a block is.' },
    height: { ...length('Block height', 24, side), help: 'How high a block is.' },
  },
  seesPlace: true,
  margin: ({ width, height }, scale) => Math.ceil(1.5 * Math.max(width, height) * scale) + 2,
  apply: (input, { width, height }, { map, scale, wanted: asked }) =>
    scoped(() => {
      const reach = Math.ceil(1.5 * Math.max(width, height) * scale) + 1;
      const wanted = intersect(asked, grow(input.region, reach));
      const unit = scale / (meanScale(map) || 1);
      const back = invert(multiply(map, scaling(height * unit)));
      if (!back || isEmpty(wanted)) return colourBuffer(EMPTY);
      const near = grow(wanted, reach);
      const { column, row } = squares(X, Y, width / height);
      const planes = fieldPlanes(compile([column, row]), back, near);
      const pixels = crop(input, near);
      const { sums, sizes, tiles } = tileColours(pixels, planes[0]!, planes[1]!);
      const out: ColourBuffer = unwritten(wanted, 4);
      for (let y = 0, p = 0; y < wanted.height; y++) {
        let i = (wanted.y + y - near.y) * near.width + wanted.x - near.x;
        for (let x = 0; x < wanted.width; x++, i++, p += 4) {
          const tile = tiles[i]!;
          for (let c = 0; c < 4; c++) out.data[p + c] = sums[4 * tile + c]! / sizes[tile]!;
        }
      }
      return out;
    }),
});
