import { useEffect, useState, type RefObject } from 'react';
import type { Affine, Point } from '@ignis/core/geometry/affine';
import { apply } from '@ignis/core/geometry/affine';
import { boxBetween, boxPath, ovalPath } from '@ignis/core/geometry/box-paths';
import { corner, mapPath } from '@ignis/core/geometry/path';
import type { AreaShape } from '@ignis/core/masks/area';
import type { FadeShape } from '@ignis/core/masks/fade';
import { follow, stagePoint } from '../../stage/pointer';
import { tenth } from '../../stage/tenth';

interface AreasProps {
  stage: RefObject<HTMLElement | null>;
  /** From CSS px of the stage to those that the areas are drawn in. */
  back: Affine;
  tool: 'lasso' | 'box' | 'oval' | 'fade';
  /** What the pointer is followed on. */
  surface: object;
  works: boolean;
  put(shape: AreaShape | FadeShape): void;
}

/** Nearer than this to where it began a lasso is closed, CSS px. */
const CLOSE = 12;

/** Areas are drawn: boxes, ovals, lassos of lines by hand and straight ones, and fades. */
export function Areas({ stage, back, tool, surface, works, put }: AreasProps) {
  const [points, setPoints] = useState<Point[]>([]);
  /** A fade, or the corners of a box, while it is drawn. */
  const [span, setSpan] = useState<[Point, Point] | null>(null);
  useEffect(() => setPoints([]), [tool]);
  const at = (e: { clientX: number; clientY: number }) => stagePoint(stage.current!, e);
  const own = (p: Point) => {
    const q = apply(back, p);
    return { x: tenth(q.x), y: tenth(q.y) };
  };
  const close = (all: readonly Point[]) => {
    setPoints([]);
    if (all.length < 3) return;
    const anchors = all.map(own).map((p) => corner(p.x, p.y));
    put({ kind: 'area', paths: [{ closed: true, anchors }] });
  };

  useEffect(() => {
    if (points.length === 0) return;
    const key = (e: KeyboardEvent) => {
      if (e.key !== 'Enter' && e.key !== 'Escape') return;
      e.preventDefault();
      e.stopPropagation();
      if (e.key === 'Enter') close(points);
      else setPoints([]);
    };
    window.addEventListener('keydown', key, true);
    return () => window.removeEventListener('keydown', key, true);
  });

  const lasso = (down: React.PointerEvent) => {
    const start = at(down);
    const [first] = points;
    if (first && Math.hypot(first.x - start.x, first.y - start.y) < CLOSE) return close(points);
    let drawn = [...points, start];
    setPoints(drawn);
    follow(down.nativeEvent, {
      move(e) {
        const p = at(e);
        const q = drawn.at(-1)!;
        if (Math.hypot(p.x - q.x, p.y - q.y) < 2) return;
        drawn = [...drawn, p];
        setPoints(drawn);
      },
      up(moved) {
        const [a, z] = [drawn[0]!, drawn.at(-1)!];
        // A loop that was drawn by hand closes where it comes near its start.
        if (moved && drawn.length > 8 && Math.hypot(a.x - z.x, a.y - z.y) < 3 * CLOSE) close(drawn);
      },
      cancel: () => setPoints([]),
    });
  };
  const drag = (down: React.PointerEvent) => {
    const start = at(down);
    let end = start;
    let isSquare = false;
    follow(down.nativeEvent, {
      move(e) {
        end = at(e);
        isSquare = e.shiftKey;
        const { x0, y0, x1, y1 } = boxBetween(start, end, isSquare);
        setSpan(
          tool === 'fade'
            ? [start, end]
            : [
                { x: x0, y: y0 },
                { x: x1, y: y1 },
              ],
        );
      },
      up(moved) {
        setSpan(null);
        if (!moved) return;
        if (tool === 'fade') {
          const [a, b] = [own(start), own(end)];
          put({ kind: 'fade', radial: false, x0: a.x, y0: a.y, x1: b.x, y1: b.y });
        } else {
          const drawn = boxBetween(start, end, isSquare);
          const path = tool === 'oval' ? ovalPath(drawn) : boxPath(drawn);
          put({ kind: 'area', paths: [mapPath(back, path)] });
        }
      },
      cancel: () => setSpan(null),
    });
  };
  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    if (!works) return;
    if (tool === 'lasso') lasso(down);
    else drag(down);
  };
  const line = points.map((p) => `${p.x},${p.y}`).join(' ');
  return (
    <g>
      <rect {...surface} className="cursor-crosshair" onPointerDown={press} />
      <g pointerEvents="none">
        {points.length > 0 && (
          <>
            <polyline
              points={line}
              fill="none"
              stroke="#000"
              strokeOpacity={0.5}
              strokeWidth={3.5}
            />
            <polyline points={line} {...LOOK} />
            <circle cx={points[0]!.x} cy={points[0]!.y} r={5} fill="#fff" stroke="#000" />
          </>
        )}
        {span && <Drawn tool={tool} span={span} />}
      </g>
    </g>
  );
}

const LOOK = { fill: 'none', stroke: '#fff', strokeWidth: 1.5, strokeDasharray: '5 4' } as const;

/** A fade, a box or an oval, while it is drawn from one corner or end to the other. */
function Drawn({ tool, span: [a, b] }: Pick<AreasProps, 'tool'> & { span: [Point, Point] }) {
  const [width, height] = [b.x - a.x, b.y - a.y];
  if (tool === 'fade') return <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} {...LOOK} />;
  if (tool === 'box') return <rect x={a.x} y={a.y} width={width} height={height} {...LOOK} />;
  const [rx, ry] = [width / 2, height / 2];
  return <ellipse cx={a.x + rx} cy={a.y + ry} rx={rx} ry={ry} {...LOOK} />;
}
