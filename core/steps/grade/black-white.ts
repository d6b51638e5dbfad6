import type { NumberParameter } from '../../definitions/parameter';
import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import type { Term } from '../../fields/field';
import { add, max, min, multiply, subtract } from '../../fields/field';
import { rgb } from '../../pixels/colour';
import { gradedEncoded } from './graded';

const share = (label: string, value: number): NumberParameter => ({
  ...percent(label, value, -200, 300),
  slider: [-100, 200],
});

export const blackWhite = defineStep({
  kind: 'grade.black-white',
  label: 'Black and white',
  help: 'A grey picture in which each hue has a brightness of its own; toned by a colour if asked.',
  parameters: {
    reds: { ...share('Reds', 40), help: 'How bright reds become as grey.' },
    yellows: { ...share('Yellows', 60), help: 'How bright yellows become as grey.' },
    greens: { ...share('Greens', 40), help: 'How bright greens become as grey.' },
    cyans: { ...share('Cyans', 60), help: 'How bright cyans become as grey.' },
    blues: {
      ...share('Blues', 20),
      help: 'How bright blues become as grey: lower it for a dark sky.',
    },
    magentas: { ...share('Magentas', 80), help: 'How bright magentas become as grey.' },
    tone: {
      kind: 'colour',
      label: 'Tint',
      help: 'The colour that greys lean towards, as in toned prints.',
      default: '#c9a06a',
    },
    toned: { ...percent('Tint amount', 0), help: 'How much of the tint there is.' },
  },
  margin: () => 0,
  keepsShape: true,
  /**
   * An encoded colour is grey (its least channel), a mixed colour (what the middle channel has more) and a pure one (what the greatest
   * has more still); each of these counts by the share of its hue.
   */
  apply: (input, v, context) => {
    const tone = rgb(v.tone);
    const most = Math.max(...tone, 1e-3);
    return gradedEncoded(input, context, ([r, g, b]) => {
      const low = min(r, min(g, b));
      // What one channel has above both others, and what two have above the third.
      const pure = (one: Term, two: Term, three: Term) => max(0, subtract(one, max(two, three)));
      const both = (one: Term, two: Term, three: Term) => max(0, subtract(min(one, two), three));
      const grey = max(
        0,
        add(
          low,
          multiply(v.reds / 100, pure(r, g, b)),
          multiply(v.greens / 100, pure(g, b, r)),
          multiply(v.blues / 100, pure(b, r, g)),
          multiply(v.yellows / 100, both(r, g, b)),
          multiply(v.cyans / 100, both(g, b, r)),
          multiply(v.magentas / 100, both(b, r, g)),
        ),
      );
      const share = v.toned / 100;
      return [0, 1, 2].map((i) => multiply(grey, 1 - share + (share * tone[i]!) / most)) as [
        Term,
        Term,
        Term,
      ];
    });
  },
});
