import { softLine } from '../../testing/soft-line';
import { describe, expect, it } from 'vitest';
import '../../kernels/load';
import { shippedFace } from '../../../server/src/fonts';
import { corner } from '../../geometry/path';
import { render } from '../../render/render';
import { newPass } from '../../sources/pass';
import { facesFor } from '../../text/itemise';
import { needFaces } from '../../text/library';
import { newText } from '../../text/make-text';
import { lookUp } from '../../testing/scenes';
import { asDrawn } from '../bound/bind';
import { edit } from '../edits/edit';
import { copied, duplicateLayer } from '../edits/layer-edits';
import {
  newEcho,
  newFill,
  newGrade,
  newGroup,
  newLineOf,
  newMask,
  newPicture,
  newScene,
  newShape,
  newSpill,
  newTextLayer,
} from '../model/make';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';
import { likelySubject, subjectsFor } from './subjects';
import { newWeave } from '../edits/weave-edits';

const region = { x: 0, y: 0, width: 100, height: 60 };
const of = (...layers: Layer[]): Scene => ({ ...newScene('', 100, 60, null), layers });
const alpha = (scene: Scene, x: number, y: number) =>
  render(scene, { region, scale: 1, picture: lookUp }).data[4 * (y * 100 + x) + 3]!;

/** A filled box of an id, in the middle of the scene unless it is placed. */
function box(id: string, width: number, height: number, x = 50): Layer {
  const made = newLineOf(id, {
    light: '#ffffff',
    shape: newShape('rectangle', { width, height }),
    passes: [newPass('p', '', { draws: 'inside' })],
  });
  Object.assign(made, { id, blend: 'normal' });
  Object.assign(made.placement, { x, y: 30 });
  return made;
}
const line = (id: string): Layer => ({
  ...softLine(id, { closed: false, anchors: [corner(0, 30), corner(100, 30)] }, '#ffffff', 2),
  id,
});
/** A layer masked by what another covers. */
const maskedBy = (layer: Layer, id: string): Layer => ({
  ...layer,
  mask: { ...newMask({ kind: 'layer', of: id, what: 'coverage' }), moves: false },
});

describe('what looks at another layer', () => {
  it('sees it as it is drawn, from where it stands itself', () => {
    const woven = { ...line('line'), weave: newWeave('box') };
    const group = { ...newGroup('G', [woven], 'one'), id: 'group' };
    Object.assign(group.placement, { x: 7, scaleX: 2 });
    const [, drawn] = asDrawn(of(box('box', 20, 20), group)).layers;
    const subject = drawn!.layers![0]!.weave!.subject!;
    expect(subject.layer.id).toBe('box');
    // Px of the group are twice as wide, and begin 7 px in.
    expect([subject.map[0], subject.map[4]]).toEqual([0.5, -3.5]);
  });
  it('in a group that looks at another itself is woven as ever', () => {
    const woven = {
      ...line('line'),
      weave: { ...newWeave('box'), way: 'behind' as const, spill: 0 },
    };
    const group = maskedBy({ ...newGroup('G', [woven], 'one'), id: 'group' }, 'wide');
    const hidden = { ...box('wide', 98, 58), visible: false };
    const scene = of(hidden, { ...box('box', 20, 20), visible: false }, group);
    expect(alpha(scene, 20, 30)).toBeGreaterThan(0.9);
    expect(alpha(scene, 50, 30)).toBeLessThan(0.05);
  });
  it('sees what the mask of that shows of a third', () => {
    const narrow = { ...box('narrow', 10, 50), visible: false };
    const subject = { ...maskedBy(box('wide', 80, 50), 'narrow'), visible: false };
    const woven = {
      ...line('line'),
      weave: { ...newWeave('wide'), way: 'behind' as const, spill: 0 },
    };
    const scene = of(narrow, subject, woven);
    expect(alpha(scene, 50, 30)).toBeLessThan(0.05);
    expect(alpha(scene, 30, 30)).toBeGreaterThan(0.9);
  });
  it('may be looked at by that in turn', () => {
    const [a, b] = [maskedBy(box('a', 60, 20, 40), 'b'), maskedBy(box('b', 60, 20, 60), 'a')];
    const scene = of(a, b);
    expect(alpha(scene, 50, 30)).toBeCloseTo(1, 5);
    expect(alpha(scene, 15, 30)).toBe(0);
    expect(alpha(scene, 85, 30)).toBe(0);
  });
});

describe('a copy of a group', () => {
  it('refers to its own layers, and to others as before', async () => {
    await needFaces(facesFor(newText('T', { font: 'anton' })), shippedFace);
    const text = newTextLayer('T', { font: 'anton', size: 20 });
    if (text.source.kind === 'text')
      text.source.along = { ...text.source.along!, line: 'line', path: null } as never;
    const inner = [
      box('box', 20, 20),
      { ...line('line'), weave: newWeave('box') },
      { ...newEcho(line('line'), 3), id: 'echo' },
      { ...newSpill(line('line')), id: 'spill' },
      text,
      maskedBy(box('masked', 9, 9), 'outside'),
    ];
    const group = { ...newGroup('G', inner, 'one'), id: 'group' };
    const copy = copied(group, 'copy');
    const ids = copy.layers!.map((l) => l.id);
    expect(new Set([...ids, ...inner.map((l) => l.id)]).size).toBe(12);
    const [, woven, echo, spill, along, masked] = copy.layers!;
    expect(woven!.weave!.with).toBe(ids[0]);
    expect([echo, spill].map((l) => (l!.source as { of: string }).of)).toEqual([ids[1], ids[1]]);
    expect(along!.source.kind === 'text' && along!.source.along!.line).toBe(ids[1]);
    expect(masked!.mask!.parts[0]!.shape).toMatchObject({ of: 'outside' });
  });
  it('of one layer alone goes on to refer to what it did', () => {
    const woven = { ...line('line'), weave: newWeave('box') };
    const scene = edit(of(box('box', 20, 20), woven), '', duplicateLayer('line', 'two')).scene;
    expect(scene.layers.map((l) => l.weave?.with)).toEqual([undefined, 'box', 'box']);
  });
});

describe('what a layer may look at', () => {
  const picture = (id: string, width: number, height: number): Layer => ({
    ...newPicture(
      id,
      { kind: 'picture', asset: `${'0'.repeat(64)}.png`, width, height },
      of(),
      { x: 50, y: 30 },
      false,
    ),
    id,
  });
  it('is all but itself, what it holds, what holds it, and grades', () => {
    const group = { ...newGroup('G', [line('in'), box('beside', 9, 9)], 'one'), id: 'group' };
    const scene = of({ ...newFill('F', '#000000'), id: 'fill' }, group, newGrade('N', []));
    expect(subjectsFor(scene, 'in').map((l) => l.id)).toEqual(['beside', 'fill']);
    expect(subjectsFor(scene, 'group').map((l) => l.id)).toEqual(['fill']);
    expect(subjectsFor(scene, 'gone')).toEqual([]);
  });
  it('is most likely the picture beneath that does not fill the scene', () => {
    const scene = of(picture('wall', 100, 60), picture('bird', 30, 50), line('line'));
    expect(likelySubject(scene, 'line')!.id).toBe('bird');
    const above = of(line('line'), picture('wall', 100, 60), picture('bird', 30, 50));
    expect(likelySubject(above, 'line')!.id).toBe('bird');
    expect(likelySubject(of(picture('wall', 100, 60), line('line')), 'line')).toBeNull();
    expect(everyLayer(scene.layers)).toHaveLength(3);
  });
});
