import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { newScene, newStep } from '../scene/model/make';
import type { Layer, Scene } from '../scene/model/schema';
import { filledBox } from '../testing/filled-box';
import { lookUp } from '../testing/scenes';
import { render } from './render';

/** Fire from a bar 100 px long and 20 px high, whose upper edge lies at y = 100. */
const [WIDTH, HEIGHT] = [180, 150];

function bar(values: Record<string, unknown>, placement: Partial<Layer['placement']> = {}): Scene {
  const layer = filledBox('bar', { x0: 40, y0: 100, x1: 140, y1: 120 });
  const step = newStep('style.flame');
  Object.assign(step.values, { height: 70, tongue: 18, moment: 1, ...values });
  return {
    ...newScene('', WIDTH, HEIGHT, null),
    layers: [
      {
        ...layer,
        body: 0,
        steps: [step],
        placement: { ...layer.placement, ...placement },
      } as Layer,
    ],
  };
}

const see = (scene: Scene, draft = false) =>
  render(scene, {
    ...{ region: { x: 0, y: 0, width: WIDTH, height: HEIGHT }, scale: 1, picture: lookUp, draft },
  }).data;

/** The red light within a box. */
function light(data: Float32Array, x0: number, y0: number, x1: number, y1: number): number {
  let sum = 0;
  for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) sum += data[4 * (y * WIDTH + x)]!;
  return sum;
}

describe('fire from a shape', () => {
  it('burns above its upper edges; from all of it, within it too', () => {
    const upper = see(bar({}));
    expect(light(upper, 40, 40, 140, 101)).toBeGreaterThan(300);
    expect(light(upper, 0, 122, 180, 150)).toBeLessThan(0.05 * light(upper, 40, 40, 140, 101));
    const all = see(bar({ from: 'area' }));
    expect(light(all, 40, 106, 140, 119)).toBeGreaterThan(2 * light(upper, 40, 106, 140, 119));
  });

  it('goes with its layer, and turns with it', () => {
    const there = see(bar({}));
    const moved = see(bar({}, { x: 20, y: -15 }));
    let most = 0;
    for (let y = 20; y < 120; y++)
      for (let x = 20; x < 150; x++) {
        const [a, b] = [4 * (y * WIDTH + x), 4 * ((y - 15) * WIDTH + x + 20)];
        most = Math.max(most, Math.abs(there[a]! - moved[b]!));
      }
    expect(most).toBeLessThan(1e-4);
    // A quarter of a turn clockwise about (90, 100): what rose goes to the right.
    const turned = see(bar({}, { rotation: 90, x: 190, y: 10 }));
    expect(light(turned, 91, 40, 160, 150)).toBeGreaterThan(5 * light(turned, 0, 40, 68, 150));
  });

  it('is the same under corners that leave everything where it is', () => {
    const box = { x0: 40, y0: 100, x1: 140, y1: 120 };
    const to = [
      { x: 40, y: 100 },
      { x: 140, y: 100 },
      { x: 140, y: 120 },
      // So little aside that nobody sees it, and yet no affine map.
      { x: 40.001, y: 120 },
    ] as const;
    const plain = see(bar({}));
    const cornered = see(bar({}, { corners: { box, to: [...to] } } as Partial<Layer['placement']>));
    const all = light(plain, 0, 0, WIDTH, HEIGHT);
    expect(Math.abs(light(cornered, 0, 0, WIDTH, HEIGHT) / all - 1)).toBeLessThan(0.03);
  });

  it('is another at another moment, and rougher while it is dragged', () => {
    const now = see(bar({}));
    expect(see(bar({ moment: 1.4 }))).not.toEqual(now);
    const rough = see(bar({}), true);
    expect(rough).not.toEqual(now);
    const [a, b] = [now, rough].map((d) => light(d, 0, 0, WIDTH, HEIGHT)) as [number, number];
    expect(b / a).toBeGreaterThan(0.2);
    expect(b / a).toBeLessThan(3);
  });
});
