import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { rotation } from '../geometry/affine';
import { crop, type ColourBuffer } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { edit } from '../scene/edits/edit';
import { setPlacement } from '../scene/edits/layer-edits';
import { setStrokes } from '../scene/edits/stroke-edits';
import {
  newCastShadow,
  newEcho,
  newFill,
  newGroup,
  newPaint,
  newPicture,
  newScene,
} from '../scene/model/make';
import { parseScene } from '../scene/model/check';
import type { Layer, Scene } from '../scene/model/schema';
import { ASSET, lookUp } from '../testing/scenes';
import { paintStroke, pxAt } from '../testing/painted';
import type { PaintBrush } from '../brush/paint-brush';
import { cacheOf } from './cache';
import { menderOf } from './mend';
import { render } from './render';

const REGION: Region = { x: 0, y: 0, width: 60, height: 44 };
const ask = { region: REGION, scale: 1, picture: lookUp };
const see = (scene: Scene, region = REGION) => render(scene, { ...ask, region });

/** A stroke that covers all of a square of 20 px about (20, 20) and takes colours from (`x`, `y`) px away. */
const taking = (x: number, y: number, values: Partial<PaintBrush> = {}) =>
  paintStroke([[20, 20]], { size: 40, colours: 'elsewhere', ...values }, { offset: [x, y] });

const named = <L extends Layer>(layer: L, id: string, values: Partial<Layer> = {}): L => ({
  ...layer,
  id,
  ...values,
});

/** The picture where it stands in its own px. */
const layerOfPicture = () =>
  named(
    newPicture(
      'picture',
      { kind: 'picture', asset: ASSET, width: 60, height: 44 },
      newScene('', 60, 44, null),
      { x: 30, y: 22 },
      false,
    ),
    'picture',
  );

/** A picture on a fill, and on that paint. */
function retouched(strokes = [taking(9, 5)], values: Partial<Layer> = {}): Scene {
  const picture = layerOfPicture();
  const paint = named(newPaint('paint'), 'paint', values);
  paint.source.strokes = strokes;
  return {
    ...newScene('', 60, 44, null),
    layers: [named(newFill('ground', '#204060'), 'ground'), picture, paint],
  };
}
const without = (scene: Scene, ...ids: string[]): Scene => ({
  ...scene,
  layers: scene.layers.filter((l) => !ids.includes(l.id)),
});
const inside: Region = { x: 12, y: 12, width: 16, height: 16 };
/** What lies so far away of a part of a picture. */
const moved = (made: ColourBuffer, dx: number, dy: number): Float32Array =>
  crop(made, { ...inside, x: inside.x + dx, y: inside.y + dy }).data;

