import { count, percent, seed } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each } from '../../fields/colours';
import type { Term } from '../../fields/field';
import {
  X,
  Y,
  add,
  fractalNoise,
  less,
  max,
  mix,
  multiply,
  scattered,
  subtract,
} from '../../fields/field';
import { gradedEncoded } from '../grade/graded';

/** How far apart things of a kind are at a size of 1, px of the scene: up to three of them a square of that side. */
const SPECKS = 56;
const HAIRS = 190;
const SCRATCHES = 60;
/** Scratches are drawn out by so much: what bends strokes hardly bends them. */
const DRAWN_OUT = 11;
/** How wide hairs and scratches are at a size of 1, px of the scene. */
const FINE = 1.1;
/** How far noise bends hairs, and how large its bends are, shares of `HAIRS`. */
const BENT = 0.5;
const BENDS = 0.55;

export const dust = defineStep({
  kind: 'finish.dust',
  label: 'Dust and scratches',
  help: 'What lay on the film: specks, bent hairs, and fine scratches from top to bottom, by scene px.',
  parameters: {
    specks: { ...percent('Specks', 40), help: 'How many specks of dust there are.' },
    hairs: { ...percent('Hairs', 15), help: 'How many hairs there are.' },
    scratches: { ...percent('Scratches', 10), help: 'How many scratches there are.' },
    size: {
      ...count('Size', 1, { min: 0.3, max: 10, slider: [0.3, 4] }),
      step: 0.1,
      help: 'How large all of it is: 1 is right for a picture of 1,500 px.',
    },
    light: { ...percent('Light share', 70), help: 'How many are light; the others are dark.' },
    strength: { ...percent('Strength', 60), help: 'How dense they are.' },
    seed: seed(),
  },
  margin: () => 0,
  keepsShape: true,
  seesPlace: true,
  /** Encoded tones go towards white or black where anything lies. */
  apply: (input, v, context) => {
    const { scale, scene } = context;
    const unit = v.size * scale;
    const number = Math.round(v.seed);
    // Places are px of a size of 1 from the corner of the scene; `px` is how large a px of the render is there.
    const px = 1 / unit;
    const back = [px, 0, 0, px, -scene.x0 * px, -scene.y0 * px] as const;
    /** Strokes of a width, one or more of them a square of `side`, at places of their own. */
    const strokes = (
      x: Term,
      y: Term,
      side: number,
      more: { seed: number; density: number; small: number; large: number },
      way: { spread?: number; turn?: number },
    ) =>
      scattered(x, y, {
        ...{ kind: 'strokes', px: px / side, width: FINE / side },
        ...more,
        ...way,
      });
    const specks = scattered(multiply(X, 1 / SPECKS), multiply(Y, 1 / SPECKS), {
      ...{ kind: 'discs', seed: number, density: (0.3 * v.specks) / 100 },
      ...{ small: 0.6 / SPECKS, large: 2.2 / SPECKS, px: px / SPECKS },
    });
    const bend = (place: Term, own: number) => {
      const side = HAIRS * BENDS;
      const at = { seed: number + own, px: px / side, count: 2 };
      const noise = fractalNoise(multiply(X, 1 / side), multiply(Y, 1 / side), at);
      return add(multiply(place, 1 / HAIRS), multiply(BENT, subtract(noise, 0.5)));
    };
    const hairs = strokes(
      bend(X, 31),
      bend(Y, 32),
      HAIRS,
      { seed: number + 7, density: (0.35 * v.hairs) / 100, small: 0.06, large: 0.45 },
      {},
    );
    const scratches = strokes(
      multiply(X, 1 / SCRATCHES),
      multiply(Y, 1 / (SCRATCHES * DRAWN_OUT)),
      SCRATCHES,
      { seed: number + 13, density: (0.3 * v.scratches) / 100, small: 0.1, large: 1 },
      { spread: 0.002, turn: 0.25 },
    );
    const all = [specks, hairs, scratches];
    return gradedEncoded(
      input,
      context,
      (colour) =>
        all.reduce((made, { cover, own }) => {
          const tone = less(own, v.light / 100);
          const share = multiply(v.strength / 100, cover);
          return each(made, (c) => mix(c, max(tone, 0), share));
        }, colour),
      { back },
    );
  },
});
