import { boxPath } from '../geometry/box-paths';
import type { Box } from '../geometry/affine';
import { newLineOf } from '../scene/model/make';
import type { LayerOf } from '../scene/model/traits';
import { newPass } from '../sources/pass';

/** A line that goes round a box and is filled, in one colour. */
export const filledBox = (
  id: string,
  box: Box,
  colour = '#ffffff',
  intensity = 0,
): LayerOf<'line'> => ({
  ...newLineOf(id, {
    light: colour,
    shape: { kind: 'path', paths: [boxPath(box)] },
    passes: [newPass('p', '', { draws: 'inside', colour, intensity })],
  }),
  id,
});
