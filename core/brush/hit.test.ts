import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../definitions/parameter-values';
import { distanceTo, strokeAt, strokesWithin } from './hit';
import { paintBrushParameters, type PaintStroke } from './paint-brush';

const stroke = (id: string, size: number, ...way: [x: number, y: number][]): PaintStroke => ({
  ...{ id, way: 'over', colour: '#ffffff' },
  brush: { ...defaultsOf(paintBrushParameters), size },
  points: [way.flatMap(([x, y]) => [x, y, 1, 0, 0, 0])],
});

describe('strokes at a place', () => {
  const back = stroke('back', 40, [0, 0], [100, 0]);
  const front = stroke('front', 20, [50, -50], [50, 50]);
  const dot = stroke('dot', 4, [200, 200]);
  const all = [back, front, dot];

  it('are as far away as their way is', () => {
    expect(distanceTo(back, { x: 50, y: 7 })).toBe(7);
    expect(distanceTo(back, { x: 103, y: 4 })).toBe(5);
    expect(distanceTo(dot, { x: 203, y: 196 })).toBe(5);
    expect(distanceTo({ ...dot, points: [] }, { x: 0, y: 0 })).toBe(Infinity);
  });

  it('are found the frontmost first, by as much as they cover', () => {
    expect(strokeAt(all, { x: 50, y: 5 }, 1)?.id).toBe('front');
    expect(strokeAt(all, { x: 65, y: 5 }, 1)?.id).toBe('back');
    expect(strokeAt(all, { x: 50, y: 25 }, 1)?.id).toBe('front');
    expect(strokeAt(all, { x: 80, y: 25 }, 1)).toBeNull();
  });

  it('that are thin are found beside them too', () => {
    expect(strokeAt(all, { x: 206, y: 200 }, 1)).toBeNull();
    expect(strokeAt(all, { x: 206, y: 200 }, 8)?.id).toBe('dot');
  });

  it('that erase are found where nothing else is', () => {
    const erasing: PaintStroke = { ...stroke('erasing', 60, [0, 0], [100, 0]), way: 'erase' };
    expect(strokeAt([...all, erasing], { x: 20, y: 5 }, 1)?.id).toBe('back');
    expect(strokeAt([...all, erasing], { x: 20, y: 25 }, 1)?.id).toBe('erasing');
  });

  it('are within a box if any of their points is', () => {
    const ids = (x0: number, y0: number, x1: number, y1: number) =>
      strokesWithin(all, { x0, y0, x1, y1 }).map((s) => s.id);
    expect(ids(-10, -10, 10, 10)).toEqual(['back']);
    expect(ids(40, -60, 300, 300)).toEqual(['back', 'front', 'dot']);
    expect(ids(10, 10, 20, 20)).toEqual([]);
  });
});
