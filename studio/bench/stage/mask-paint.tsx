import { useEffect, useRef, useState, type RefObject } from 'react';
import type { Affine, Point } from '@ignis/core/geometry/affine';
import { apply, invert, meanScale } from '@ignis/core/geometry/affine';
import { boxPath, ovalPath } from '@ignis/core/geometry/box-paths';
import { corner, mapPath } from '@ignis/core/geometry/path';
import type { MaskShape } from '@ignis/core/masks/index';
import { newId, newPart } from '@ignis/core/scene/make';
import { addPart, addStroke } from '@ignis/core/scene/mask-edits';
import type { Layer } from '@ignis/core/scene/schema';
import { useAround, useBench } from '../../state/bench';
import { useBrush } from '../../state/brush';
import { maskPlacement } from './mask-place';
import { toStage } from './path-outline';
import { follow, stagePoint } from './pointer';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
}

const tenth = (v: number) => Math.round(v * 10) / 10;

/** What a stroke or an area would do, in words; or why it would do nothing. */
function deed(layer: Layer, hides: boolean, around: string): { word: string; works: boolean } {
  if (!layer.visible) return { word: `${layer.name} is hidden: nothing would show`, works: false };
  if (layer.mask && !layer.mask.enabled)
    return { word: `the mask of ${layer.name} is off: nothing would change`, works: false };
  return {
    word: `${around || (hides ? 'hides' : 'reveals')} · mask of ${layer.name}`,
    works: true,
  };
}

/** A mask that is worked on: its brush, lasso, box, oval and new fades. */
export function MaskPaint({ stage, layer }: Props) {
  const { tool, hides, size, way } = useBrush();
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const map = toStage(view, around, maskPlacement(layer));
  const [pointer, setPointer] = useState<Point | null>(null);
  const last = useRef<Point | null>(null);
  const back = invert(map);
  if (!back) return null;
  const ways = { add: 'shows', subtract: 'hides', intersect: 'keeps only this' } as const;
  const said = deed(layer, hides, tool === 'brush' ? '' : ways[way]);
  const radius = (size / 2) * view.zoom;
  const surface = {
    width: '100%',
    height: '100%',
    fill: 'transparent',
    'data-testid': 'mask-surface',
    onPointerMove: (e: React.PointerEvent) => setPointer(stagePoint(stage.current!, e)),
    onPointerLeave: () => setPointer(null),
  } as const;

  const paint = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    if (!said.works) return;
    const { hardness, flow, opacity, steady } = useBrush.getState();
    const { drag, drop } = useBench.getState();
    const own = size / (meanScale(map) / view.zoom || 1);
    const points: number[] = [];
    const part = newId();
    let at: Point | null = null;
    const add = (e: PointerEvent) => {
      const p = apply(back, stagePoint(stage.current!, e));
      // A pen is followed as it is; the hand on a mouse as far behind as was asked.
      const k = 1 - steady / 100;
      at = at ? { x: at.x + (p.x - at.x) * k, y: at.y + (p.y - at.y) * k } : p;
      const pressure = e.pointerType === 'pen' ? Math.round(e.pressure * 100) / 100 : 1;
      points.push(tenth(at.x), tenth(at.y), pressure);
    };
    const put = () =>
      drag(
        hides ? 'Hide' : 'Reveal',
        addStroke(
          layer.id,
          { hides, size: own, hardness, flow, opacity, points: [...points] },
          part,
        ),
      );
    // From where the last stroke ended, straight.
    if (down.shiftKey && last.current) points.push(tenth(last.current.x), tenth(last.current.y), 1);
    add(down.nativeEvent);
    put();
    follow(down.nativeEvent, {
      move(e) {
        for (const c of e.getCoalescedEvents()) add(c);
        setPointer(stagePoint(stage.current!, e));
        put();
      },
      up() {
        last.current = at;
        drop();
      },
    });
  };

  return (
    <g>
      {tool === 'brush' ? (
        <rect {...surface} className="cursor-none" onPointerDown={paint} />
      ) : (
        <Areas {...{ stage, layer, back, surface, works: said.works }} />
      )}
      {pointer && (
        <g pointerEvents="none">
          {tool === 'brush' &&
            (
              [
                ['#000', 3, 0.5],
                [said.works ? (hides ? '#8dbdf0' : '#ffb088') : '#ff8d80', 1.5, 1],
              ] as const
            ).map(([stroke, strokeWidth, strokeOpacity]) => (
              <circle
                key={stroke}
                cx={pointer.x}
                cy={pointer.y}
                r={Math.max(2, radius)}
                fill="none"
                {...{ stroke, strokeWidth, strokeOpacity }}
                strokeDasharray={hides ? '4 3' : undefined}
              />
            ))}
          <text
            x={pointer.x + 14}
            y={pointer.y + 26}
            fontSize={12}
            fill={said.works ? '#fff' : '#ff8d80'}
            stroke="#000"
            strokeWidth={3}
            paintOrder="stroke"
            data-testid="mask-word"
          >
            {said.word}
          </text>
        </g>
      )}
    </g>
  );
}

