import { describe, expect, it } from 'vitest';
import { luma } from './colour';
import { rampColours } from './ramp';

const stops = [
  { at: 0.25, colour: '#ff0000' },
  { at: 0.75, colour: '#0000ff' },
];
const at = (ramp: Float32Array, i: number) => [...ramp.slice(i * 4, i * 4 + 4)];

describe('a ramp', () => {
  it('has its stops where they are, and goes on in their colours beyond them', () => {
    for (const space of ['scene', 'oklab'] as const)
      for (const mixing of ['displayed', 'light'] as const) {
        const ramp = rampColours(stops, space, mixing, 5);
        for (const i of [0, 1])
          at(ramp, i).forEach((v, c) => expect(v).toBeCloseTo([1, 0, 0, 1][c]!, 4));
        for (const i of [3, 4])
          at(ramp, i).forEach((v, c) => expect(v).toBeCloseTo([0, 0, 1, 1][c]!, 4));
      }
  });
  it('mixes as the scene does: halfway in codes, or halfway in light', () => {
    expect(at(rampColours(stops, 'scene', 'displayed', 3), 1)[0]).toBeCloseTo(0.5, 5);
    const half = 1.055 * 0.5 ** (1 / 2.4) - 0.055;
    expect(at(rampColours(stops, 'scene', 'light', 3), 1)[0]).toBeCloseTo(half, 5);
  });
  it('in Oklab passes no darker than its ends, whatever the scene', () => {
    const yellow = [
      { at: 0, colour: '#ffd000' },
      { at: 1, colour: '#00b0ff' },
    ];
    const ramp = rampColours(yellow, 'oklab', 'displayed', 33);
    expect(rampColours(yellow, 'oklab', 'light', 33)).toEqual(ramp);
    const tones = Array.from({ length: 33 }, (_, i) => {
      const [r, g, b] = at(ramp, i) as [number, number, number, number];
      return luma(r, g, b);
    });
    expect(Math.min(...tones)).toBeGreaterThanOrEqual(Math.min(tones[0]!, tones[32]!) - 0.01);
  });
});
