import { describe, expect, it } from 'vitest';
import { newDrops, newMist, newRain, newScene, newTextLayer } from '../model/make';
import type { Scene } from '../model/schema';
import { setAir, setSplashedOn } from './air-edits';
import { edit } from './edit';

describe('mist and weather', () => {
  const text = newTextLayer('QUAY');
  const [mist, rain, drops] = [newMist('Mist'), newRain('Rain'), newDrops('Drops')];
  const scene: Scene = { ...newScene('S', 200, 100, null), layers: [text, mist, rain, drops] };
  const layerAt = (i: number, s: Scene) => s.layers[i]!.source;

  it('take values of their own', () => {
    expect(layerAt(1, edit(scene, '', setAir(mist.id, { density: 40 })).scene)).toMatchObject({
      values: { density: 40, height: 260 },
    });
    expect(layerAt(3, edit(scene, '', setAir(drops.id, { size: 9 })).scene)).toMatchObject({
      values: { size: 9 },
    });
    expect(() => edit(scene, '', setAir(text.id, {}))).toThrow(/is no mist, rain or glass/);
  });

  it('splash on a layer, or on none', () => {
    const on = edit(scene, '', setSplashedOn(rain.id, text.id)).scene;
    expect(layerAt(2, on)).toMatchObject({ of: text.id });
    expect(layerAt(2, edit(on, '', setSplashedOn(rain.id, null)).scene)).toMatchObject({
      of: null,
    });
    expect(() => edit(scene, '', setSplashedOn(mist.id, text.id))).toThrow(/is no rain/);
  });
});
