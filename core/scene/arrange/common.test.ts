import { describe, expect, it } from 'vitest';
import { edit } from '../edits/edit';
import { newFill, newScene, newStep, newTextLayer } from '../model/make';
import type { Layer, Step } from '../model/schema';
import { commonBlend, commonSteps, enableCommonStep, setCommonStep, setLayers } from './common';

const step = (kind: string, values: Step['values'] = {}): Step => {
  const made = newStep(kind);
  return { ...made, values: { ...made.values, ...values } };
};
const layer = (name: string, ...steps: Step[]): Layer => ({ ...newFill(name, '#203040'), steps });

describe('what layers have in common', () => {
  const one = layer(
    'One',
    step('style.glow', { reach: 30 }),
    step('blur.gaussian'),
    step('style.glow', { reach: 90 }),
  );
  const two = layer(
    'Two',
    step('style.glow', { reach: 30, core: 10 }),
    step('style.glow', { reach: 70 }),
    step('grade.light'),
  );

  it('are steps of a kind, the first with the first and the second with the second', () => {
    const common = commonSteps([one, two]);
    expect(common.map((c) => c.kind)).toEqual(['style.glow', 'style.glow']);
    expect(common.map((c) => c.of.map(({ step }) => step.values.reach))).toEqual([
      [30, 30],
      [90, 70],
    ]);
    expect(common.map((c) => [...c.differing])).toEqual([['core'], ['reach']]);
  });

  it('is nothing of one layer, nor where a third lacks it', () => {
    expect(commonSteps([one])).toEqual([]);
    expect(commonSteps([])).toEqual([]);
    expect(commonSteps([one, two, layer('Three', step('style.glow'))])).toHaveLength(1);
  });

  it('is set on all of them at once, and nothing else', () => {
    const scene = newScene('Both', 20, 20, null);
    scene.layers.push(one, two, layer('Other', step('style.glow', { reach: 5 })));
    const [, second] = commonSteps([one, two]);
    const after = edit(scene, '', setCommonStep(second!, { reach: 55 })).scene;
    const reaches = after.layers.map((l) =>
      l.steps.filter((s) => s.kind === 'style.glow').map((s) => s.values.reach),
    );
    expect(reaches).toEqual([[30, 55], [30, 55], [5]]);
    const off = edit(scene, '', enableCommonStep(second!, false)).scene;
    expect(off.layers.flatMap((l) => l.steps).filter((s) => !s.enabled)).toHaveLength(2);
  });

  it('keeps its looks where lengths are meant as shares from then on, each by its own height', () => {
    const scene = newScene('Both', 20, 20, null);
    const text = (name: string, size: number): Layer => ({
      ...newTextLayer('Tide', {}),
      ...{ name, steps: [step('style.glow', { reach: 30 })] },
      placement: { ...newTextLayer('Tide', {}).placement, scaleX: size, scaleY: size },
    });
    scene.layers.push(text('Small', 1), text('Large', 2));
    const [glow] = commonSteps(scene.layers);
    const after = edit(scene, '', setCommonStep(glow!, { lengths: 'share' })).scene;
    const [small, large] = after.layers.map((l) => l.steps[0]!.values);
    expect([small!.lengths, large!.lengths]).toEqual(['share', 'share']);
    expect(small!.reach).not.toBe(30);
    expect((small!.reach as number) / (large!.reach as number)).toBeCloseTo(2, 2);
  });

  it('has the blend and opacity of the first, and says what differs', () => {
    const faint = { ...two, opacity: 40 };
    expect(commonBlend([one, faint])).toEqual({
      values: { blend: 'normal', opacity: 100 },
      differing: new Set(['opacity']),
    });
    const scene = newScene('Both', 20, 20, null);
    scene.layers.push(one, faint);
    const after = edit(scene, '', setLayers([one.id, two.id], { opacity: 70 })).scene;
    expect(after.layers.map((l) => l.opacity)).toEqual([70, 70]);
  });
});
