import { useEffect, useState, type RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { useBench } from '../../../state/bench';
import type { Sample } from '@ignis/core/geometry/freehand';
import {
  closeDrawing,
  drawingPoint,
  drawnPath,
  endDrawing,
  putAnchor,
  putStroke,
  suggest,
} from './drawing';
import { pathData } from '@ignis/core/geometry/path-data';
import { follow, scenePoint } from '../../stage/pointer';

/** How near the first anchor a click closes the path, CSS px. */
const NEAR = 11;

/** The stage while a line of light is drawn. */
export function Draw({ stage }: { stage: RefObject<HTMLElement | null> }) {
  const view = useBench((s) => s.view);
  const freehand = useBench((s) => s.freehand);
  useBench((s) => s.scene);
  const [pointer, setPointer] = useState<Point | null>(null);
  const path = drawnPath();
  const first = path?.anchors[0];
  const on = (p: Point) => ({ x: p.x * view.zoom + view.x, y: p.y * view.zoom + view.y });

  const closes = (p: Point) => {
    const f = drawnPath()?.anchors[0];
    return (
      !!f && drawnPath()!.anchors.length > 2 && Math.hypot(p.x - f.x, p.y - f.y) * view.zoom < NEAR
    );
  };

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (e.key !== 'Enter' && e.key !== 'Escape') return;
      if ((e.target as Element).closest('input, [role=dialog]')) return;
      e.preventDefault();
      endDrawing();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);

  const sample = (e: PointerEvent): Sample => ({
    ...scenePoint(stage.current!, e),
    // A mouse has no pressure, and says ½ or 0.
    pressure: e.pointerType === 'pen' ? e.pressure : 0.5,
  });

  /** Draws by hand, from the press until the pointer is let go. */
  const sketch = (down: React.PointerEvent) => {
    const samples = [sample(down.nativeEvent)];
    const closing = NEAR / useBench.getState().view.zoom;
    setPointer(null);
    follow(down.nativeEvent, {
      move(e) {
        // Between two frames a pen reports more places than one.
        const all = e.getCoalescedEvents().length > 0 ? e.getCoalescedEvents() : [e];
        samples.push(...all.map(sample));
        putStroke(samples, closing);
      },
      up: () => {
        useBench.getState().drop();
        endDrawing();
      },
    });
  };

  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    if (freehand && !drawnPath()) return sketch(down);
    const start = scenePoint(stage.current!, down);
    const closing = closes(start);
    const at = closing ? drawnPath()!.anchors[0]! : drawingPoint(start, down.shiftKey);
    const put = (handle: Point | null) => (closing ? closeDrawing(handle) : putAnchor(at, handle));
    put(null);
    follow(down.nativeEvent, {
      move(e) {
        const p = scenePoint(stage.current!, e);
        put({ x: p.x - at.x, y: p.y - at.y });
      },
      up() {
        useBench.getState().drop();
        if (closing) endDrawing();
        else useBench.setState({ selected: useBench.getState().drawn });
      },
    });
  };

  const closing = pointer !== null && closes(pointer);
  return (
    <g>
      <rect
        width="100%"
        height="100%"
        fill="transparent"
        data-testid="drawing"
        onPointerDown={press}
        onPointerMove={(e) => {
          const p = scenePoint(stage.current!, e);
          setPointer(p);
          if (e.buttons === 0 && !freehand)
            suggest(closes(p) ? drawnPath()!.anchors[0]! : drawingPoint(p, e.shiftKey));
        }}
        onPointerLeave={() => {
          setPointer(null);
          useBench.getState().set({ ghost: null });
        }}
        onDoubleClick={endDrawing}
      />
      {path && (
        <path
          d={pathData([view.zoom, 0, 0, view.zoom, view.x, view.y], path)}
          fill="none"
          stroke="#fff"
          strokeOpacity={0.6}
          pointerEvents="none"
        />
      )}
      {path?.anchors.map((a, i) => {
        const p = on(a);
        const h = { x: a.out.x * view.zoom, y: a.out.y * view.zoom };
        return (
          <g key={i} pointerEvents="none">
            {(h.x !== 0 || h.y !== 0) && i === path.anchors.length - 1 && (
              <>
                <line
                  x1={p.x - h.x}
                  y1={p.y - h.y}
                  x2={p.x + h.x}
                  y2={p.y + h.y}
                  stroke="#ffc8ac"
                />
                <circle cx={p.x + h.x} cy={p.y + h.y} r={4} fill="#ffae85" />
              </>
            )}
            <circle cx={p.x} cy={p.y} r={4.5} fill="#161616" stroke="#fff" strokeWidth={2} />
          </g>
        );
      })}
      {closing && first && (
        <circle
          cx={on(first).x}
          cy={on(first).y}
          r={NEAR}
          fill="none"
          stroke="#ff7a3c"
          strokeWidth={2.5}
          pointerEvents="none"
        />
      )}
    </g>
  );
}
