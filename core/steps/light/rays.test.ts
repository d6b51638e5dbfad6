import { describe, expect, it } from 'vitest';
import '../../kernels/load';
import { defaultsOf } from '../../definitions/parameter-values';
import { boxOfRegion } from '../../geometry/affine';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer, crop } from '../../pixels/buffer';
import type { Region } from '../../pixels/region';
import { stepContext } from '../../testing/step-context';
import { rays } from './rays';

const WHOLE: Region = { x: 0, y: 0, width: 160, height: 120 };
const values = {
  ...defaultsOf(rays.parameters),
  ...{ lamp: { x: 40, y: 30 }, length: 60, fade: 50, threshold: -6, softness: 1, dust: 0 },
};
/** A bright square of 5 px, at 60, 45: from the lamp right and down. */
function spot(): ColourBuffer {
  const made = colourBuffer(WHOLE);
  for (let y = 43; y < 48; y++)
    for (let x = 58; x < 63; x++) made.data.set([4, 4, 4, 1], 4 * (y * WHOLE.width + x));
  return made;
}
const see = (own: Partial<typeof values>, wanted = WHOLE) =>
  crop(
    rays.apply(
      spot(),
      { ...values, ...own },
      {
        ...stepContext(wanted, { mixing: 'light' }),
        scene: boxOfRegion(WHOLE),
      },
    ),
    wanted,
  );
const at = ({ data }: ColourBuffer, x: number, y: number) => data[4 * (y * WHOLE.width + x)]!;

describe('rays', () => {
  it('go straight away from the lamp, as far as they are long, and weaker on the way', () => {
    const made = see({});
    // The middle of the spot, as seen from the lamp, times 1.5 and 2.
    expect(at(made, 70, 53)).toBeGreaterThan(0.01);
    expect(at(made, 80, 61)).toBeGreaterThan(0.005);
    expect(at(made, 70, 53)).toBeGreaterThan(at(made, 80, 61));
    // Not beyond 1 / (1 − length), not before the spot, and not beside the way.
    expect(at(made, 108, 81)).toBeLessThan(1e-3);
    expect(at(made, 48, 36)).toBeLessThan(1e-3);
    expect(at(made, 70, 70)).toBeLessThan(1e-3);
    expect(at(made, 60, 45)).toBeGreaterThan(3.9);
  });

  it('turn with the lamp, and double with each stop', () => {
    const turned = see({ lamp: { x: 60, y: 20 } });
    expect(at(turned, 60, 66)).toBeGreaterThan(0.01);
    expect(at(turned, 75, 57)).toBeLessThan(1e-3);
    const [one, four] = [see({}), see({ intensity: 2 })];
    expect(at(four, 74, 56) / at(one, 74, 56)).toBeCloseTo(4, 3);
  });

  it('of nothing bright enough are nothing, and a part is the same crop of the whole', () => {
    expect(see({ threshold: 4 }).data).toEqual(spot().data);
    const region = { x: 62, y: 50, width: 31, height: 20 };
    for (const own of [{}, { softness: 9, dust: 60 }])
      expect(see(own, region).data).toEqual(crop(see(own), region).data);
  });
});
