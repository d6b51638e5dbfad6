import { describe, expect, it } from 'vitest';
import type { StepDefinition } from '../../definitions/step';
import { defaultsOf } from '../../definitions/parameter-values';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer } from '../../pixels/buffer';
import { stepContext } from '../../testing/step-context';
import { stepOfKind } from '../index';

const SIDE = 120;
const region = { x: 0, y: 0, width: SIDE, height: SIDE };
/** Light whose every channel is a formula of place, so that it shows where each px came from. */
const light = (x: number, y: number) => [
  0.5 + 0.4 * Math.sin(x / 17),
  0.5 + 0.4 * Math.cos(y / 19),
  0.5 + 0.3 * Math.sin((x + y) / 23),
  1,
];
function picture(by = 0): ColourBuffer {
  const made = colourBuffer({ x: -by, y: -by, width: SIDE + 2 * by, height: SIDE + 2 * by });
  const { width } = made.region;
  for (let i = 0; i < width * width; i++)
    made.data.set(light((i % width) - by + 0.5, Math.floor(i / width) - by + 0.5), 4 * i);
  return made;
}
const through = (kind: string, values: object, input = picture(160)): ColourBuffer => {
  const step = stepOfKind(kind) as StepDefinition;
  const all = { ...defaultsOf(step.parameters), ...values };
  return step.apply(input, all as never, stepContext(region));
};
/** Holds each px against the light of the place that a formula says it comes from. */
function comesFrom(
  made: ColourBuffer,
  from: (x: number, y: number) => [number, number],
  within = 1 / 255,
) {
  const { x: x0, y: y0, width } = made.region;
  for (let y = 4; y < SIDE - 4; y += 7)
    for (let x = 4; x < SIDE - 4; x += 7) {
      const wanted = light(...from(x + 0.5, y + 0.5));
      for (let c = 0; c < 3; c++) {
        const found = made.data[((y - y0) * width + x - x0) * 4 + c]!;
        expect(Math.abs(found - wanted[c]!)).toBeLessThan(within);
      }
    }
}
const centre = { x: 50, y: 64 };

describe('distortions', () => {
  it('turn about a place, less towards the rim', () => {
    comesFrom(through('distort.twirl', { centre, turn: 60, radius: 50 }), (x, y) => {
      const [dx, dy] = [x - 50, y - 64];
      const inside = Math.max(0, 1 - Math.hypot(dx, dy) / 50);
      const a = (-60 * inside * inside * Math.PI) / 180;
      return [50 + dx * Math.cos(a) - dy * Math.sin(a), 64 + dx * Math.sin(a) + dy * Math.cos(a)];
    });
  });
  it('swell and pinch', () => {
    for (const amount of [70, -70])
      comesFrom(through('distort.swell', { centre, amount, radius: 45 }), (x, y) => {
        const inside = Math.max(0, 1 - ((x - 50) ** 2 + (y - 64) ** 2) / 45 ** 2);
        const k = 1 - ((0.9 * amount) / 100) * inside * inside;
        return [50 + k * (x - 50), 64 + k * (y - 64)];
      });
  });
  it('wave across their way', () => {
    const values = { angle: 0, height: 5, length: 40, phase: 90, moves: 'across' };
    comesFrom(through('distort.wave', values), (x, y) => [
      x,
      y + 5 * Math.sin(2 * Math.PI * ((x - 60) / 40 - 0.25)),
    ]);
  });
  it('bend lines as a lens does', () => {
    const half = Math.hypot(SIDE, SIDE) / 2;
    comesFrom(through('distort.lens', { barrel: 40, rim: 20 }), (x, y) => {
      const r2 = ((x - 60) ** 2 + (y - 60) ** 2) / half ** 2;
      const k = 1 + 0.2 * r2 + 0.1 * r2 * r2;
      return [60 + k * (x - 60), 60 + k * (y - 60)];
    });
  });
  it('roll rows into rings', () => {
    const made = through('distort.polar', { centre: { x: 60, y: 60 }, turn: 0 }, picture());
    // On the right of the middle a ring begins; half of the way out lies half of the height.
    const at = (60 * SIDE + 91) * 4;
    const wanted = light((0.5 * (SIDE * Math.atan2(0.5, 31.5))) / Math.PI, SIDE * (1 - 31.5 / 60));
    expect(made.data[at + 1]!).toBeCloseTo(wanted[1]!, 1);
  });
  it('offset the picture, and take what is missing from the other side', () => {
    const made = through('distort.offset', { across: 30, down: -20 }, picture());
    const source = picture();
    for (const [x, y] of [
      [40, 50],
      [10, 110],
      [0, 0],
    ] as const) {
      const from = (((y + 20) % SIDE) * SIDE + ((x - 30 + SIDE) % SIDE)) * 4;
      for (let c = 0; c < 4; c++)
        expect(made.data[(y * SIDE + x) * 4 + c]).toBeCloseTo(source.data[from + c]!, 5);
    }
  });
  it('that move nothing soften nothing', () => {
    const source = picture();
    for (const [kind, values] of [
      ['distort.twirl', { turn: 0 }],
      ['distort.swell', { amount: 0 }],
      ['distort.wave', { height: 0 }],
      ['distort.ripple', { height: 0 }],
      ['distort.lens', { barrel: 0, rim: 0 }],
    ] as const) {
      const made = through(kind, values, source);
      made.data.forEach((v, i) => expect(v).toBeCloseTo(source.data[i]!, 5));
    }
  });
  it('shatter by chance of a seed: shards keep their colours, gaps are open', () => {
    const values = { size: 40, apart: 6, turn: 5, gap: 3 };
    const [a, again, other] = [1, 1, 2].map((seed) =>
      through('distort.shatter', { ...values, seed }),
    );
    expect([...a!.data]).toEqual([...again!.data]);
    expect([...a!.data]).not.toEqual([...other!.data]);
    const open = a!.data.filter((v, i) => i % 4 === 3 && v < 0.5).length;
    expect(open).toBeGreaterThan(100);
    expect(open).toBeLessThan(0.4 * SIDE * SIDE);
  });
});
