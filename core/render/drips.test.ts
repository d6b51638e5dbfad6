import { describe, expect, it } from 'vitest';
import { paintBrushParameters } from '../brush/paint-brush';
import { noMemo } from '../definitions/memo';
import { defaultsOf } from '../definitions/parameter-values';
import { changeDrip, pulledDrip } from '../scene/edits/drip-edits';
import { edit } from '../scene/edits/edit';
import { newPaint, newScene, newStep } from '../scene/model/make';
import { dripsOf } from './drips';

describe('the drips of a layer', () => {
  const scene = newScene('', 400, 300, null);
  const layer = newPaint('Bar');
  layer.source.strokes = [
    {
      ...{ id: 'a', way: 'over', colour: '#ff0000' },
      brush: { ...defaultsOf(paintBrushParameters), size: 60, hardness: 100 },
      points: [[60, 100, 1, 0, 0, 0, 340, 100, 1, 0, 0, 9]],
    },
  ];
  const step = newStep('warp.drip');
  Object.assign(step.values, { apart: 40, share: 100, length: 50, width: 12, spread: 0 });
  layer.steps = [step];
  Object.assign(layer, { opacity: 30, blend: 'add' });
  layer.placement.x = 10;
  scene.layers.push(layer);
  const of = (s = scene, id = step.id) =>
    dripsOf(s, layer.id, id, { memo: noMemo, picture: () => null as never });

  it('are found in its own px, however faint it is laid', () => {
    const found = of();
    expect(found.length).toBeGreaterThan(4);
    for (const { at } of found) expect(Math.abs(at.y - 130)).toBeLessThan(31);
    expect(of(scene, 'no such step')).toEqual([]);
  });

  it('are changed one by one, each again by where it was found', () => {
    const [first] = of();
    const change = (values: Parameters<typeof changeDrip>[3], s = scene) =>
      edit(s, '', changeDrip(layer.id, step.id, first!.found, values)).scene;
    const longer = change({ longer: 2 });
    const [is] = of(longer);
    expect(is!.end.y - is!.at.y).toBeCloseTo(2 * (first!.end.y - first!.at.y), 3);
    const gone = change({ removed: true }, longer);
    expect(of(gone)).toHaveLength(of().length - 1);
    expect(gone.layers[0]!.steps[0]!.values.drips).toHaveLength(1);
  });

  it('follow the hand that pulls them, from where they were pulled before, within what may be stored', () => {
    const [first] = of();
    const pull = (by: { x: number; y: number }, was?: Parameters<typeof pulledDrip>[2]) =>
      pulledDrip(first!, by, was);
    const length = first!.end.y - first!.at.y;
    expect(pull({ x: 0, y: length / 2 })).toEqual({ longer: 1.5, across: 0 });
    const aside = pull({ x: 12, y: 0 });
    expect(aside.longer).toBe(1);
    const moved = edit(scene, '', changeDrip(layer.id, step.id, first!.found, aside)).scene;
    expect(of(moved)[0]!.at.x).toBeCloseTo(first!.at.x + 12, 0);
    expect(pull({ x: 0, y: length }, { longer: 2, across: 5 })).toEqual({ longer: 4, across: 5 });
    expect(pull({ x: 0, y: -2 * length }).longer).toBe(0.02);
    expect(pull({ x: 0, y: 900 * length }).longer).toBe(50);
  });
});
