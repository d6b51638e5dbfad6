import { describe, expect, it } from 'vitest';
import { paintStroke, painted } from '../../testing/painted';
import { parseBrush } from './book-brush';
import { shippedBrushes } from './shipped';

describe('the brushes that ship', () => {
  it('are 24, each with a name of its own', () => {
    expect(new Set(shippedBrushes.map((b) => b.name)).size).toBe(24);
  });
  it.each(shippedBrushes.map((b) => [b.name, b] as const))('“%s” is valid, and draws', (_, b) => {
    expect(parseBrush(JSON.stringify(b), b.name)).toEqual(b);
    const way = Array.from({ length: 12 }, (_, i) => [15 + 15 * i, 60] as const);
    const made = painted([{ ...paintStroke(way), colour: b.colour, brush: b.brush }]);
    expect(made.data.some((v, i) => i % 4 === 3 && v > 0.005)).toBe(true);
    // Between saturated colours OKLab leaves the gamut by a little.
    expect(made.data.every((v) => v > -0.02 && v < 1.02)).toBe(true);
  });
});

describe('a brush file', () => {
  const good = shippedBrushes[0]!;
  const says = (value: unknown) => () =>
    parseBrush(typeof value === 'string' ? value : JSON.stringify(value), 'b.json');
  it('that is broken, newer or no brush is refused in words', () => {
    expect(says('{')).toThrow('"b.json" is no brush. Bring in one that was saved here.');
    expect(says({ ...good, version: 2 })).toThrow('was saved by a newer Ignis (version 2;');
    expect(says({ ...good, format: 'x' })).toThrow('This is no Ignis brush');
    expect(says({ ...good, brush: { ...good.brush, size: 10_000 } })).toThrow(
      'Size must be a number from 1 to 2000 px.',
    );
    expect(says({ ...good, stamp: 'data:text/html;base64,AAAA' })).toThrow('is no picture');
    expect(says({ ...good, name: '' })).toThrow('A brush has a name.');
  });
});
