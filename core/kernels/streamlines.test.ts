import { describe, expect, it } from 'vitest';
import { corner } from '../geometry/path';
import type { Path } from '../geometry/path';
import { ovalPath } from '../geometry/box-paths';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { alone } from './machine';
import type { Flow } from './streamlines';
import { flowRegion, movedAlong as moved, waysOf } from './streamlines';

const SIDE = 160;
const WHOLE = { x: 0, y: 0, width: SIDE, height: SIDE };

/** Smooth light, larger than what is looked at so that no edge is near. */
const light = (x: number, y: number): number[] => [
  0.5 + 0.3 * Math.sin(x / 7) * Math.cos(y / 9),
  0.4 + 0.3 * Math.cos((x + 2 * y) / 11),
  0.3 + 0.25 * Math.sin((x - y) / 6),
  1,
];
function picture(by: number): ColourBuffer {
  const side = SIDE + 2 * by;
  const made = colourBuffer({ x: -by, y: -by, width: side, height: side });
  for (let i = 0; i < side * side; i++)
    made.data.set(light((i % side) - by + 0.5, Math.floor(i / side) - by + 0.5), 4 * i);
  return made;
}
const at = ({ data, region }: ColourBuffer, x: number, y: number) => [
  ...data.subarray(
    ((y - region.y) * region.width + x - region.x) * 4,
    ((y - region.y) * region.width + x - region.x) * 4 + 4,
  ),
];

const movedAlong = (pixels: ColourBuffer, flow: Flow, wanted: Region): ColourBuffer =>
  moved(pixels, waysOf(flow, flowRegion(pixels.region, wanted, flow.length)), wanted);

/** Holds a px against the mean of what was there at some places. */
function isMean(
  made: ColourBuffer,
  x: number,
  y: number,
  places: (t: number) => number[],
  within = 1 / 255,
) {
  const all = Array.from({ length: 512 }, (_, i) => places((i + 0.5) / 512 - 0.5));
  const ours = at(made, x, y);
  for (let c = 0; c < 3; c++) {
    const mean = all.reduce((sum, [u, v]) => sum + light(u!, v!)[c]!, 0) / all.length;
    expect(Math.abs(ours[c]! - mean)).toBeLessThan(within);
  }
}

const line = (...points: [number, number][]): Path => ({
  closed: false,
  anchors: points.map(([x, y]) => corner(x, y)),
});

describe('motion along lines', () => {
  it('beside a straight line is the mean along it', () => {
    const turn = 0.6;
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const paths = [line([80 - 400 * c, 80 - 400 * s], [80 + 400 * c, 80 + 400 * s])];
    const made = movedAlong(picture(60), { paths, length: 47, reach: 0 }, WHOLE);
    for (let y = 3; y < SIDE; y += 23)
      for (let x = 5; x < SIDE; x += 19)
        isMean(made, x, y, (t) => [x + 0.5 + 47 * t * c, y + 0.5 + 47 * t * s]);
  });

  it('on a circle goes round with it', () => {
    const paths = [ovalPath({ x0: 30, y0: 30, x1: 130, y1: 130 })];
    const made = movedAlong(picture(60), { paths, length: 60, reach: 0 }, WHOLE);
    for (let a = 0; a < 6.2; a += 0.37) {
      const [x, y] = [Math.floor(80 + 50 * Math.cos(a)), Math.floor(80 + 50 * Math.sin(a))];
      const [dx, dy] = [x + 0.5 - 80, y + 0.5 - 80];
      const radius = Math.hypot(dx, dy);
      const round = (t: number) => {
        const turn = (60 / radius) * t;
        return [
          80 + dx * Math.cos(turn) - dy * Math.sin(turn),
          80 + dx * Math.sin(turn) + dy * Math.cos(turn),
        ];
      };
      // Directions are mixed between nodes, which is not quite a circle.
      isMean(made, x, y, round, 1.25 / 255);
    }
  });

  it('is the same along a line and along it backwards', () => {
    const points: [number, number][] = [
      [10, 20],
      [70, 60],
      [150, 150],
    ];
    const forth = movedAlong(
      picture(40),
      { paths: [line(...points)], length: 40, reach: 0 },
      WHOLE,
    );
    const back = [line(...points.reverse())];
    const made = movedAlong(picture(40), { paths: back, length: 40, reach: 0 }, WHOLE);
    const most = made.data.reduce((max, v, i) => Math.max(max, Math.abs(v - forth.data[i]!)), 0);
    expect(most).toBeLessThan(1e-3);
  });

  it('leaves alone what is beyond its reach, and everything without a line', () => {
    const pixels = picture(40);
    const paths = [line([-200, 20], [400, 20])];
    const made = movedAlong(pixels, { paths, length: 40, reach: 50 }, WHOLE);
    for (let y = 80; y < SIDE; y += 11)
      expect(at(made, 70, y)[0]).toBeCloseTo(at(pixels, 70, y)[0]!, 6);
    expect(at(made, 70, 22)).not.toEqual(at(pixels, 70, 22));
    const none = movedAlong(pixels, { paths: [], length: 40, reach: 0 }, WHOLE);
    expect(at(none, 70, 22)).toEqual(at(pixels, 70, 22));
  });

  it('of a part is that of the whole, by one thread or more', () => {
    const paths = [line([10, 20], [70, 60], [150, 30])];
    const flow = { paths, length: 33, reach: 90 };
    const whole = movedAlong(picture(40), flow, WHOLE);
    const part = movedAlong(picture(40), flow, { x: 41, y: 22, width: 37, height: 29 });
    const single = alone(() => movedAlong(picture(40), flow, WHOLE));
    expect(single.data).toEqual(whole.data);
    for (let y = 22; y < 51; y++)
      for (let x = 41; x < 78; x++)
        at(part, x, y).forEach((v, c) => {
          expect(v).toBeCloseTo(at(whole, x, y)[c]!, 6);
        });
  });
});
