import { describe, expect, it } from 'vitest';
import { completed, defaultsOf } from '../../definitions/parameter-values';
import { stepOfKind, steps } from '../../steps/index';
import { parseScene } from '../model/check';
import { newFill, newScene, newStep } from '../model/make';
import type { Layer, Scene, Step } from '../model/schema';
import { edit } from './edit';
import { duplicateStep, portableValues, putValues, resetValues, transplanted } from './step-copies';

function scene(): { scene: Scene; one: Layer; other: Layer; glow: Step } {
  const made = newScene('Two', 100, 80, null);
  const [one, other] = [newFill('One', '#203040'), newFill('Other', '#806040')];
  const glow = newStep('style.glow');
  one.steps.push(newStep('blur.gaussian'), { ...glow, amount: 60 }, newStep('grade.light'));
  made.layers.push(one, other);
  return { scene: made, one, other, glow };
}
const stepsOf = (s: Scene, layer: Layer) => s.layers.find((l) => l.id === layer.id)!.steps;

describe('a step that is duplicated', () => {
  it('stands behind itself, all of it the same but its id', () => {
    const { scene: before, one, glow } = scene();
    const after = edit(before, '', duplicateStep(one.id, glow.id, 'copy')).scene;
    const [, first, copy] = stepsOf(after, one);
    expect(stepsOf(after, one).map((s) => s.kind)).toEqual([
      ...['blur.gaussian', 'style.glow', 'style.glow', 'grade.light'],
    ]);
    expect(copy).toEqual({ ...first, id: 'copy' });
    expect(parseScene(after)).toEqual(after);
  });
});

describe('a step that is pasted', () => {
  it('names only what is there, and never the layer that it stands on', () => {
    const { scene: here, one, other } = scene();
    const match: Step = { ...newStep('grade.match'), within: 'gone' };
    match.values.of = other.id;
    const key = Object.entries(match.values).find(([, v]) => v === other.id)![0];
    expect(transplanted(match, here, one.id).values[key]).toBe(other.id);
    expect(transplanted(match, here, other.id).values[key]).toBe('');
    const elsewhere = newScene('Else', 10, 10, null);
    const pasted = transplanted(match, elsewhere, 'x');
    expect(pasted).not.toHaveProperty('within');
    expect(pasted.values[key]).toBe('');
    expect(pasted.id).not.toBe(match.id);
  });

  it('has its own mask only in the scene that it comes from', () => {
    const { scene: here, one, glow } = scene();
    const masked = { ...glow, where: { enabled: true, parts: [] } } as unknown as Step;
    expect(transplanted(masked, here, one.id)).toHaveProperty('where');
    expect(transplanted(masked, newScene('Else', 9, 9, null), 'x')).not.toHaveProperty('where');
  });
});

describe('values', () => {
  it('are put on another of the kind, and set back', () => {
    const { scene: before, one, glow } = scene();
    const put = edit(before, '', putValues(one.id, glow.id, { reach: 77, unheard: 3 })).scene;
    expect(stepsOf(put, one)[1]!.values).toEqual({ ...glow.values, reach: 77 });
    const back = edit(put, '', resetValues(one.id, glow.id)).scene;
    expect(stepsOf(back, one)[1]!.values).toEqual(defaultsOf(stepOfKind('style.glow').parameters));
    expect(stepsOf(back, one)[1]!.amount).toBe(60);
  });

  it.each(steps.map((s) => s.kind))(
    'of %s that mean the same on any layer make a whole step',
    (kind) => {
      const values = portableValues({ kind, values: defaultsOf(stepOfKind(kind).parameters) });
      const { scene: before, one } = scene();
      const fresh = newStep(kind);
      const added = edit(before, '', (s) => void s.layers[0]!.steps.push(fresh)).scene;
      const put = edit(added, '', putValues(one.id, fresh.id, values)).scene;
      expect(parseScene(put)).toEqual(put);
      expect(completed(stepOfKind(kind).parameters, stepsOf(put, one).at(-1)!.values)).toEqual(
        completed(stepOfKind(kind).parameters, fresh.values),
      );
    },
  );
});
