import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../definitions/parameter-values';
import type { PaintFrame } from '../definitions/step';
import { IDENTITY } from '../geometry/affine';
import type { Affine } from '../geometry/affine';
import type { Plane } from '../pixels/buffer';
import { rampOf } from '../pixels/ramp';
import { LAMP } from '../testing/step-context';
import { lookUp } from '../testing/scenes';
import { tableColour } from '../pixels/ramp-table';
import { colourTable, oneColour, paintEnds, paintShape } from './paint';
import type { Paint } from './parameters';
import { paintParameters } from './parameters';

/** Paints by their definition: the colour at each px against the ramp at the place it stands for. */

const W = 40;
const H = 20;
const region = { x: 0, y: 0, width: W, height: H };
const full: Plane = { channels: 1, region, data: new Float32Array(W * H).fill(1) };
const box = { x0: 0, y0: 0, x1: W, y1: H };
const frame = (map: Affine = IDENTITY): PaintFrame => ({
  map,
  box,
  scene: { x0: -100, y0: -100, x1: 300, y1: 200 },
  mixing: 'displayed',
  lamp: LAMP,
  picture: lookUp,
});
/** Red is the share of the way (%), in the codes of the scene, so that it can be read off. */
const way = rampOf(
  [
    [0, '#000000'],
    [100, '#ff0000'],
  ],
  [[0, 100]],
  'scene',
);
const paint = (values: Partial<Paint>): Paint => ({
  ...(defaultsOf(paintParameters) as Paint),
  ramp: way,
  ...values,
});
/** How far along the ramp each px is. */
const shares = (p: Paint, f = frame()) => {
  const { data } = paintShape(full, p, f);
  return (x: number, y: number) => data[(y * W + x) * 4]!;
};
const repeated = (v: number) => Math.min(1, Math.max(0, v));

describe('the ends of a gradient', () => {
  it('lie on the edges of the box, seen along its way', () => {
    const { from, to } = paintEnds(paint({ paint: 'linear', paintAngle: 0 }), frame());
    expect([from.x, from.y, to.x, to.y]).toEqual([0, 10, 40, 10]);
    const down = paintEnds(paint({ paint: 'linear', paintAngle: 90 }), frame());
    [down.from.x, down.from.y, down.to.x, down.to.y].forEach((v, i) =>
      expect(v).toBeCloseTo([20, 0, 20, 20][i]!, 9),
    );
  });
  it('run as far as every corner, at any angle, and no farther', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), (paintAngle) => {
        const { from, to } = paintEnds(paint({ paint: 'linear', paintAngle }), frame());
        const [dx, dy] = [to.x - from.x, to.y - from.y];
        const places = [
          [0, 0],
          [W, 0],
          [0, H],
          [W, H],
        ].map(([x, y]) => ((x! - from.x) * dx + (y! - from.y) * dy) / (dx * dx + dy * dy));
        expect(Math.min(...places)).toBeCloseTo(0, 6);
        expect(Math.max(...places)).toBeCloseTo(1, 6);
      }),
    );
  });
  it('go from the middle to the corners round a point, and over the scene if it fits that', () => {
    const round = paintEnds(paint({ paint: 'radial', paintAngle: 0 }), frame());
    expect(round.from).toEqual({ x: 20, y: 10 });
    expect(round.to.x).toBeCloseTo(20 + Math.hypot(20, 10), 9);
    const wide = paintEnds(paint({ paint: 'linear', paintAngle: 0, fit: 'scene' }), frame());
    expect([wide.from.x, wide.to.x]).toEqual([-100, 300]);
  });
  it('stay where they were dragged to, and move with the layer', () => {
    const ends = { x0: 1, y0: 2, x1: 11, y1: 2 };
    const { from, to } = paintEnds(paint({ paint: 'linear', ends }), frame([2, 0, 0, 2, 5, -3]));
    expect([from, to]).toEqual([
      { x: 7, y: 1 },
      { x: 27, y: 1 },
    ]);
  });
});

