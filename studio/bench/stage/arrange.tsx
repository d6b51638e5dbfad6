import type { RefObject } from 'react';
import type { Box, Point } from '@ignis/core/geometry/affine';
import { apply } from '@ignis/core/geometry/affine';
import { setPlacement } from '@ignis/core/scene/edits';
import { boxOf, middleOf, placementMap, repivoted } from '@ignis/core/scene/placement';
import type { Layer, Placement } from '@ignis/core/scene/schema';
import { useAround, useBench } from '../../state/bench';
import { toStage } from './path-outline';
import { follow, scenePoint } from './pointer';

/** Handles by their share of the box: corners keep proportions, sides stretch. */
const HANDLES = [
  [0, 0],
  [0.5, 0],
  [1, 0],
  [1, 0.5],
  [1, 1],
  [0.5, 1],
  [0, 1],
  [0, 0.5],
] as const;

const at = (box: Box, u: number, v: number): Point => ({
  x: box.x0 + (box.x1 - box.x0) * u,
  y: box.y0 + (box.y1 - box.y0) * v,
});

/** The placement after a handle was pulled to a place (scene px); the opposite handle stays. */
function pulled(p: Placement, box: Box, [u, v]: readonly [number, number], to: Point): Placement {
  const h = at(box, u, v);
  const o = at(box, 1 - u, 1 - v);
  const map = placementMap(p);
  const from = apply(map, o);
  const a = (-p.rotation * Math.PI) / 180;
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const x = dx * Math.cos(a) - dy * Math.sin(a);
  const y = dx * Math.sin(a) + dy * Math.cos(a);
  const w = h.x - o.x;
  const t = h.y - o.y;
  let scaleX = p.scaleX;
  let scaleY = p.scaleY;
  if (u !== 0.5 && v !== 0.5) {
    // Proportions are kept: how far along the diagonal the pointer has come decides.
    const diagonal = { x: w * p.scaleX, y: t * p.scaleY };
    const l = diagonal.x ** 2 + diagonal.y ** 2;
    const k = l > 0 ? (x * diagonal.x + y * diagonal.y) / l : 1;
    scaleX = sized(p.scaleX * k, p.scaleX);
    scaleY = (p.scaleY * scaleX) / p.scaleX;
  } else if (v === 0.5 && Math.abs(w) > 1e-6) scaleX = sized(x / w, p.scaleX);
  else if (u === 0.5 && Math.abs(t) > 1e-6) scaleY = sized(y / t, p.scaleY);
  const next = { ...p, scaleX, scaleY };
  const now = apply(placementMap(next), o);
  return { ...next, x: next.x + from.x - now.x, y: next.y + from.y - now.y };
}

/** A scale that never falls to nothing. */
const sized = (k: number, old: number) => (Math.abs(k) < 0.005 ? Math.sign(old) * 0.005 : k);

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
  /** A click that was no drag. */
  onClick(p: Point): void;
}

/** The box of a layer with its handles: move, scale, turn. */
export function Arrange({ stage, layer, onClick }: Props) {
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const box = boxOf(layer);
  if (!box) return null;
  const map = toStage(view, around, layer.placement);
  const { drag, drop } = useBench.getState();
  const p = layer.placement;
  const corners = [at(box, 0, 0), at(box, 1, 0), at(box, 1, 1), at(box, 0, 1)].map((c) =>
    apply(map, c),
  );
  const outline = corners.map((c) => `${c.x},${c.y}`).join(' ');
  const middle = apply(map, middleOf(box));
  const top = apply(map, at(box, 0.5, 0));
  const far = Math.hypot(top.x - middle.x, top.y - middle.y) || 1;
  const knob = {
    x: top.x + ((top.x - middle.x) / far) * 26,
    y: top.y + ((top.y - middle.y) / far) * 26,
  };

  const move = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const start = scenePoint(stage.current!, down, around);
    follow(down.nativeEvent, {
      move(e) {
        const now = scenePoint(stage.current!, e, around);
        let dx = now.x - start.x;
        let dy = now.y - start.y;
        if (e.shiftKey) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
        drag(
          'Move',
          setPlacement(layer.id, {
            x: Math.round((p.x + dx) * 10) / 10,
            y: Math.round((p.y + dy) * 10) / 10,
          }),
        );
      },
      up: (moved, e) => (moved ? drop() : onClick(scenePoint(stage.current!, e))),
    });
  };

  const scale = (handle: readonly [number, number]) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    follow(down.nativeEvent, {
      move: (e) =>
        drag(
          'Scale',
          setPlacement(layer.id, pulled(p, box, handle, scenePoint(stage.current!, e, around))),
        ),
      up: drop,
    });
  };

  const turn = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const about = repivoted(p, middleOf(box));
    const centre = apply(placementMap(about), middleOf(box));
    const angle = (e: { clientX: number; clientY: number }) => {
      const q = scenePoint(stage.current!, e, around);
      return (Math.atan2(q.y - centre.y, q.x - centre.x) * 180) / Math.PI;
    };
    const start = angle(down);
    follow(down.nativeEvent, {
      move(e) {
        const raw = about.rotation + angle(e) - start;
        const held = e.shiftKey ? Math.round(raw / 15) * 15 : Math.round(raw * 10) / 10;
        drag('Rotate', setPlacement(layer.id, { ...about, rotation: ((held + 540) % 360) - 180 }));
      },
      up: drop,
    });
  };

  return (
    <g>
      <polygon
        points={outline}
        fill="transparent"
        stroke="#000"
        strokeOpacity={0.5}
        strokeWidth={3}
        className="cursor-move"
        onPointerDown={move}
        data-testid="arrange-box"
      />
      <polygon
        points={outline}
        fill="none"
        stroke="#ff7a3c"
        strokeWidth={1.3}
        pointerEvents="none"
      />
      <line
        x1={top.x}
        y1={top.y}
        x2={knob.x}
        y2={knob.y}
        stroke="#ff7a3c"
        strokeWidth={1.3}
        pointerEvents="none"
      />
      <g onPointerDown={turn} className="cursor-grab" data-testid="rotate">
        <title>Rotate; Shift holds to 15°</title>
        <circle cx={knob.x} cy={knob.y} r={12} fill="transparent" />
        <circle cx={knob.x} cy={knob.y} r={5.5} fill="#161616" stroke="#fff" strokeWidth={2} />
      </g>
      {HANDLES.map(([u, v]) => {
        const h = apply(map, at(box, u, v));
        const side = u === 0.5 || v === 0.5;
        return (
          <g
            key={`${u}-${v}`}
            onPointerDown={scale([u, v])}
            className={side ? 'cursor-ew-resize' : 'cursor-nwse-resize'}
            data-handle={`${u}-${v}`}
          >
            <circle cx={h.x} cy={h.y} r={11} fill="transparent" />
            {side ? (
              <circle cx={h.x} cy={h.y} r={3.5} fill="#fff" stroke="#000" strokeOpacity={0.6} />
            ) : (
              <rect
                x={h.x - 4.5}
                y={h.y - 4.5}
                width={9}
                height={9}
                rx={2}
                fill="#fff"
                stroke="#000"
                strokeOpacity={0.6}
              />
            )}
          </g>
        );
      })}
    </g>
  );
}
