import { beforeAll, describe, expect, it } from 'vitest';
import { shippedFace } from '../../server/src/fonts';
import { defaultsOf } from '../definitions/parameter-values';
import { render } from '../render/render';
import { edit } from '../scene/edits/edit';
import { findLayer, duplicateLayer } from '../scene/edits/layer-edits';
import { newLine, newScene, newStep, newTextLayer } from '../scene/model/make';
import { smooth } from '../geometry/path';
import type { Layer, Scene } from '../scene/model/schema';
import { heightInScene, withLengths } from '../scene/edits/style-edits';
import { parseScene } from '../scene/model/check';
import { stepOfKind } from '../steps/index';
import { lookUp } from '../testing/scenes';
import { facesFor } from '../text/itemise';
import { needFaces } from '../text/library';
import { newText } from '../text/make-text';
import { parseRecipe, putRecipe, recipeOf, toggleDial } from './recipe';
import { shippedRecipes } from './shipped';

beforeAll(
  async () => void (await needFaces(facesFor(newText('T', { font: 'anton' })), shippedFace)),
);

const lettered = (size: number): { scene: Scene; id: string } => {
  const scene = newScene('', 300, 200, '#30343c');
  const layer = newTextLayer('TI', { font: 'anton', size, colour: '#909090' });
  Object.assign(layer.placement, { x: 30, y: 150 });
  return { scene: { ...scene, layers: [layer] }, id: layer.id };
};
const worn = (size: number, recipe = shippedRecipes[0]!): { scene: Scene; layer: Layer } => {
  const { scene, id } = lettered(size);
  const made = edit(scene, '', putRecipe(id, recipe)).scene;
  return { scene: made, layer: findLayer(made, id)! };
};

describe('the recipes that ship', () => {
  it('are at least sixteen, each by its own name', () => {
    expect(shippedRecipes.length).toBeGreaterThanOrEqual(16);
    expect(new Set(shippedRecipes.map((r) => r.name)).size).toBe(shippedRecipes.length);
  });
  for (const recipe of shippedRecipes)
    it(`${recipe.name} can be read, put on a layer, seen, and has dials that turn something`, () => {
      expect(parseRecipe(JSON.stringify(recipe), 'x')).toEqual(recipe);
      expect(recipe.dials.length).toBeGreaterThanOrEqual(2);
      for (const { of, key } of recipe.dials) {
        const step = recipe.steps.find((s) => s.id === of)!;
        expect(stepOfKind(step.kind).parameters).toHaveProperty(key);
      }
      const { scene } = worn(140, recipe);
      expect(() => parseScene(scene)).not.toThrow();
      const region = { x: 0, y: 0, width: 300, height: 200 };
      const see = (s: Scene) => render(s, { region, scale: 1, picture: lookUp }).data;
      const [with_, without] = [see(scene), see(lettered(140).scene)];
      expect(with_.every((v) => Number.isFinite(v) && v >= -1e-6)).toBe(true);
      const change = with_.reduce((s, v, i) => s + Math.abs(v - without[i]!), 0) / with_.length;
      expect(change).toBeGreaterThan(0.01);
    });
});

describe('putting a recipe on', () => {
  it('scales its lengths and textures to the height of the shape', () => {
    for (const recipe of shippedRecipes) {
      const { scene, layer } = worn(1000, recipe);
      const k = heightInScene(scene, layer) / recipe.height;
      expect(k).toBeCloseTo(5, 6);
      recipe.steps.forEach((step, i) => {
        for (const [key, p] of Object.entries(stepOfKind(step.kind).parameters))
          if (p.kind === 'number' && (p.unit === 'px' || p.grows)) {
            const was = step.values[key] as number | undefined;
            const is = layer.steps[i]!.values[key] as number;
            // What does not count may be left out.
            if (was === undefined) continue;
            expect(is).toBeCloseTo(Math.min(p.max, Math.max(p.min, was * k)), 3);
          }
      });
    }
  });
  it('takes the place of another, and dials name its own steps', () => {
    const { scene, layer } = worn(140);
    const again = edit(scene, '', putRecipe(layer.id, shippedRecipes[3]!)).scene;
    const now = findLayer(again, layer.id)!;
    expect(now.steps.map((s) => s.kind)).toEqual(shippedRecipes[3]!.steps.map((s) => s.kind));
    const ids = new Set(now.steps.map((s) => s.id));
    expect(now.dials.every((d) => ids.has(d.of))).toBe(true);
    expect(now.body).toBe(shippedRecipes[3]!.body);
  });
  it('leaves dials that follow a copy of the layer', () => {
    const { scene, layer } = worn(140);
    const copy = findLayer(edit(scene, '', duplicateLayer(layer.id, 'copy')).scene, 'copy')!;
    const ids = new Set(copy.steps.map((s) => s.id));
    expect(copy.dials).toHaveLength(layer.dials.length);
    expect(copy.dials.every((d) => ids.has(d.of))).toBe(true);
  });
  it('draws a line as it says, and leaves the words of a text alone', () => {
    const scene = newScene('', 300, 200, null);
    const path = { closed: false, anchors: [smooth(0, 0, 9, 9), smooth(90, 40, 9, 9)] };
    const [from, to] = [newLine('a', path, '#ff0000', 20), newLine('b', path, '#00ff00', 4)];
    const both = { ...scene, layers: [from, to] };
    const recipe = recipeOf(both, from, 'Tube');
    const made = findLayer(edit(both, '', putRecipe(to.id, recipe)).scene, to.id)!;
    expect(made.source.kind === 'line' && made.source.light).toBe('#ff0000');
    const { layer } = worn(140, recipe);
    expect(layer.source.kind === 'text' && layer.source.content).toBe('TI');
  });
});

