import { describe, expect, it } from 'vitest';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer } from '../../pixels/buffer';
import type { StepDefinition } from '../../definitions/step';
import { defaultsOf } from '../../definitions/parameter-values';
import { stepContext } from '../../testing/step-context';
import { stepOfKind } from '../index';

const SIDE = 96;
const region = { x: 0, y: 0, width: SIDE, height: SIDE };

/** Smooth light with a bright point, opaque, larger than the picture so that no edge is near. */
const light = (x: number, y: number): number[] => [
  0.5 + 0.3 * Math.sin(x / 7) * Math.cos(y / 9),
  0.4 + 0.3 * Math.cos((x + 2 * y) / 11),
  0.3 + 0.25 * Math.sin((x - y) / 6) + 0.2 * Math.exp(-((x - 50) ** 2 + (y - 40) ** 2) / 60),
  1,
];
function picture(by: number, of = light): ColourBuffer {
  const made = colourBuffer({ x: -by, y: -by, width: SIDE + 2 * by, height: SIDE + 2 * by });
  for (let i = 0; i < made.data.length / 4; i++)
    made.data.set(
      of((i % made.region.width) - by + 0.5, Math.floor(i / made.region.width) - by + 0.5),
      4 * i,
    );
  return made;
}

const through = (kind: string, values: object, input: ColourBuffer): ColourBuffer => {
  const step = stepOfKind(kind) as StepDefinition;
  const all = { ...defaultsOf(step.parameters), ...values };
  return step.apply(input, all as never, stepContext(region, { mixing: 'light' }));
};

/** Holds pixels against the mean of what was there at some places. */
function isMean(
  made: ColourBuffer,
  places: (x: number, y: number) => readonly (readonly [number, number])[],
  within = 1 / 255,
) {
  for (let y = 8; y < SIDE - 8; y += 7)
    for (let x = 8; x < SIDE - 8; x += 7) {
      const all = places(x + 0.5, y + 0.5);
      for (let c = 0; c < 3; c++) {
        const mean = all.reduce((sum, [u, v]) => sum + light(u, v)[c]!, 0) / all.length;
        const at = ((y - made.region.y) * made.region.width + x - made.region.x) * 4 + c;
        expect(Math.abs(made.data[at]! - mean)).toBeLessThan(within);
      }
    }
}
const shares = (n: number) => Array.from({ length: n }, (_, i) => (i + 0.5) / n - 0.5);

describe('blurs of motion', () => {
  it.each([
    [40, 0],
    [40, 90],
    [61.5, 27],
    [33, -61],
    [50, 45],
    [2.4, 13],
  ])('are the mean along a line of %d px at %d°', (length, angle) => {
    const turn = (angle * Math.PI) / 180;
    isMean(through('blur.motion', { length, angle }, picture(60)), (x, y) =>
      shares(512).map((t) => [x + t * length * Math.cos(turn), y + t * length * Math.sin(turn)]),
    );
  });
  it('keep a sharp line sharp along which they go', () => {
    const made = through(
      'blur.motion',
      { length: 30, angle: 0 },
      picture(40, (_, y) => (y > 40 ? [1, 1, 1, 1] : [0, 0, 0, 1])),
    );
    const at = (y: number) => made.data[(y * SIDE + 48) * 4]!;
    expect(at(39)).toBeCloseTo(0, 5);
    expect(at(40)).toBeCloseTo(1, 5);
  });
  it('of a box are the mean over it', () => {
    isMean(through('blur.box', { width: 21, height: 9 }, picture(40)), (x, y) =>
      shares(63).flatMap((a) => shares(27).map((b) => [x + a * 21, y + b * 9] as const)),
    );
  });
});

describe('blurs about a place', () => {
  const centre = { x: 30, y: 50 };
  it('zoom by the mean over scales', () => {
    const scale = Math.log(1.2);
    isMean(through('blur.zoom', { centre, amount: 20 }, picture(40)), (x, y) =>
      shares(512).map((t) => {
        const s = Math.exp(t * scale);
        return [30 + s * (x - 30), 50 + s * (y - 50)];
      }),
    );
  });
  it('spin by the mean over turns', () => {
    isMean(through('blur.spin', { centre, turn: 12 }, picture(40)), (x, y) =>
      shares(512).map((t) => {
        const a = (t * 12 * Math.PI) / 180;
        const [c, s] = [Math.cos(a), Math.sin(a)];
        return [30 + c * (x - 30) - s * (y - 50), 50 + s * (x - 30) + c * (y - 50)];
      }),
    );
  });
});

