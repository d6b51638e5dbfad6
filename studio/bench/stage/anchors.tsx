import type { RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { apply, invert } from '@ignis/core/geometry/affine';
import {
  bendSegment,
  holdAngle,
  insertAnchor,
  moveAnchor,
  nearestOn,
  setHandle,
  turnAnchor,
} from '@ignis/core/geometry/edit-path';
import type { Path } from '@ignis/core/geometry/path';
import { segments } from '@ignis/core/geometry/path';
import { setPath } from '@ignis/core/scene/line-edits';
import { placementMap } from '@ignis/core/scene/placement';
import type { Layer } from '@ignis/core/scene/schema';
import type { LineSource } from '@ignis/core/sources/line';
import { useAround, useBench } from '../../state/bench';
import { segmentData } from '@ignis/core/geometry/path-data';
import { toStage } from './path-outline';
import { follow, scenePoint } from './pointer';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer & { source: LineSource };
  /** One of the line's paths, and which. */
  path: Path;
  index: number;
}

/** The anchors and handles of a line: drag them, click a segment to insert one, drag it to bend it. */
export function Anchors({ stage, layer, path, index }: Props) {
  const view = useBench((s) => s.view);
  const chosen = useBench((s) => (s.anchor?.path === index ? s.anchor.index : null));
  const around = useAround(layer.id);
  const map = toStage(view, around, layer.placement);
  const inverse = invert(placementMap(layer.placement));
  if (!inverse) return null;
  const own = (e: { clientX: number; clientY: number }): Point =>
    apply(inverse, scenePoint(stage.current!, e, around));
  const { drag, drop, change, set } = useBench.getState();

  const dragAnchor = (i: number) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    set({ anchor: { path: index, index: i } });
    const from = path.anchors[i]!;
    const start = own(down);
    follow(down.nativeEvent, {
      move(e) {
        const p = own(e);
        const to = { x: from.x + p.x - start.x, y: from.y + p.y - start.y };
        drag(
          'Move an anchor',
          setPath(layer.id, moveAnchor(path, i, e.shiftKey ? holdAngle(from, to) : to), index),
        );
      },
      up: drop,
    });
  };

  const dragHandle = (i: number, which: 'in' | 'out') => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const a = path.anchors[i]!;
    follow(down.nativeEvent, {
      move(e) {
        const p = own(e);
        const to = e.shiftKey ? holdAngle(a, p) : p;
        drag(
          'Turn a handle',
          setPath(layer.id, setHandle(path, i, which, { x: to.x - a.x, y: to.y - a.y }), index),
        );
      },
      up: drop,
    });
  };

  const pressSegment = (i: number) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const start = own(down);
    const near = nearestOn(path, start);
    if (!near) return;
    const at = near.segment === i ? near : { ...near, segment: i };
    follow(down.nativeEvent, {
      move(e) {
        const p = own(e);
        drag(
          'Bend a segment',
          setPath(
            layer.id,
            bendSegment(
              path,
              at.segment,
              Math.min(0.85, Math.max(0.15, at.t)),
              p.x - start.x,
              p.y - start.y,
            ),
            index,
          ),
        );
      },
      up(moved) {
        if (moved) return drop();
        change('Insert an anchor', setPath(layer.id, insertAnchor(path, at.segment, at.t), index));
        set({ anchor: { path: index, index: at.segment + 1 } });
      },
    });
  };

  const shownHandles = path.anchors
    .map((a, i) => ({ a, i }))
    .filter(({ i }) => chosen !== null && Math.abs(i - chosen) <= 1);

  return (
    <g>
      {segments(path).map((c, i) => (
        <g key={i} onPointerDown={pressSegment(i)} className="group cursor-copy">
          <path
            d={segmentData(map, c)}
            fill="none"
            stroke="#000"
            strokeOpacity={0.3}
            strokeWidth={1}
          />
          <path
            d={segmentData(map, c)}
            fill="none"
            stroke="#ff7a3c"
            strokeOpacity={0}
            strokeWidth={14}
            className="transition-[stroke-opacity] group-hover:[stroke-opacity:.22]"
            data-segment={i}
          >
            <title>Click to insert an anchor, drag to bend</title>
          </path>
        </g>
      ))}
      {shownHandles.flatMap(({ a, i }) =>
        (['in', 'out'] as const)
          .filter((w) => a[w].x !== 0 || a[w].y !== 0)
          .map((w) => {
            const p = apply(map, a);
            const h = apply(map, { x: a.x + a[w].x, y: a.y + a[w].y });
            return (
              <g key={`${i}${w}`}>
                <line
                  x1={p.x}
                  y1={p.y}
                  x2={h.x}
                  y2={h.y}
                  stroke="#000"
                  strokeOpacity={0.5}
                  strokeWidth={3}
                />
                <line x1={p.x} y1={p.y} x2={h.x} y2={h.y} stroke="#ffc8ac" strokeWidth={1.2} />
                <circle
                  cx={h.x}
                  cy={h.y}
                  r={10}
                  fill="transparent"
                  onPointerDown={dragHandle(i, w)}
                  className="cursor-move"
                  data-handle={`${i}-${w}`}
                />
                <circle
                  cx={h.x}
                  cy={h.y}
                  r={4}
                  fill="#ffae85"
                  stroke="#000"
                  strokeOpacity={0.5}
                  pointerEvents="none"
                />
              </g>
            );
          }),
      )}
      {path.anchors.map((a, i) => {
        const p = apply(map, a);
        const size = chosen === i ? 6.5 : 5;
        const fill = chosen === i ? '#ff7a3c' : '#161616';
        return (
          <g
            key={i}
            onPointerDown={dragAnchor(i)}
            onDoubleClick={(e) => {
              e.stopPropagation();
              change(
                a.kind === 'smooth' ? 'Make a corner' : 'Make smooth',
                setPath(layer.id, turnAnchor(path, i), index),
              );
            }}
            className="cursor-move"
            data-anchor={i}
          >
            <title>
              {a.kind === 'smooth'
                ? 'Smooth anchor: drag it; double-click makes it a corner'
                : 'Corner anchor: drag it; double-click makes it smooth'}
            </title>
            <circle cx={p.x} cy={p.y} r={12} fill="transparent" />
            {a.kind === 'smooth' ? (
              <circle cx={p.x} cy={p.y} r={size} fill={fill} stroke="#fff" strokeWidth={2} />
            ) : (
              <rect
                x={p.x - size}
                y={p.y - size}
                width={2 * size}
                height={2 * size}
                rx={1.5}
                transform={`rotate(45 ${p.x} ${p.y})`}
                fill={fill}
                stroke="#fff"
                strokeWidth={2}
              />
            )}
          </g>
        );
      })}
    </g>
  );
}
