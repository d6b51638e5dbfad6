import { describe, expect, it } from 'vitest';
import { render } from '../../render/render';
import { parseScene } from '../model/check';
import { newScene } from '../model/make';
import { started, startingPoints } from './index';
import { renew } from '../edits/layer-edits';
import { everyLayer } from '../model/schema';

const scene = { ...newScene('', 600, 400, '#161a24'), layers: [] };
const none = () => {
  throw new Error('No starting point needs a picture.');
};

for (const point of startingPoints)
  describe(point.label, () => {
    const layer = started(point, scene, { x: 300, y: 200 });
    const lit = { ...scene, layers: [layer] };
    it('is a layer like any other: a scene with it is valid, and its ids are its own', () => {
      expect(parseScene(JSON.parse(JSON.stringify(lit)))).toEqual(lit);
      const again = started(point, scene, { x: 300, y: 200 });
      const ids = (l: typeof layer) => everyLayer([l]).map((x) => x.id);
      expect(ids(layer).some((id) => ids(again).includes(id))).toBe(false);
      const copy = structuredClone(layer);
      renew(copy);
      expect(copy).not.toEqual(layer);
    });
    it('changes the picture round its middle, and leaves the corners of the scene alone', () => {
      // Something for the blends to work on.
      const lamp = { ...lit, background: '#606878' };
      const ask = { region: { x: 0, y: 0, width: 600, height: 400 }, scale: 1, picture: none };
      const { data } = render(lamp, ask);
      const plain = render({ ...lamp, layers: [] }, ask).data;
      const differs = (x: number, y: number) => {
        const i = (y * 600 + x) * 4;
        return Math.max(...[0, 1, 2].map((c) => Math.abs(data[i + c]! - plain[i + c]!)));
      };
      let changed = 0;
      for (let y = 0; y < 400; y += 4)
        for (let x = 0; x < 600; x += 4) if (differs(x, y) > 0.02) changed++;
      expect(changed).toBeGreaterThan(150);
      expect(changed).toBeLessThan(13_000);
      for (const [x, y] of [
        [2, 2],
        [597, 2],
        [2, 397],
        [597, 397],
      ] as const)
        expect(differs(x, y)).toBeLessThan(0.02);
    });
  });
