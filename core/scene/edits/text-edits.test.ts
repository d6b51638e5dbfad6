import { softLine } from '../../testing/soft-line';
import { beforeAll, describe, expect, it } from 'vitest';
import { shippedFace } from '../../../server/src/fonts';
import { ring } from '../../../demo/examples/make';
import { render } from '../../render/render';
import type { Region } from '../../pixels/region';
import { lookUp } from '../../testing/scenes';
import { facesFor } from '../../text/itemise';
import { layoutOf } from '../../text/layout';
import { needFaces } from '../../text/library';
import { newText } from '../../text/make-text';
import { asDrawn, drawnLayer, ownBox } from '../bound/bind';
import { edit } from './edit';
import { findLayer, removeLayer, setPlacement } from './layer-edits';
import { candidatesOf, hasCandidates, sheetBox, spreadOf, usualRange } from './candidates';
import { newEcho, newScene, newTextLayer } from '../model/make';
import type { Scene } from '../model/schema';
import { changeText, outlinedText, pathBeneath, putAlong, splitIntoLetters } from './text-edits';
import { blendParameter } from '../../blend/parameter';
import { percent } from '../../definitions/number-parameters';
import { letterParameters } from '../../text/content';

beforeAll(
  async () => void (await needFaces(facesFor(newText('T', { font: 'anton' })), shippedFace)),
);

const REGION: Region = { x: 0, y: 0, width: 240, height: 140 };
const see = (s: Scene) => render(s, { region: REGION, scale: 1, picture: lookUp }).data;
const worst = (a: Float32Array, b: Float32Array) =>
  a.reduce((m, v, i) => Math.max(m, Math.abs(v - b[i]!)), 0);

function lettered(content = 'TIDE') {
  const text = newTextLayer(content, { font: 'anton', size: 80, colour: '#ffffff' });
  Object.assign(text.placement, { x: 20, y: 100, rotation: 8 });
  const scene: Scene = { ...newScene('', 240, 140, null), layers: [text] };
  return { scene, text };
}

describe('a text as a layer', () => {
  it('goes on to carry the name of its words until it is given another', () => {
    const { scene, text } = lettered();
    const typed = edit(
      scene,
      '',
      changeText(text.id, (t) => ({ ...t, ...newText('Ember\nPier') })),
    ).scene;
    expect(typed.layers[0]!.name).toBe('Ember Pier');
    const named = { ...typed, layers: [{ ...typed.layers[0]!, name: 'Title' }] };
    const again = edit(
      named,
      '',
      changeText(text.id, (t) => ({ ...t, ...newText('X') })),
    ).scene;
    expect(again.layers[0]!.name).toBe('Title');
  });
  it('split into letters looks the same', () => {
    const { scene, text } = lettered();
    if (text.source.kind !== 'text') throw new Error('It is no text.');
    const split = edit(scene, '', splitIntoLetters(text.id, text.source, 'group')).scene;
    expect(findLayer(split, 'group')!.layers!.map((l) => l.name)).toEqual(['T', 'I', 'D', 'E']);
    expect(worst(see(split), see(scene))).toBeLessThan(0.004);
  });
  it('as outlines fills the same shape', () => {
    const { scene, text } = lettered();
    if (text.source.kind !== 'text') throw new Error('It is no text.');
    const line = outlinedText({ ...text, source: text.source }, 4);
    if (line.source.kind !== 'line') throw new Error('It is no line.');
    const [pass] = line.source.passes;
    const filled = {
      ...line,
      blend: 'normal' as const,
      source: {
        ...line.source,
        passes: [
          {
            ...pass!,
            draws: 'inside' as const,
            rule: 'nonzero' as const,
            blur: 0,
            intensity: 0,
            grow: 0,
            opacity: 100,
            colour: '#ffffff',
            blend: 'normal' as const,
          },
        ],
      },
    };
    expect(worst(see({ ...scene, layers: [filled] }), see(scene))).toBeLessThan(0.004);
  });
  it('is followed by an echo', () => {
    const { scene, text } = lettered();
    const echo = newEcho(text, 5);
    const drawn = drawnLayer({ ...scene, layers: [text, echo] }, echo.id)!;
    expect(drawn.source).toBe(text.source);
    expect(ownBox({ ...scene, layers: [text, echo] }, echo)).not.toBeNull();
  });
});