describe('a stroke that takes its colours from elsewhere', () => {
  it('paints exactly what lies there, of all beneath or of what it is clipped to', () => {
    const scene = retouched();
    const beneath = see(without(scene, 'paint'));
    expect(crop(see(scene), inside).data).toEqual(moved(beneath, 9, 5));

    const base = retouched([taking(25, 8, { takes: 'base' })], { clip: true });
    const alone = see(without(base, 'paint', 'ground'));
    const ground = pxAt(see(without(base, 'picture', 'paint')), 0, 0);
    const before = crop(see(without(base, 'paint')), inside).data;
    const made = crop(see(base), inside).data;
    const taken = moved(alone, 25, 8);
    for (let i = 0; i < made.length; i += 4) {
      // The picture is opaque here, and lets itself be covered by as much as it covers there.
      const a = taken[i + 3]!;
      for (let k = 0; k < 3; k++)
        expect(made[i + k]).toBeCloseTo(taken[i + k]! + before[i + k]! * (1 - a), 5);
    }
    expect(ground[3]).toBe(1);
  });

  it('follows what lies beneath, and where it is taken from', () => {
    const scene = retouched();
    const shifted = edit(scene, '', setPlacement('picture', { x: 2 })).scene;
    expect(crop(see(shifted), inside).data).toEqual(moved(see(without(shifted, 'paint')), 9, 5));
    const [{ id }] = (scene.layers[2] as { source: { strokes: { id: string }[] } }).source
      .strokes as [{ id: string }];
    const other = edit(scene, '', setStrokes({ layer: 'paint' }, [id], { offset: [-4, 11] })).scene;
    expect(crop(see(other), inside).data).toEqual(moved(see(without(other, 'paint')), -4, 11));
  });

  it('between px lies within what is about it, and a turned layer takes along its own axes', () => {
    const half = see(retouched([taking(8.5, 5)]));
    const exact = [8, 9].map((dx) => moved(see(without(retouched(), 'paint')), dx, 5));
    const made = crop(half, inside).data;
    const mean = made.map((_, i) => (exact[0]![i]! + exact[1]![i]!) / 2);
    const off = made.reduce((sum, v, i) => sum + Math.abs(v - mean[i]!), 0) / made.length;
    const moving = made.reduce((sum, v, i) => sum + Math.abs(v - exact[0]![i]!), 0) / made.length;
    expect(off).toBeLessThan(moving / 2);

    const scene = retouched([taking(5, -9)], {});
    const [a, b, c, d] = rotation(Math.PI / 2);
    const paint = scene.layers[2]!;
    // A quarter turn about the stroke: its own (5, −9) is (9, 5) of the scene.
    expect([a * 5 + c * -9, b * 5 + d * -9].map(Math.round)).toEqual([9, 5]);
    const turned: Scene = {
      ...scene,
      layers: [
        ...scene.layers.slice(0, 2),
        { ...paint, placement: { ...paint.placement, x: 40, y: 0, rotation: 90 } },
      ],
    };
    const [seen, wanted] = [
      crop(see(turned), inside).data,
      moved(see(without(scene, 'paint')), 9, 5),
    ];
    seen.forEach((v, i) => expect(v).toBeCloseTo(wanted[i]!, 4));
  });

  it('of which a part is the same crop of the whole, from caches too', () => {
    const scene = retouched([taking(9.3, 5.7), taking(-7, 3, { tip: 'soft', takes: 'beneath' })]);
    const whole = see(scene);
    const cache = cacheOf(2 ** 26);
    for (const part of [inside, { x: 3, y: 17, width: 41, height: 9 }]) {
      expect(see(scene, part).data).toEqual(crop(whole, part).data);
      for (let i = 0; i < 2; i++)
        expect(render(scene, { ...ask, region: part, memo: cache.memo }).data).toEqual(
          crop(whole, part).data,
        );
    }
    cache.clear();
  });

  it('is mended as it is rendered, while it is drawn and while what lies beneath is changed', () => {
    const mender = menderOf();
    const scene = retouched();
    const scenes = [
      scene,
      retouched([taking(9, 5), taking(2, 2)]),
      edit(scene, '', setPlacement('picture', { x: 3 })).scene,
      edit(scene, '', setPlacement('picture', { x: 5, y: -2 })).scene,
    ];
    for (const focus of ['paint', 'picture'])
      for (const s of scenes)
        expect(mender.mend(s, { ...ask, focus }).picture.data).toEqual(see(s).data);
    mender.clear();
  });

  it('takes nothing where nothing is left to take from, and never from itself', () => {
    const alone = without(retouched([taking(9, 5, { takes: 'base' })]), 'ground', 'picture');
    expect(see(alone).data.every((v) => v === 0)).toBe(true);

    // Beneath it stand an echo and a shadow of itself, and a group holds it with another like it.
    const whole = retouched();
    const [ground, picture, paint] = whole.layers as [Layer, Layer, Layer];
    const echo = named(newEcho(paint, 3), 'echo');
    const shadow = named(newCastShadow(paint), 'shadow');
    const second = { ...paint, id: 'second' };
    const group = named(newGroup('group', [picture, paint, second], 'one'), 'group');
    const tangled = { ...whole, layers: [ground, echo, shadow, group] };
    expect(parseScene(structuredClone(tangled)).layers).toHaveLength(4);
    const made = see(tangled);
    expect(made.data.every(Number.isFinite)).toBe(true);
    // In the group the first takes from the picture as it does alone.
    const first: Scene = {
      ...whole,
      layers: [ground, named(newGroup('group', [picture, paint], 'one'), 'group')],
    };
    expect(crop(see(first), inside).data).toEqual(crop(see(whole), inside).data);
  });
});
