import { angle, length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each } from '../../fields/colours';
import type { Term } from '../../fields/field';
import { X, Y, add, multiply, power, sine, subtract } from '../../fields/field';
import { gradedLight } from '../grade/graded';

export const scanLines = defineStep({
  kind: 'finish.scan-lines',
  label: 'Scan lines',
  help: 'The lines of an old screen: bright ones with dark gaps, by scene px.',
  parameters: {
    apart: {
      ...length('Spacing', 6, { min: 1, max: 400, slider: [2, 40] }),
      help: 'From one line to the next.',
      step: 0.5,
    },
    strength: { ...percent('Strength', 50), help: 'How dark it is between the lines.' },
    sharp: { ...percent('Sharpness', 30), help: 'From soft waves to thin dark lines.' },
    angle: angle('Angle', 0, { help: 'How the lines are turned; level at 0.' }),
    phase: { ...percent('Phase', 0), help: 'By a share of the way from line to line.' },
  },
  margin: () => 0,
  keepsShape: true,
  seesPlace: true,
  /** Light times 1 − strength · ((1 − cos) / 2)ᵏ; where a line is finer than two px it is as bright as its mean. */
  apply: (input, v, context) => {
    const { scale, scene } = context;
    const turn = (v.angle * Math.PI) / 180;
    const px = 1 / (v.apart * scale);
    const back = [px, 0, 0, px, -scene.x0 * px, -scene.y0 * px] as const;
    const down = subtract(multiply(Math.cos(turn), Y), multiply(Math.sin(turn), X));
    const k = 1 + (7 * v.sharp) / 100;
    // A px sees the mean of what lies across it: at three places, by their weights (Gauss and Legendre).
    const at = (shift: number): Term => {
      const wave = multiply(0.5, subtract(1, sine(add(down, 0.25 + v.phase / 100 + shift * px))));
      return k === 1 ? wave : power(wave, k);
    };
    const wave = add(multiply(4 / 9, at(0)), multiply(5 / 18, add(at(-0.3873), at(0.3873))));
    const seen = Math.min(1, Math.max(0, 2 - 2 * px));
    // The mean of ((1 − cos) / 2)ᵏ over a line is Γ(k + ½) / (√π · Γ(k + 1)), within 2 % by this.
    const mean = 1 / Math.sqrt(Math.PI * (k + 0.25 + 0.03 / k));
    const dark = add(mean * (1 - seen), multiply(seen, wave));
    const gain = subtract(1, multiply(v.strength / 100, dark));
    return gradedLight(input, context, (light) => each(light, (c) => multiply(c, gain)), { back });
  },
});