describe('blurs of a lens', () => {
  const grid = shares(81);
  it('are the mean over a disc', () => {
    isMean(through('blur.lens', { radius: 9 }, picture(40)), (x, y) =>
      grid.flatMap((a) =>
        grid.filter((b) => Math.hypot(a, b) <= 0.5).map((b) => [x + 18 * a, y + 18 * b] as const),
      ),
    );
  });
  it('are the mean over a polygon', () => {
    // Within all six sides of a hexagon whose first corner lies 20° from the right.
    const sides = [0, 1, 2, 3, 4, 5].map((k) => ((20 + 30 + 60 * k) * Math.PI) / 180);
    const inside = (a: number, b: number) =>
      sides.every((s) => a * Math.cos(s) + b * Math.sin(s) <= 0.5 * Math.cos(Math.PI / 6));
    isMean(through('blur.lens', { radius: 10, opening: 'six', turn: 20 }, picture(40)), (x, y) =>
      grid.flatMap((a) =>
        grid.filter((b) => inside(a, b)).map((b) => [x + 20 * a, y + 20 * b] as const),
      ),
    );
  });
  it('on cells are the same, for large radii', () => {
    isMean(
      through('blur.lens', { radius: 30 }, picture(60)),
      (x, y) =>
        grid.flatMap((a) =>
          grid.filter((b) => Math.hypot(a, b) <= 0.5).map((b) => [x + 60 * a, y + 60 * b] as const),
        ),
      2 / 255,
    );
  });
  it('make a disc of a point, as bright in all as it was', () => {
    const point = picture(60, (x, y) =>
      x === 48.5 && y === 48.5 ? [900, 900, 900, 1] : [0, 0, 0, 1],
    );
    const made = through('blur.lens', { radius: 12 }, point);
    const at = (x: number, y: number) => made.data[(y * SIDE + x) * 4]!;
    expect(at(48, 48)).toBeCloseTo(900 / (Math.PI * 144), 1);
    expect(at(57, 48)).toBeCloseTo(at(48, 48), 3);
    expect(at(62, 48)).toBeCloseTo(0, 5);
    let sum = 0;
    for (let i = 0; i < made.data.length; i += 4) sum += made.data[i]!;
    expect(sum).toBeCloseTo(900, 1);
  });
  it('leave what is in focus, and blur the rest as a lens does', () => {
    const values = { form: 'band', centre: { x: 48, y: 20 }, width: 10, passage: 20, radius: 9 };
    const made = through('blur.focus', values, picture(40));
    const whole = through('blur.lens', { radius: 9 }, picture(40));
    const sharp = picture(0);
    const row = (of: ColourBuffer, y: number) => of.data.subarray(y * SIDE * 4, (y + 1) * SIDE * 4);
    row(made, 22).forEach((v, i) => expect(v).toBeCloseTo(row(sharp, 22)[i]!, 5));
    row(made, 70).forEach((v, i) => expect(v).toBeCloseTo(row(whole, 70)[i]!, 5));
  });
});

describe('sharpening', () => {
  const edge = picture(40, (x) => (x > 48 ? [0.7, 0.7, 0.7, 1] : [0.3, 0.3, 0.3, 1]));
  it('lifts an edge no farther than its limit', () => {
    const step = stepOfKind('blur.sharpen') as StepDefinition;
    const values = { ...defaultsOf(step.parameters), strength: 400, radius: 3, limit: 5 };
    const { data } = step.apply(edge, values as never, stepContext(region));
    const row = Array.from({ length: SIDE }, (_, x) => data[(40 * SIDE + x) * 4]!);
    expect(Math.max(...row)).toBeCloseTo(0.75, 4);
    expect(Math.min(...row)).toBeCloseTo(0.25, 4);
    expect(row[5]).toBeCloseTo(0.3, 4);
  });
  it.each([
    ['grade.local-contrast', { size: 20, contrast: 100 }],
    ['grade.detail', { size: 4, detail: 100 }],
  ])('%s leaves no halo beside a clean edge', (kind, values) => {
    const step = stepOfKind(kind) as StepDefinition;
    const all = { ...defaultsOf(step.parameters), ...values };
    const { data } = step.apply(edge, all as never, stepContext(region));
    for (let x = 0; x < SIDE; x++) {
      const wanted = x + 0.5 > 48 ? 0.7 : 0.3;
      expect(Math.abs(data[(40 * SIDE + x) * 4]! - wanted)).toBeLessThan(2 / 255);
    }
  });
});