interface AreasProps {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
  back: Affine;
  surface: object;
  works: boolean;
}

/** Nearer than this to where it began a lasso is closed, CSS px. */
const CLOSE = 12;

/** Areas are drawn: boxes, ovals, lassos of lines by hand and straight ones, and fades. */
function Areas({ stage, layer, back, surface, works }: AreasProps) {
  const { tool, way } = useBrush();
  const [points, setPoints] = useState<Point[]>([]);
  const [box, setBox] = useState<[Point, Point] | null>(null);
  useEffect(() => setPoints([]), [tool, layer.id]);
  const at = (e: { clientX: number; clientY: number }) => stagePoint(stage.current!, e);
  const own = (p: Point) => {
    const q = apply(back, p);
    return { x: tenth(q.x), y: tenth(q.y) };
  };
  const put = (shape: MaskShape) => {
    const first = !layer.mask?.parts.length;
    // A first fade shows what lies before its end, whatever areas do.
    const part = newPart(shape, shape.kind === 'fade' ? (first ? 'add' : 'intersect') : way);
    useBench.getState().change(layer.mask ? 'Add a part' : 'Add a mask', addPart(layer.id, part));
    if (shape.kind === 'fade') useBrush.setState({ tool: 'ends' });
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
    follow(down.nativeEvent, {
      move(e) {
        end = at(e);
        if (e.shiftKey && tool !== 'fade') {
          const side = Math.max(Math.abs(end.x - start.x), Math.abs(end.y - start.y));
          end = {
            x: start.x + Math.sign(end.x - start.x) * side,
            y: start.y + Math.sign(end.y - start.y) * side,
          };
        }
        setBox([start, end]);
      },
      up(moved) {
        setBox(null);
        if (!moved) return;
        if (tool === 'fade') {
          const [a, b] = [own(start), own(end)];
          put({ kind: 'fade', radial: false, x0: a.x, y0: a.y, x1: b.x, y1: b.y });
        } else {
          const { x, y, width, height } = rectOf([start, end]);
          const drawn = { x0: x, y0: y, x1: x + width, y1: y + height };
          const path = tool === 'oval' ? ovalPath(drawn) : boxPath(drawn);
          put({ kind: 'area', paths: [mapPath(back, path)] });
        }
      },
      cancel: () => setBox(null),
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
  const look = { fill: 'none', stroke: '#fff', strokeWidth: 1.5, strokeDasharray: '5 4' } as const;
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
            <polyline points={line} {...look} />
            <circle cx={points[0]!.x} cy={points[0]!.y} r={5} fill="#fff" stroke="#000" />
          </>
        )}
        {box && tool === 'fade' && (
          <line x1={box[0].x} y1={box[0].y} x2={box[1].x} y2={box[1].y} {...look} />
        )}
        {box && tool === 'box' && <rect {...rectOf(box)} {...look} />}
        {box && tool === 'oval' && (
          <ellipse
            cx={(box[0].x + box[1].x) / 2}
            cy={(box[0].y + box[1].y) / 2}
            rx={Math.abs(box[1].x - box[0].x) / 2}
            ry={Math.abs(box[1].y - box[0].y) / 2}
            {...look}
          />
        )}
      </g>
    </g>
  );
}

const rectOf = ([a, b]: [Point, Point]) => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  width: Math.abs(b.x - a.x),
  height: Math.abs(b.y - a.y),
});
