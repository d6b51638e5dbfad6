import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distinct, namedBy, unknownWords } from './name-pattern';

const words = { name: 'Night seven', scale: 0.5, width: 960, height: 600 };

describe('a pattern of names', () => {
  it('says the scene, the layer, its place and the size', () => {
    expect(namedBy('{name} {width}x{height} @{scale}', words)).toBe('Night seven 960x600 @0.5');
    expect(namedBy('{number} {layer}', { ...words, layer: 'Halo', number: 3 })).toBe('03 Halo');
    expect(namedBy('{number} {layer}', { ...words, layer: 'Halo', number: 112 })).toBe('112 Halo');
  });

  it('leaves no gap for what does not apply, and keeps what it does not know', () => {
    expect(namedBy('{name} {layer} end', words)).toBe('Night seven end');
    expect(namedBy('{moon} {name}', words)).toBe('{moon} Night seven');
    expect(unknownWords('{moon} {name} {}')).toEqual(['moon', '']);
  });

  it('leaves blanks of its own alone, as a folder may have them', () =>
    expect(namedBy('/my  dir/{name}.png', words)).toBe('/my  dir/Night seven.png'));

  it('takes names of layers as they are, braces too', () =>
    expect(namedBy('{layer}', { ...words, layer: '{name}' })).toBe('{name}'));
});

describe('names of files in one place', () => {
  it('are each there once', () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom('a', 'A', 'a 2', 'b', 'a 3')), (names) => {
        const own = distinct(names);
        expect(new Set(own.map((n) => n.toLowerCase())).size).toBe(names.length);
        own.forEach((n, i) => expect(n.startsWith(names[i]!)).toBe(true));
      }),
    ));
});
