import { describe, expect, it } from 'vitest';
import { paintBrushParameters } from '../../brush/paint-brush';
import { defaultsOf } from '../../definitions/parameter-values';
import { boxPath } from '../../geometry/box-paths';
import { translation } from '../../geometry/affine';
import { paintStroke, painted } from '../../testing/painted';
import { newPaint } from '../model/make';
import { fillWithin, insideOf, lineAlong, pathOfStroke, strokesAlong } from './stroke-lines';

const brush = defaultsOf(paintBrushParameters);
const area = (strokes: Parameters<typeof painted>[0]) =>
  painted(strokes).data.reduce((s, v, i) => s + (i % 4 === 3 ? v : 0), 0);

describe('strokes and lines', () => {
  const way = Array.from(
    { length: 60 },
    (_, i) => [20 + 2 * i, 60 + 20 * Math.sin(i / 9)] as const,
  );
  const layer = newPaint('Paint');
  layer.placement.x = 7;
  layer.source.strokes = [
    paintStroke(way, { size: 12 }, { colour: '#40c0ff' }),
    paintStroke([[1, 1]]),
  ];
  const ids = layer.source.strokes.map((s) => s.id);

  it('a stroke is a path of few anchors that keeps to its way', () => {
    const path = pathOfStroke(layer.source.strokes[0]!)!;
    expect(path.anchors.length).toBeLessThan(20);
    expect(path.anchors[0]).toMatchObject({ x: way[0]![0], y: way[0]![1] });
    expect(pathOfStroke(layer.source.strokes[1]!)).toBeNull();
  });

  it('becomes a line of light in its colour, where it lay, and strokes again', () => {
    const line = lineAlong(layer, ids)!;
    expect(line.source.light).toBe('#40c0ff');
    expect(line.placement.x).toBe(7);
    const back = strokesAlong(line, { ...brush, size: 12, hardness: 100 }, '#40c0ff');
    const [was, is] = [area([layer.source.strokes[0]!]), area(back.source.strokes)];
    expect(Math.abs(is / was - 1)).toBeLessThan(0.08);
    expect(lineAlong(layer, [ids[1]!])).toBeNull();
    expect(strokesAlong(newPaint('x'), brush, '#ffffff').source.strokes).toEqual([]);
  });
});

describe('fills', () => {
  const outer = boxPath({ x0: 20, y0: 20, x1: 120, y1: 100 });
  const hole = boxPath({ x0: 40, y0: 40, x1: 60, y1: 60 });
  it('fill what paths go round, holes left out, under a map', () => {
    expect(area([fillWithin([outer], brush, '#ffffff')!])).toBeCloseTo(100 * 80, 0);
    expect(area([fillWithin([outer, hole], brush, '#ffffff')!])).toBeCloseTo(100 * 80 - 400, 0);
    const far = fillWithin([outer], brush, '#ffffff', translation(1000, 0))!;
    expect(area([far])).toBe(0);
    expect(fillWithin([], brush, '#ffffff')).toBeNull();
  });
  it('fill the inside of drawn strokes', () => {
    const layer = newPaint('Paint');
    const square = [
      [50, 20],
      [150, 20],
      [150, 100],
      [50, 100],
    ] as const;
    layer.source.strokes = [paintStroke(square)];
    const [fill] = insideOf(layer, [layer.source.strokes[0]!.id], brush, '#ff0000');
    expect(fill!.colour).toBe('#ff0000');
    expect(area([fill!])).toBeCloseTo(100 * 80, 0);
  });
});
