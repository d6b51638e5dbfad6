import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { edit } from '../scene/edits/edit';
import { setEnd } from '../scene/edits/layer-edits';
import { newFill, newScene } from '../scene/model/make';
import type { Scene } from '../scene/model/schema';
import { lookUp } from '../testing/scenes';
import { brightestOf } from './brightest';
import { endingOf } from './ending';
import { exportScene } from './export';

/** A fill that is so many stops brighter than white in red, and half as bright in green. */
const lit = (stops: number, mixing: Scene['mixing'] = 'displayed'): Scene => ({
  ...newScene('', 40, 30, '#000000'),
  mixing,
  layers: [{ ...newFill('', '#ff8000'), intensity: stops }],
});
const ask = { scale: 1, depth: 16, background: true, picture: lookUp } as const;
const first = (scene: Scene) => [...exportScene(scene, ask).data.subarray(0, 3)];

describe('the end of a scene', () => {
  it('burns in new scenes, and ends as it did in those that say nothing of it', () => {
    const old = { ...lit(3), end: { exposure: 0, rollOff: false, knee: 80 } };
    // Cut channel by channel: the green of three stops is beyond white as well.
    expect(first(old)).toEqual([65535, 65535, 0]);
    const [r, g, b] = first(lit(3));
    expect(r).toBe(65535);
    expect(g!).toBeLessThan(65535);
    expect(b!).toBeGreaterThan(3000);
    const rolled = { ...old, end: { ...old.end, rollOff: true } };
    expect(endingOf(rolled, () => 8)).toMatchObject({ white: Infinity, knee: 0.8, burn: false });
    const dark = (s: Scene): Scene => ({ ...s, layers: lit(-1).layers });
    expect(first(dark(lit(0)))).toEqual(first(dark(old)));
  });

  it('rolls off to the brightest of the scene, which comes out white, or to what is set', () => {
    for (const mixing of ['displayed', 'light'] as const) {
      expect(brightestOf(lit(3, mixing), { picture: lookUp })).toBeCloseTo(8, 3);
      const scene = edit(lit(3, mixing), '', setEnd({ rollOff: true, burn: false })).scene;
      expect(first(scene)[0]).toBeGreaterThan(65500);
      const set = edit(scene, '', setEnd({ arrives: 'set', whiteAt: 6 })).scene;
      expect(first(set)[0]).toBeLessThan(65000);
      // Exposure counts: opened by three stops it is as bright as that.
      const open = edit(set, '', setEnd({ exposure: 3 })).scene;
      expect(first(open)[0]).toBeGreaterThan(65500);
      const brightest = edit(open, '', setEnd({ arrives: 'brightest' })).scene;
      expect(first(brightest)[0]).toBeGreaterThan(65500);
    }
  });

  it('that is turned to a roll-off arrives at white, in older scenes too', () => {
    const old = { ...lit(1), end: { exposure: 0, rollOff: false, knee: 80 } };
    expect(edit(old, '', setEnd({ rollOff: true })).scene.end.arrives).toBe('brightest');
    const was = { ...old, end: { ...old.end, rollOff: true } };
    expect(edit(was, '', setEnd({ rollOff: true })).scene.end.arrives).toBeUndefined();
  });

  it('of a part is that of the whole: its white is measured all over', () => {
    const scene = edit(lit(3), '', setEnd({ rollOff: true, burn: false })).scene;
    const part = exportScene(scene, { ...ask, region: { x: 5, y: 5, width: 4, height: 4 } });
    expect([...part.data.subarray(0, 3)]).toEqual(first(scene));
  });
});
