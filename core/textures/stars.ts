import { percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import { add, divide, clamped, max, multiply, scattered } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { onUnit, periodOf } from './space';

export const stars = defineTexture({
  kind: 'stars',
  label: 'Stars',
  help: 'A sky of many faint stars and few bright ones; between them there is nothing.',
  family: 'Light',
  colours: rampOf([
    [0, '#ffd0a0'],
    [50, '#ffffff'],
    [100, '#a8ccff'],
  ]),
  parameters: {
    many: { ...percent('Density', 45), help: 'How many stars there are.' },
    bright: { ...percent('Bright ones', 40), help: 'How many of them are large.' },
    size: {
      ...percent('Size', 100, 10, 1000),
      help: 'How large the stars are.',
      slider: [30, 400],
    },
  },
  surface({ many, bright, size }, space) {
    const layer = (times: number, density: number, large: number, seed: number) => {
      const n = onUnit(times, space);
      return scattered(multiply(space.x, n), multiply(space.y, n), {
        ...{ kind: 'stars', seed: space.seed + seed, density, px: n * space.px },
        ...{
          small: Math.min(0.3, 0.12 * large),
          large: Math.min(0.5, large),
          period: periodOf(n, space),
        },
      });
    };
    const by = size / 100;
    const faint = layer(16, many / 100, 0.1 * by, 0);
    const near = layer(4, (0.5 * bright) / 100, 0.07 * by, 300);
    const cover = add(faint.cover, multiply(near.cover, 1.4));
    const own = add(multiply(faint.cover, faint.own), multiply(near.cover, near.own));
    return { tone: divide(own, max(1e-6, add(faint.cover, near.cover))), cover: clamped(cover) };
  },
});
