import { describe, expect, it } from 'vitest';
import { newFill, newMask, newScene, newStep } from '../scene/model/make';
import type { Layer, Scene, Step } from '../scene/model/schema';
import { colourStep } from '../testing/straight-colours';
import { gradeTable } from './grade-table';

const SIDE = 9;
const picture = () => {
  throw new Error('There are no pictures in this test.');
};
const of = (...steps: Step[]): [Scene, Layer] => {
  const made = newScene('G', 40, 30, '#000000');
  const layer = { ...newFill('Fill', '#808080'), steps };
  made.layers.push(layer);
  return [made, layer];
};
const step = (kind: string, values: Step['values'] = {}): Step => {
  const made = newStep(kind);
  return { ...made, values: { ...made.values, ...values } };
};

describe('the grades of a layer as a table', () => {
  for (const mixing of ['displayed', 'light'] as const)
    it(`are what the steps make of each colour, mixed as ${mixing}`, () => {
      const contrast = { contrast: 40 };
      const [scene, layer] = of(step('grade.contrast', contrast), step('grade.invert'));
      const table = gradeTable({ ...scene, mixing }, layer.id, SIDE, { picture })!;
      for (const i of [0, 5, 100, 364, 500, 728]) {
        const [r, g, b] = [i % 9, Math.floor(i / 9) % 9, Math.floor(i / 81)].map((v) => v / 8);
        const [first] = colourStep('grade.contrast', contrast, [[r!, g!, b!, 1]], mixing);
        const [wanted] = colourStep('grade.invert', {}, [first!], mixing);
        for (let c = 0; c < 3; c++) expect(table[3 * i + c]).toBeCloseTo(wanted![c]!, 3);
      }
    });
  it('leave out what works in some places, or on more than a px', () => {
    const masked = { ...step('grade.invert'), where: newMask() };
    const [scene, layer] = of(masked, step('blur.gaussian'), step('grade.detail'));
    expect(gradeTable(scene, layer.id, SIDE, { picture })).toBeNull();
  });
});