describe('a shape painted', () => {
  it('with one colour has it all over, by its coverage', () => {
    const half: Plane = { channels: 1, region, data: new Float32Array(W * H).fill(0.5) };
    const { data } = oneColour(half, '#3366ff', 'displayed');
    for (let i = 0; i < data.length; i += 4)
      [0.1, 0.2, 0.5, 0.5].forEach((v, c) => expect(data[i + c]).toBeCloseTo(v, 5));
    const flat = colourTable('#3366ff', 'displayed');
    for (const at of [0.3, 1]) expect(tableColour(flat, at)).toEqual(tableColour(flat, 0));
  });
  it('linearly goes evenly from one end to the other', () => {
    const at = shares(paint({ paint: 'linear', paintAngle: 0 }));
    for (const x of [0, 7, 20, 39])
      for (const y of [0, 19]) expect(at(x, y)).toBeCloseTo((x + 0.5) / W, 3);
  });
  it('radially goes by the distance from the middle', () => {
    const at = shares(paint({ paint: 'radial' }));
    for (const [x, y] of [
      [20, 10],
      [3, 3],
      [39, 19],
      [0, 10],
    ] as const)
      expect(at(x, y)).toBeCloseTo(
        repeated(Math.hypot(x + 0.5 - 20, y + 0.5 - 10) / Math.hypot(20, 10)),
        2,
      );
  });
  it('radially in an oval goes by the distance along and across its axis', () => {
    const at = shares(paint({ paint: 'radial', paintAngle: 0, roundness: 50 }));
    for (const [x, y] of [
      [20, 10],
      [3, 3],
      [30, 12],
    ] as const)
      expect(at(x, y)).toBeCloseTo(
        repeated(Math.hypot(x + 0.5 - 20, 2 * (y + 0.5 - 10)) / Math.hypot(20, 10)),
        2,
      );
  });
  it('reflected goes out to both sides alike', () => {
    const at = shares(paint({ paint: 'reflected', paintAngle: 0 }));
    for (let x = 0; x < 20; x++) {
      expect(at(x, 4)).toBeCloseTo(at(39 - x, 4), 4);
      expect(at(x, 4)).toBeCloseTo(Math.abs(x + 0.5 - 20) / 20, 2);
    }
  });
  it('conically goes once round, clockwise from where it points', () => {
    const at = shares(paint({ paint: 'conical', paintAngle: 0 }));
    for (const [x, y] of [
      [30, 16],
      [10, 16],
      [10, 3],
      [30, 3],
    ] as const) {
      const turn = Math.atan2(y + 0.5 - 10, x + 0.5 - 20) / (2 * Math.PI);
      expect(at(x, y)).toBeCloseTo((turn + 1) % 1, 2);
    }
  });
  it('is as opaque as its ramp says', () => {
    const fading = rampOf(
      [[0, '#ffffff']],
      [
        [0, 100],
        [100, 0],
      ],
    );
    const { data } = paintShape(
      full,
      paint({ paint: 'linear', paintAngle: 0, ramp: fading }),
      frame(),
    );
    for (const x of [0, 13, 39]) {
      expect(data[4 * x + 3]).toBeCloseTo(1 - (x + 0.5) / W, 2);
      // Premultiplied white.
      expect(data[4 * x]).toBeCloseTo(data[4 * x + 3]!, 5);
    }
  });
  it('with a texture moves as its layer moves, and is another by another seed', () => {
    const speckled = (values: Partial<Paint>, map: Affine = IDENTITY) =>
      shares(paint({ paint: 'texture', texture: 'clouds', size: 5, ...values }), frame(map));
    const [still, moved, other] = [
      speckled({}),
      speckled({}, [1, 0, 0, 1, 6, 3]),
      speckled({ seed: 9 }),
    ];
    const aside = speckled({ moveX: 6, moveY: 3 });
    let differs = 0;
    for (let y = 0; y < H - 3; y++)
      for (let x = 0; x < W - 6; x++) {
        expect(moved(x + 6, y + 3)).toBeCloseTo(still(x, y), 3);
        expect(aside(x + 6, y + 3)).toBeCloseTo(still(x, y), 3);
        differs = Math.max(differs, Math.abs(other(x, y) - still(x, y)));
      }
    expect(differs).toBeGreaterThan(0.1);
  });
  it('with the pattern of no picture is nothing yet', () => {
    expect(paintShape(full, paint({ paint: 'pattern', picture: '' }), frame()).data.length).toBe(0);
  });
});