describe('keeping a recipe', () => {
  it('and putting it back on the same layer changes nothing but ids', () => {
    const { scene, layer } = worn(173, shippedRecipes[7]!);
    const recipe = parseRecipe(JSON.stringify(recipeOf(scene, layer, 'Mine')), 'x');
    const again = findLayer(edit(scene, '', putRecipe(layer.id, recipe)).scene, layer.id)!;
    expect(again.steps.map((s) => s.values)).toEqual(layer.steps.map((s) => s.values));
    expect(again.dials.map((d) => [d.label, d.key])).toEqual(
      layer.dials.map((d) => [d.label, d.key]),
    );
  });
  it('a dial is put forward, and taken back', () => {
    const { scene, layer } = worn(140);
    const step = layer.steps[0]!;
    const with_ = edit(scene, '', toggleDial(layer.id, step.id, 'bends')).scene;
    expect(findLayer(with_, layer.id)!.dials.at(-1)).toEqual({
      label: 'Tube: Bends',
      of: step.id,
      key: 'bends',
    });
    const back = edit(with_, '', toggleDial(layer.id, step.id, 'bends')).scene;
    expect(findLayer(back, layer.id)!.dials).toEqual(layer.dials);
  });
  it.each([
    ['no JSON', '{', /is no recipe/],
    ['something else', '{"format":"x"}', /no Ignis recipe/],
    [
      'a newer one',
      JSON.stringify({ ...shippedRecipes[0], version: 9 }),
      /newer Ignis \(version 9/,
    ],
    ['a value out of range', JSON.stringify({ ...shippedRecipes[0], body: 900 }), /body/],
    [
      'a step there is not',
      JSON.stringify({
        ...shippedRecipes[0],
        steps: [{ id: 'a', kind: 'style.x', enabled: true, values: {} }],
      }),
      /There is no such step/,
    ],
  ])('%s is refused with a reason', (_what, text, reason) => {
    expect(() => parseRecipe(text, 'mine.json')).toThrow(reason);
  });
});

describe('lengths as a share of the height', () => {
  it('come to the same at the height they were turned at', () => {
    const step = newStep('style.glow');
    const shares = withLengths(step, 'share', 80);
    expect(shares.reach).toBe(50);
    expect(withLengths({ ...step, values: shares }, 'px', 80)).toEqual({ ...step.values });
    expect(defaultsOf(stepOfKind('style.glow').parameters).lengths).toBe('px');
  });
  it('come back from shares, textures and what is laid too', () => {
    const step = newStep('style.outline');
    Object.assign(step.values, { width: 8, size: 30, moveX: 12 });
    const shares = withLengths(step, 'share', 80);
    expect([shares.width, shares.size, shares.moveX]).toEqual([10, 150, 15]);
    expect(withLengths({ ...step, values: shares }, 'px', 80)).toEqual({ ...step.values });
  });
  it.each([
    ['a glow', 'style.glow', { reach: 30, blend: 'normal' }],
    ['bumps', 'style.bevel', { width: 12, bumps: 'clouds', bumpHeight: 4, bumpSize: 40 }],
    ['a texture', 'style.outline', { width: 9, paint: 'texture', size: 30, moveX: 20 }],
  ])('of %s make the same picture at twice the size, twice as large', (_what, kind, values) => {
    const see = (size: number, scale: number) => {
      const { scene, id } = lettered(size);
      const step = newStep(kind);
      Object.assign(step.values, { lengths: 'share', ...values });
      const layer = findLayer(scene, id)!;
      const own = {
        ...layer,
        steps: [step],
        placement: { ...layer.placement, x: size * 0.3, y: size },
      };
      const region = { x: 0, y: 0, width: 150, height: 100 };
      return render({ ...scene, layers: [own] }, { region, scale, picture: lookUp }).data;
    };
    const [small, large] = [see(60, 1), see(120, 0.5)];
    const worst = small.reduce((m, v, i) => Math.max(m, Math.abs(v - large[i]!)), 0);
    expect(worst).toBeLessThan(0.01);
  });
});