describe('a text along a line', () => {
  const along = () => {
    const { scene, text } = lettered();
    const line = softLine('Ring', ring(0, 0, 50));
    Object.assign(line.placement, { x: 120, y: 70 });
    const both = { ...scene, layers: [line, text] };
    return { line, text, scene: edit(both, '', putAlong(text.id, line.id)).scene };
  };
  const middles = (scene: Scene, id: string) => {
    const { source } = drawnLayer(scene, id)!;
    return source.kind === 'text' ? layoutOf(source).letters.map((l) => l.place) : [];
  };
  it('stands on it wherever both are placed, and follows it', () => {
    const { scene, text, line } = along();
    const before = middles(scene, text.id);
    const moved = edit(scene, '', setPlacement(line.id, { x: 150 })).scene;
    expect(middles(moved, text.id)).not.toEqual(before);
    // Moving the text moves it not at all: it stands on the line.
    const still = see(edit(scene, '', setPlacement(text.id, { x: 60 })).scene);
    expect(worst(still, see(scene))).toBeLessThan(0.02);
  });
  it('is the same object as long as nothing moves, so that it is laid out once', () => {
    const { scene, text } = along();
    expect(drawnLayer(scene, text.id)!.source).toBe(findLayer(asDrawn(scene), text.id)!.source);
  });
  it('stands straight when its line is gone', () => {
    const { scene, text, line } = along();
    const gone = edit(scene, '', removeLayer(line.id)).scene;
    expect(middles(gone, text.id).every((m) => m[1] === 0)).toBe(true);
  });
  it('may have a new arch beneath it, as wide as it is', () => {
    const { text } = lettered();
    const arch = pathBeneath(text, { width: 90, height: 20 });
    const box = ownBox({ ...newScene('', 9, 9, null), layers: [arch] }, arch)!;
    expect(box.x1 - box.x0).toBeCloseTo(90, 5);
    expect(arch.placement).toEqual(text.placement);
  });
});

describe('a look sheet', () => {
  it('spreads numbers evenly from one to another, as finely as they step', () => {
    expect(spreadOf(0, 10, 5, 1)).toEqual([0, 2.5, 5, 7.5, 10]);
    expect(spreadOf(0, 1, 3, 0.1)).toEqual([0, 0.5, 1]);
    expect(spreadOf(3, 3, 4, 1)).toEqual([3]);
  });
  it('has all blends, all families, and no candidates for a colour', () => {
    const blend = blendParameter('Blend', 'normal');
    expect(candidatesOf(blend, usualRange(blend)).length).toBe(blend.options.length);
    expect(
      candidatesOf(letterParameters.font, usualRange(letterParameters.font)).length,
    ).toBeGreaterThan(20);
    expect(hasCandidates(letterParameters.colour)).toBe(false);
    expect(
      candidatesOf(percent('x', 5), { from: 0, to: 100, count: 3 }).map((c) => c.label),
    ).toEqual(['0 %', '50 %', '100 %']);
  });
  it('shows a box with room round it, in its proportions, within the scene', () => {
    const scene = { width: 1000, height: 600 };
    const box = sheetBox({ x0: 0, y0: 0, x1: 100, y1: 20 }, scene, 1.5);
    expect((box.x1 - box.x0) / (box.y1 - box.y0)).toBeCloseTo(1.5, 6);
    expect(box.x0).toBe(0);
    expect(box.y0).toBe(0);
    const whole = sheetBox(null, scene, 1.5);
    expect(whole.x1 - whole.x0).toBeGreaterThanOrEqual(900);
    expect((whole.y0 + whole.y1) / 2).toBeCloseTo(300, 6);
  });
});
