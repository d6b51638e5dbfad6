import { describe, expect, it } from 'vitest';
import { newFill, newGrade, newScene, newStep } from '../scene/model/make';
import type { Layer, Scene } from '../scene/model/schema';
import { COLOURS, TONES, WAVE } from '../pixels/scopes';
import { sceneBefore, scopesOf } from './scopes';

const picture = () => {
  throw new Error('There are no pictures in this test.');
};
function scene(...layers: Layer[]): Scene {
  const made = newScene('', 64, 48, '#808080');
  made.layers.push(...layers);
  return made;
}
const at = (list: ArrayLike<number>) => [...Array(list.length).keys()].filter((i) => list[i]! > 0);

describe('scopes', () => {
  it('of an even colour have one tone a channel', () => {
    const { histogram, clipped, crushed } = scopesOf(scene(newFill('', '#4080ff')), null, {
      picture,
    });
    const channel = (c: number) => at(histogram.subarray(c * TONES, (c + 1) * TONES));
    expect([0, 1, 2].map(channel)).toEqual([[64], [128], [255]]);
    expect(histogram.reduce((a, b) => a + b)).toBe(4 * 64 * 48);
    expect([clipped, crushed]).toEqual([0, 0]);
  });
  it('tell of light beyond white, and of none', () => {
    const bright = newStep('grade.light');
    bright.values.exposure = 3;
    const lit = newFill('', '#c0c0c0');
    lit.steps.push(bright);
    expect(scopesOf(scene(lit), null, { picture }).clipped).toBe(1);
    expect(scopesOf(scene(newFill('', '#000000')), null, { picture }).crushed).toBe(1);
  });
  it('show tones where they are across the picture, white at the top', () => {
    const { waveform } = scopesOf(scene(newFill('', '#ffffff')), null, { picture });
    expect(at(waveform).every((i) => i < WAVE.columns)).toBe(true);
  });
  it('have grey in the middle of the map of colours', () => {
    const { colours } = scopesOf(scene(newFill('', '#777777')), null, { picture });
    const [cell] = at(colours);
    expect(Math.abs((cell! % COLOURS) - COLOURS / 2)).toBeLessThanOrEqual(1);
    expect(Math.abs(Math.floor(cell! / COLOURS) - COLOURS / 2)).toBeLessThanOrEqual(1);
  });
  it('of what comes into a step leave out that step, those after it, and what lies above a grade', () => {
    const fill = newFill('Below', '#404040');
    const grade = newGrade('Grade', []);
    const [first, second] = [newStep('grade.light'), newStep('grade.invert')];
    first.values.exposure = 1;
    grade.steps.push(first, second);
    const above = newFill('Above', '#ff0000');
    const made = scene(fill, grade, above);
    const before = sceneBefore(made, { layer: grade.id, step: second.id });
    expect(before.layers[1]!.steps.map((s) => s.enabled)).toEqual([true, false]);
    expect(before.layers.map((l) => l.visible)).toEqual([true, true, false]);
    expect(made.layers[1]!.steps.every((s) => s.enabled)).toBe(true);
    const { histogram } = scopesOf(made, { layer: grade.id, step: first.id }, { picture });
    expect(at(histogram.subarray(0, TONES))).toEqual([64]);
  });
});
