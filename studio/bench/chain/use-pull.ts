import { useRef } from 'react';

/** A drag goes so far to the side before it pulls, CSS px: up and down it carries the node. */
const SLACK = 4;

/** Listeners that tell of a drag to the side (`Node`); one up or down is left to what carries nodes, `grip`. */
export function usePull(
  onPull: ((by: number | null) => void) | undefined,
  grip: Record<string, unknown> | undefined,
) {
  const drag = useRef<{ x: number; y: number; pulls: boolean } | null>(null);
  if (!onPull) return {};
  const end = () => {
    if (drag.current?.pulls) onPull(null);
    drag.current = null;
  };
  return {
    onPointerDown(e: React.PointerEvent) {
      drag.current = { x: e.clientX, y: e.clientY, pulls: false };
      (grip?.onPointerDown as ((e: React.PointerEvent) => void) | undefined)?.(e);
    },
    onPointerMove(e: React.PointerEvent) {
      const now = drag.current;
      if (!now) return;
      const [dx, dy] = [e.clientX - now.x, e.clientY - now.y];
      if (!now.pulls && Math.abs(dx) > SLACK && Math.abs(dx) > Math.abs(dy)) {
        now.pulls = true;
        e.currentTarget.setPointerCapture(e.pointerId);
      }
      if (!now.pulls) return;
      // What carries nodes listens to the document.
      e.nativeEvent.stopPropagation();
      onPull(dx);
    },
    onPointerUp: end,
    onPointerCancel: end,
  };
}
