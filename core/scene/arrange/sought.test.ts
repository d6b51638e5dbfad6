import { describe, expect, it } from 'vitest';
import { corner } from '../../geometry/path';
import { newFill, newGrade, newGroup, newLine, newStep, newTextLayer } from '../model/make';
import type { Layer } from '../model/schema';
import { foundAmong, isSearch, type Sought } from './sought';

const line = newLine(
  'Tide line',
  { closed: false, anchors: [corner(0, 0), corner(9, 9)] },
  '#ffffff',
  4,
);
const text = newTextLayer('Tide');
text.name = 'Tide letters';
const lit: Layer = { ...newFill('Lit sign', '#102030'), steps: [newStep('style.tube')] };
const hidden: Layer = { ...newFill('Dusk', '#102030'), visible: false, clip: true };
const group: Layer = { ...newGroup('All signs', [lit], 'one') };
const mood = newGrade('Mood', []);
const layers = [hidden, line, text, group, mood];

const found = (sought: Partial<Sought>) => {
  const ids = foundAmong(layers, { name: '', sorts: [], marks: [], ...sought });
  return [...layers, lit].filter((l) => ids.has(l.id)).map((l) => l.name);
};

describe('layers that are looked for', () => {
  it('are found by parts of their names, in any case and order', () => {
    expect(found({ name: 'TIDE' })).toEqual(['Tide line', 'Tide letters']);
    expect(found({ name: ' letters tide ' })).toEqual(['Tide letters']);
    expect(found({ name: 'nothing' })).toEqual([]);
  });

  it('come with the groups that they stand in, and not with their neighbours', () => {
    expect(found({ name: 'lit' })).toEqual(['All signs', 'Lit sign']);
    expect(found({ name: 'all signs' })).toEqual(['All signs']);
  });

  it('are lights by their source or by a style that gives light', () => {
    expect(found({ sorts: ['lights'] })).toEqual(['Tide line', 'All signs', 'Lit sign']);
    const off = { ...lit, steps: [{ ...lit.steps[0]!, enabled: false }] };
    expect(foundAmong([off], { name: '', sorts: ['lights'], marks: [] }).size).toBe(0);
  });

  it('have one of the marks that are asked for, within groups too', () => {
    const marked = layers.map((l, i) => ({
      ...l,
      ...(i === 1 && { mark: 'coral' as const }),
      ...(i === 3 && { layers: [{ ...lit, mark: 'teal' as const }] }),
    }));
    const names = (marks: Sought['marks'], name = '') => {
      const ids = foundAmong(marked, { name, sorts: [], marks });
      return [...marked, lit].filter((l) => ids.has(l.id)).map((l) => l.name);
    };
    expect(names(['coral'])).toEqual(['Tide line']);
    expect(names(['coral', 'teal'])).toEqual(['Tide line', 'All signs', 'Lit sign']);
    expect(names(['coral'], 'letters')).toEqual([]);
    expect(names(['moss'])).toEqual([]);
  });

  it('are of every sort that is asked for', () => {
    expect(found({ sorts: ['subjects'] })).toContain('Tide letters');
    expect(found({ sorts: ['grades'] })).toEqual(['Mood']);
    expect(found({ sorts: ['hidden'] })).toEqual(['Dusk']);
    expect(found({ sorts: ['hidden', 'masked'] })).toEqual(['Dusk']);
    expect(found({ sorts: ['hidden', 'lights'] })).toEqual([]);
  });

  it('are all where nothing is asked for', () => {
    expect(found({})).toHaveLength(6);
    expect(isSearch({ name: '  ', sorts: [], marks: [] })).toBe(false);
    expect(isSearch({ name: 'a', sorts: [], marks: [] })).toBe(true);
    expect(isSearch({ name: '', sorts: ['hidden'], marks: [] })).toBe(true);
    expect(isSearch({ name: '', sorts: [], marks: ['coral'] })).toBe(true);
  });
});
