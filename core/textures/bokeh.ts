import { angle, count, percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import { add, divide, clamped, max, multiply, scattered } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { onUnit, periodOf } from './space';

export const bokeh = defineTexture({
  kind: 'bokeh',
  label: 'Bokeh',
  help: 'Lamps far out of focus; each takes its colour from the ramp.',
  family: 'Light',
  colours: rampOf([
    [0, '#ff8a3c'],
    [50, '#ffd9a0'],
    [100, '#7fd0ff'],
  ]),
  parameters: {
    many: { ...percent('Density', 40), help: 'How much of the picture has lamps.' },
    size: { ...percent('Size', 60, 5, 100), help: 'Of the largest.' },
    even: { ...percent('Even', 40), help: 'At 100 % all are of one size.' },
    corners: {
      ...count('Corners', 0, { min: 0, max: 9, slider: [0, 9] }),
      help: 'Of the aperture; fewer than three make it round.',
    },
    turn: {
      ...angle('Aperture turned', 0),
      help: 'How the opening of the aperture is turned.',
      needs: { corners: 'some' },
    },
    rim: { ...percent('Rim', 35), help: 'How much brighter lamps are at their rims.' },
    soft: { ...percent('Soft', 10), help: 'How soft their edges are.' },
  },
  surface({ many, size, even, corners, turn, rim, soft }, space) {
    const aperture = Math.round(corners);
    const layer = (times: number, seed: number) => {
      const n = onUnit(times, space);
      const large = size / 100;
      return scattered(multiply(space.x, n), multiply(space.y, n), {
        ...{ kind: aperture < 3 ? 'discs' : 'polygons', corners: aperture < 3 ? 0 : aperture },
        ...{
          seed: space.seed + seed,
          density: many / 100,
          rim: (0.9 * rim) / 100,
          turn: turn / 360,
        },
        ...{ small: large * (0.2 + (0.8 * even) / 100), large, period: periodOf(n, space) },
        px: Math.max(n * space.px, (0.5 * soft * large) / 100),
      });
    };
    const [near, far] = [layer(2.4, 0), layer(4.5, 200)];
    const cover = add(multiply(near.cover, 0.7), multiply(far.cover, 0.55));
    const own = add(multiply(near.cover, near.own), multiply(far.cover, far.own));
    return {
      tone: divide(own, max(1e-6, add(near.cover, far.cover))),
      cover: clamped(cover),
    };
  },
});
