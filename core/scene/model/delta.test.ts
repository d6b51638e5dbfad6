import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scene } from '../../testing/scenes';
import { deltaOf, withDelta } from './delta';
import { edit } from '../edits/edit';
import { setLayer } from '../edits/layer-edits';

describe('a delta', () => {
  it('leads from any plain value to any other, through a copy as messages make it', () => {
    const plain = fc
      .jsonValue({ maxDepth: 4 })
      .filter((v) => !JSON.stringify(v).includes('__proto__'));
    fc.assert(
      fc.property(plain, plain, (a, b) => {
        const sent = structuredClone(deltaOf(a, b));
        expect(withDelta(structuredClone(a), sent)).toEqual(b);
      }),
    );
  });

  it('of a scene keeps every layer that has not changed as the object it was', () => {
    fc.assert(
      fc.property(scene, fc.nat(10), (s, i) => {
        fc.pre(s.layers.length > 0);
        const at = i % s.layers.length;
        const after = edit(s, '', setLayer(s.layers[at]!.id, { name: 'Another name' })).scene;
        const there = structuredClone(s);
        const made = withDelta(there, structuredClone(deltaOf(s, after))) as typeof s;
        expect(made).toEqual(after);
        made.layers.forEach((l, k) => expect(l === there.layers[k]).toBe(k !== at));
      }),
    );
  });

  it('of one anchor in ten thousand is small', () => {
    const anchors = Array.from({ length: 10_000 }, (_, i) => ({ x: i, y: 0, in: { x: 0, y: 0 } }));
    const moved = anchors.map((a, i) => (i === 700 ? { ...a, x: 5 } : a));
    const delta = deltaOf({ anchors }, { anchors: moved });
    expect(JSON.stringify(delta).length).toBeLessThan(300);
  });
});
