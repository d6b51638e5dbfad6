import { COVERAGE, fromLight, lightColour } from '../../fields/colours';
import { compile } from '../../fields/compile';
import type { Term } from '../../fields/field';
import { COLOUR, multiply } from '../../fields/field';
import type { Triple } from '../../fields/colours';
import { gradedColours, numbersOf } from '../../kernels/field';
import type { ColourBuffer } from '../../pixels/buffer';
import type { Mixing } from '../../pixels/colour';
import { scoped } from '../../pixels/heap';

/**
 * What a blur makes of pixels in linear light, as a lens blurs: colours go over to light, changed if asked, and back. `blur` gets
 * premultiplied light and may give any region.
 */
export const inLight = (
  input: ColourBuffer,
  mixing: Mixing,
  blur: (light: ColourBuffer) => ColourBuffer,
  change?: (light: Triple) => Triple,
): ColourBuffer =>
  scoped(() => {
    if (mixing === 'light' && !change) return blur(input);
    const light = lightColour(mixing);
    const own = change ? change(light) : light;
    const terms: Term[] = [...own.map((v) => multiply(v, COVERAGE)), COVERAGE];
    const made = blur(numbersOf(compile(terms), input, input.region));
    if (mixing === 'light') return made;
    const back = fromLight([COLOUR[0], COLOUR[1], COLOUR[2]], mixing);
    return gradedColours(compile([...back, COVERAGE]), made, made.region);
  });
