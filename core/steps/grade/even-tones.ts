import type { StepContext } from '../../definitions/step';
import { each, encodedColour, lumaOf } from '../../fields/colours';
import type { Term } from '../../fields/field';
import { add, max, multiply, subtract } from '../../fields/field';
import { baseOf, evenBase, evenMargin } from '../../kernels/even-base';
import type { ColourBuffer } from '../../pixels/buffer';
import { crop } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { grow, intersect } from '../../pixels/region';
import { gradedEncoded } from './graded';

/**
 * The tones of a picture parted into a base that is even within edges (σ px of the render; tones that differ by less than `even` are
 * those of one thing) and the detail upon it: each colour is lifted by what `lift` makes of its detail.
 */
export const liftedDetail = (
  input: ColourBuffer,
  context: StepContext,
  { sigma, even }: { sigma: number; even: number },
  lift: (detail: Term) => Term,
): ColourBuffer =>
  scoped(() => {
    const { mixing, wanted } = context;
    const near = crop(input, intersect(input.region, grow(wanted, evenMargin(sigma))));
    const other = evenBase(near, sigma, even ** 2, lumaOf(encodedColour(mixing)), wanted);
    return gradedEncoded(
      input,
      context,
      (colour) => {
        const tone = lumaOf(colour);
        const more = lift(subtract(tone, baseOf(tone)));
        return each(colour, (v) => max(0, add(v, more)));
      },
      { other },
    );
  });

/** The lift that strengthens detail by a share, 0 for none. */
export const strengthened =
  (share: number) =>
  (detail: Term): Term =>
    multiply(share, detail);
