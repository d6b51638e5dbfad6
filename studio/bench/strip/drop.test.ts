import { describe, expect, it } from 'vitest';
import { edit } from '@ignis/core/scene/edits/edit';
import { newFill, newGrade, newGroup, newScene } from '@ignis/core/scene/model/make';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { dropAt, dropped } from './drop';

const fill = (id: string, clip = false): Layer => ({ ...newFill(id, '#204060'), id, clip });
const scene: Scene = {
  ...newScene('', 10, 10, null),
  layers: [
    fill('a'),
    fill('b', true),
    { ...newGroup('g', [fill('c')], 'through'), id: 'g' },
    { ...newGrade('m', []), id: 'm' },
    fill('d'),
  ],
};
const box = { left: 100, width: 80 };
const at = (carried: string, over: string, share: number) =>
  dropAt(scene, carried, over, box, box.left + share * box.width);

const short = (layers: readonly Layer[]): string =>
  layers
    .map((l) => `${l.id}${l.clip ? '+' : ''}${l.layers ? `[${short(l.layers)}]` : ''}`)
    .join(' ');
const let_go = (carried: string, over: string, share: number) => {
  const { label, edit: change } = dropped(scene, carried, at(carried, over, share)!);
  return [label, short(edit(scene, label, change).scene.layers)];
};

describe('a card let go over another', () => {
  it('changes depth at its sides, past what is clipped to it', () => {
    expect(let_go('d', 'a', 0.1)).toEqual(['Carry back', 'd a b+ g[c] m']);
    expect(let_go('d', 'a', 0.9)).toEqual(['Carry back', 'a b+ d g[c] m']);
    expect(let_go('a', 'd', 0.9)).toEqual(['Carry forward', 'b+ g[c] m d a']);
    expect(let_go('a', 'd', 0.1)).toEqual(['Carry forward', 'b+ g[c] m a d']);
  });
  it('is clipped in its middle, to the base of one that is clipped itself', () => {
    expect(let_go('d', 'a', 0.5)).toEqual(['Clip to a', 'a b+ d+ g[c] m']);
    expect(let_go('d', 'b', 0.4)).toEqual(['Clip to a', 'a b+ d+ g[c] m']);
  });
  it('goes into a group in its middle, and into the list of a card that stands in one', () => {
    expect(let_go('d', 'g', 0.5)).toEqual(['Put into g', 'a b+ g[c d] m']);
    expect(let_go('d', 'c', 0.1)).toEqual(['Carry back', 'a b+ g[d c] m']);
    expect(let_go('c', 'd', 0.9)).toEqual(['Carry back', 'a b+ g[] m d c']);
  });
  it('knows no middle of a grade, which nothing can be clipped to', () => {
    expect(at('d', 'm', 0.4)).toEqual({ over: 'm', how: 'behind' });
    expect(at('d', 'm', 0.6)).toEqual({ over: 'm', how: 'before' });
  });
  it('goes nowhere over itself, or what it holds', () => {
    expect(at('d', 'd', 0.5)).toBeNull();
    expect(at('g', 'c', 0.1)).toBeNull();
    expect(at('g', 'c', 0.5)).toBeNull();
  });
});
