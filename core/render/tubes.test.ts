import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { newFill, newScene, newStep } from '../scene/model/make';
import type { Layer, Scene } from '../scene/model/schema';
import { placed } from '../scene/arrange/placement';
import { filledBox } from '../testing/filled-box';
import { lookUp } from '../testing/scenes';
import { render } from './render';

/** Light along a bar 160 px long and 40 px high, whose middle lies at 100, 70. */
const SIZE = { width: 200, height: 140 };
const region = { x: 0, y: 0, ...SIZE };
const bare = {
  ...{ halo: 0, glass: 0, intensity: 0, width: 4, bends: 0, colour: '#ff0000', blend: 'add' },
};

function bar(values: Record<string, unknown>, more: Partial<Layer> = {}): Scene {
  const layer = filledBox('bar', { x0: 20, y0: 50, x1: 180, y1: 90 });
  const step = newStep('style.tube');
  Object.assign(step.values, bare, values);
  return {
    ...newScene('', SIZE.width, SIZE.height, null),
    layers: [{ ...layer, body: 0, steps: [step], ...more } as Layer],
  };
}
const see = (scene: Scene, scale = 1) =>
  render(scene, {
    region: { x: 0, y: 0, width: SIZE.width * scale, height: SIZE.height * scale },
    scale,
    picture: lookUp,
  }).data;
const red = (data: Float32Array, x: number, y: number) => data[4 * (y * SIZE.width + x)]!;
/** Where a column of px is brightest, the middle of what of it is lit. */
function middle(data: Float32Array, x: number, from = 0, to: number = SIZE.height): number {
  let [sum, at] = [0, 0];
  for (let y = from; y < to; y++) {
    sum += red(data, x, y);
    at += red(data, x, y) * (y + 0.5);
  }
  return at / sum;
}

describe('tubes along a shape', () => {
  it('run along its centre line, as wide as asked for', () => {
    const made = see(bar({ along: 'centre' }));
    for (const x of [60, 100, 140]) {
      expect(Math.abs(middle(made, x) - 70)).toBeLessThan(0.25);
      const wide = Array.from({ length: SIZE.height }, (_, y) => red(made, x, y)).reduce(
        (a, b) => a + b,
      );
      // By its displayed value, which is what a soft edge is evened out in.
      expect(wide).toBeCloseTo(4, 0);
    }
    expect(red(made, 8, 70)).toBe(0);
  });

  it('run along its outline, so far inside as asked for', () => {
    const made = see(bar({ along: 'outline', inset: 10 }));
    expect(Math.abs(middle(made, 100, 50, 70) - 60)).toBeLessThan(0.3);
    expect(Math.abs(middle(made, 100, 70, 90) - 80)).toBeLessThan(0.3);
    expect(red(made, 100, 70)).toBe(0);
    const outside = see(bar({ along: 'outline', inset: -10 }));
    expect(Math.abs(middle(outside, 100, 20, 60) - 40)).toBeLessThan(0.3);
  });

  it('go with the layer where it is moved, turned, and carried by its corners', () => {
    const still = see(bar({ along: 'centre' }));
    const moved = see(bar({ along: 'centre' }, { placement: { ...placed(), x: 7, y: -11 } }));
    for (const [x, y] of [
      [100, 70],
      [60, 72],
      [40, 68],
    ] as const)
      expect(red(moved, x + 7, y - 11)).toBeCloseTo(red(still, x, y), 4);
    const turned = see(
      bar({ along: 'centre' }, { placement: { ...placed({ x: 100, y: 70 }), rotation: 90 } }),
    );
    expect(red(turned, 100, 20)).toBeGreaterThan(0.9);
    expect(red(turned, 40, 70)).toBe(0);
    const quad = [
      { x: 20, y: 90 },
      { x: 180, y: 90 },
      { x: 180, y: 130 },
      { x: 20, y: 130 },
    ] as const;
    const box = { x0: 20, y0: 50, x1: 180, y1: 90 };
    const carried = see(
      bar({ along: 'centre' }, { placement: { ...placed(), corners: { box, to: [...quad] } } }),
    );
    expect(Math.abs(middle(carried, 100) - 110)).toBeLessThan(0.3);
  });

  it('at half the scale are near those of the whole', () => {
    const wide = bar({ along: 'outline', width: 10, inset: 12 });
    const [whole, half] = [see(wide), see(wide, 0.5)];
    let most = 0;
    for (let y = 0; y < 70; y++)
      for (let x = 0; x < 100; x++) {
        const mean =
          (red(whole, 2 * x, 2 * y) +
            red(whole, 2 * x + 1, 2 * y) +
            red(whole, 2 * x, 2 * y + 1) +
            red(whole, 2 * x + 1, 2 * y + 1)) /
          4;
        most = Math.max(most, Math.abs(mean - half[4 * (y * 100 + x)]!));
      }
    expect(most).toBeLessThan(0.12);
  });

  it('are dark where they are out, but for what glows at their ends', () => {
    const lit = (values: Record<string, unknown>) =>
      see(bar({ along: 'centre', ...values })).reduce((s, v, i) => (i % 4 === 0 ? s + v : s), 0);
    const [whole, out, glowing] = [
      lit({}),
      lit({ out: 100, flicker: 0 }),
      lit({ out: 100, flicker: 40 }),
    ];
    expect(out).toBe(0);
    expect(glowing).toBeGreaterThan(0.02 * whole);
    expect(glowing).toBeLessThan(0.4 * whole);
  });

  it('leave gaps, and end in black paint', () => {
    const closed = see(bar({ along: 'outline', inset: 10 }));
    const open = see(bar({ along: 'outline', inset: 10, gap: 20 }));
    const sum = (d: Float32Array) => d.reduce((s, v, i) => (i % 4 === 0 ? s + v : s), 0);
    // A gap of 20 px less a round end at either side, of a tube 4 px wide.
    expect(sum(closed) - sum(open)).toBeGreaterThan(20 * 4 * 0.6);
    expect(sum(closed) - sum(open)).toBeLessThan(20 * 4 * 1.1);
    const ended = see(bar({ along: 'centre', ends: 'blocked', glass: 0 }));
    const x = Array.from({ length: 60 }, (_, i) => i).find(
      (i) => ended[4 * (70 * SIZE.width + i) + 3]! > 0.9,
    )!;
    expect(red(ended, x, 70)).toBeLessThan(0.2);
  });

  it('of a layer without edges, or of none, are nothing', () => {
    const step = newStep('style.tube');
    const plain = { ...newScene('', SIZE.width, SIZE.height, null) };
    const fill = { ...newFill('f', '#102030') };
    const of = (steps: (typeof step)[]) =>
      render({ ...plain, layers: [{ ...fill, steps }] }, { region, scale: 1, picture: lookUp });
    expect(of([step]).data).toEqual(of([]).data);
  });
});
