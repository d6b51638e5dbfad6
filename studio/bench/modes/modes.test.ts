import { beforeAll, describe, expect, it, vi } from 'vitest';
import { corner } from '@ignis/core/geometry/path';
import {
  newCastShadow,
  newFill,
  newGrade,
  newGroup,
  newLine,
  newPicture,
  newScene,
  newShape,
  newStep,
  newTextLayer,
} from '@ignis/core/scene/model/make';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import type { Situation } from './mode';

vi.mock('../../files/face-bytes', () => ({ faceBytes: () => Promise.reject(new Error('none')) }));

/** The modes touch the worker's face, which asks the page what it can do. */
async function loaded() {
  vi.stubGlobal('crossOriginIsolated', false);
  vi.stubGlobal('navigator', { hardwareConcurrency: 1, platform: '' });
  vi.stubGlobal('window', globalThis);
  return { ...(await import('./index')), ...(await import('../../state/bench')) };
}
let all: Awaited<ReturnType<typeof loaded>>;
beforeAll(async () => void (all = await loaded()));

const scene: Scene = newScene('', 400, 300, '#000000');
const line = newLine('Line', { closed: false, anchors: [corner(0, 0), corner(90, 90)] });
const asset = `${'a'.repeat(64)}.png`;
const picture = newPicture(
  'Picture',
  { kind: 'picture', asset, width: 40, height: 30 },
  scene,
  { x: 0, y: 0 },
  false,
);
const on = (layer: Layer | null, values: Partial<Situation> = {}): Situation => ({
  ...{ scene: { ...scene, layers: layer ? [layer] : [] }, layer },
  ...{ others: [], pass: null, step: null, ...values },
});
const offered = (situation: Situation) =>
  all
    .offeredModes(situation)
    .map(({ mode, digit }) => `${digit ?? ''} ${mode.label(situation)}`.trim());

describe('the modes of the stage', () => {
  it('that a layer is offered follow from what it is and what of it is open', () => {
    expect(offered(on(null))).toEqual(['0 Select']);
    expect(offered(on(picture))).toEqual([
      ...['1 Arrange', '2 Cut out', '3 Mask', '5 Reshape', 'Smear', '7 Corners', '9 Weave'],
      '0 Select',
    ]);
    expect(offered(on(newTextLayer('TIDE'))).slice(0, 5)).toEqual([
      ...['1 Arrange', '2 Type', '3 Mask', '4 Letters', '5 Reshape'],
    ]);
    expect(offered(on(line))).toEqual([
      ...['1 Arrange', '2 Anchors', '3 Mask', '4 Width', '5 Gaps', 'Smear', '7 Corners', '9 Weave'],
      '0 Select',
    ]);
    const ready = structuredClone(line);
    ready.source.shape = newShape('ring');
    expect(offered(on(ready))).not.toContain('2 Anchors');
    expect(offered(on(newGrade('Grade', [])))).toEqual([
      ...['1 Arrange', '3 Mask', '5 Reshape', 'Smear', '0 Select'],
    ]);
    expect(offered(on(newFill('Fill', '#102030')))).not.toContain('7 Corners');
    expect(offered(on(newCastShadow(line)))).toContain('6 Lay down');
    expect(offered(on(newGroup('Group', [line], 'one')))).toContain('7 Corners');
    expect(offered(on(picture, { others: ['x'] }))).not.toContain('7 Corners');
  });

  it('have one digit each: on a line the gradient gives way to a reshaping step that is open', () => {
    const lit = structuredClone(line);
    lit.source.passes[0]!.paint = 'linear';
    const step = newStep('warp.reshape');
    lit.steps.push(step);
    expect(offered(on(lit))).toContain('6 Gradient');
    expect(offered(on(lit, { step: step.id }))).toContain('6 Reshape');
    expect(offered(on(lit, { step: step.id }))).not.toContain('6 Gradient');
    for (const layer of [null, picture, line, lit, newTextLayer('A'), newFill('F', '#000000')]) {
      const digits = all.offeredModes(on(layer, { step: step.id })).map((m) => m.digit);
      const given = digits.filter((d) => d !== undefined);
      expect(new Set(given).size).toBe(given.length);
    }
  });

  it('paint where a step works while it is open, and the scene light gives way to that', () => {
    const lit = newTextLayer('A');
    const step = newStep('style.bevel');
    step.values.follows = 'scene';
    lit.steps.push(step);
    expect(offered(on(lit))).toContain('8 Scene light');
    expect(offered(on(lit, { step: step.id }))).toContain('8 Where it works');
    expect(offered(on(lit, { step: step.id }))).toContain('Scene light');
  });

  it('end with what they are for', () => {
    const { useBench, leaveWhatIsGone } = all;
    useBench.getState().open('a', { ...scene, layers: [line] });
    useBench.getState().set({ mode: 'width' });
    leaveWhatIsGone();
    expect(useBench.getState().mode).toBe('width');
    useBench.getState().change('Bake', (s) => {
      s.layers[0]!.source = { kind: 'picture', asset, width: 4, height: 4 };
    });
    leaveWhatIsGone();
    expect(useBench.getState().mode).toBe('arrange');
    expect(() => all.modeOf('nothing')).toThrow(
      /no mode "nothing"; there are draw, write, arrange/,
    );
  });

  it('have names of their own, for the row and among the actions', () => {
    for (const of of ['key', 'action'] as const)
      expect(new Set(all.modes.map((m) => m[of])).size).toBe(all.modes.length);
  });
});
