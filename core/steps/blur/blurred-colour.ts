import type { Triple } from '../../fields/colours';
import { each } from '../../fields/colours';
import { OTHER, divide, encoded, max } from '../../fields/field';
import type { Mixing } from '../../pixels/colour';

/** The straight, encoded colour of a px of a blurred buffer that a program reads as `OTHER`. */
export function blurredColour(mixing: Mixing): Triple {
  const straight: Triple = each([OTHER[0], OTHER[1], OTHER[2]], (v) =>
    divide(v, max(1e-6, OTHER[3])),
  );
  return mixing === 'light' ? each(straight, encoded) : straight;
}
