import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { corner } from '../geometry/path';
import { parseScene } from '../scene/model/check';
import { newGroup, newLine, newModifier, newScene } from '../scene/model/make';
import { placementMap } from '../definitions/placement';
import { boxOf } from '../scene/arrange/placement';
import type { Layer } from '../scene/model/schema';
import type { LineSource } from '../sources/line-source';
import { isPath } from '../sources/line-shape';
import { boxUnder } from '../geometry/affine';
import { path } from '../testing/scenes';
import { layersOfSvg, svgOfLine } from './svg-layers';
import { readSvg } from './svg-lines';

const scene = newScene('Tide', 800, 600, null);
const asLine = (l: Layer) => l as Layer & { source: LineSource };

describe('an SVG as lines of light', () => {
  const drawing = readSvg(
    '<svg width="200" height="100"><rect id="wall" width="200" height="100" fill="#203040"/><path d="M0 50H200" fill="none" stroke="#ff8800" stroke-width="4"/></svg>',
    'a.svg',
  );
  it('is a layer for each element, painted as it was, fitted into the scene', () => {
    const layers = layersOfSvg(drawing, scene, false);
    expect(layers.map((l) => l.name)).toEqual(['wall', 'Path 2']);
    expect(parseScene({ ...scene, layers })).toBeTruthy();
    const [wall, line] = layers.map(asLine);
    expect(wall!.source.passes).toMatchObject([{ draws: 'inside', colour: '#203040' }]);
    expect(line!.source.passes).toMatchObject([{ draws: 'stroke', colour: '#ff8800', width: 4 }]);
    const box = boxUnder(placementMap(wall!.placement), boxOf(wall!)!);
    expect(box).toMatchObject({ x0: 80, x1: 720, y0: 140, y1: 460 });
  });
  it('is one layer with all paths if that is asked for', () => {
    const [one, ...rest] = layersOfSvg(drawing, scene, true);
    expect(rest).toEqual([]);
    const { shape } = asLine(one!).source;
    expect(isPath(shape) && shape.paths).toHaveLength(2);
  });
});

describe('a line as SVG', () => {
  it('comes back from it with the same anchors', () => {
    fc.assert(
      fc.property(path, (p) => {
        const line = asLine(newLine('L & <b>', p));
        const { elements } = readSvg(svgOfLine(line, scene), 'a.svg');
        expect(elements).toHaveLength(line.source.passes.length);
        const back = elements[0]!.paths[0]!;
        const own = p.anchors;
        expect(back.anchors).toHaveLength(own.length);
        back.anchors.forEach((a, i) => {
          expect(a.x).toBeCloseTo(own[i]!.x, 2);
          expect(a.y).toBeCloseTo(own[i]!.y, 2);
        });
        expect(elements.map((e) => e.strokeWidth)).toEqual(
          line.source.passes.map((s) => expect.closeTo(s.width, 2) as number),
        );
      }),
      { numRuns: 60 },
    );
  });
  it('after modifiers is what they made of it', () => {
    const line = asLine(newLine('L', { closed: false, anchors: [corner(0, 0), corner(300, 0)] }));
    line.source.modifiers = [newModifier('repeat', { copies: 3, y: 20 })];
    const { elements } = readSvg(svgOfLine(line, scene), 'a.svg');
    expect(elements[0]!.paths).toHaveLength(3);
  });
  it('goes where its corners and its group carry it', () => {
    const path = { closed: false, anchors: [corner(0, 0), corner(100, 0), corner(100, 100)] };
    const line = asLine(newLine('L', path, '#ff5a1f', 10));
    line.placement.corners = {
      box: { x0: 0, y0: 0, x1: 100, y1: 100 },
      to: [
        { x: 0, y: 0 },
        { x: 200, y: 40 },
        { x: 200, y: 120 },
        { x: 0, y: 160 },
      ],
    };
    const group = newGroup('', [line], 'through');
    group.placement = { ...group.placement, x: 50, y: 30 };
    const { elements } = readSvg(svgOfLine(line, { ...scene, layers: [group] }), 'a.svg');
    const { anchors } = elements[0]!.paths[0]!;
    expect(anchors.at(0)).toMatchObject({ x: 50, y: 30 });
    expect(anchors.at(-1)).toMatchObject({ x: 250, y: 150 });
    expect(anchors.some((a) => a.x === 250 && a.y === 70)).toBe(true);
    // At its middle the box is as large as at the crossing of its diagonals: wider than it was.
    expect(elements[0]!.strokeWidth / line.source.passes[0]!.width).toBeGreaterThan(1.1);
  });
});
