import { percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import { add, clamped, min, multiply, scattered } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { onUnit, periodOf } from './space';

export const scratches = defineTexture({
  kind: 'scratches',
  label: 'Scratches, dust',
  help: 'Fine scratches and specks; between them there is nothing.',
  family: 'Worn',
  colours: rampOf([
    [0, '#9fa6b0'],
    [100, '#ffffff'],
  ]),
  parameters: {
    scratches: { ...percent('Scratches', 50), help: 'How many scratches there are.' },
    length: { ...percent('Length', 70, 5, 100), help: 'How long scratches are.' },
    width: {
      ...percent('Width', 100, 20, 1000),
      help: 'How wide the scratches are.',
      slider: [30, 400],
    },
    spread: { ...percent('Every way', 30), help: 'At 0 % all scratches run one way.' },
    dust: { ...percent('Dust', 40), help: 'How much dust there is.' },
  },
  surface({ scratches, length, width, spread, dust }, space) {
    /** Scratches of one size: `times` as many on a unit. */
    const scratched = (times: number, seed: number) => {
      const n = onUnit(times, space);
      return scattered(multiply(space.x, n), multiply(space.y, n), {
        ...{ kind: 'strokes', seed: space.seed + seed, density: (0.9 * scratches) / 100 },
        ...{ small: (0.25 * length) / 100, large: length / 100, px: n * space.px },
        ...{ width: (0.0022 * n * width) / 100, spread: spread / 200, period: periodOf(n, space) },
      });
    };
    const m = onUnit(16, space);
    const specks = scattered(multiply(space.x, m), multiply(space.y, m), {
      ...{ kind: 'discs', seed: space.seed + 77, density: (0.5 * dust) / 100, small: 0.01 },
      ...{ large: 0.09, px: m * space.px, period: periodOf(m, space) },
    });
    const [long, short] = [scratched(1.4, 0), scratched(5, 40)];
    const cover = clamped(add(long.cover, multiply(short.cover, 0.8), specks.cover));
    return {
      tone: min(1, add(0.35, multiply(0.65, long.own))),
      cover,
      height: multiply(cover, -0.004),
    };
  },
});
