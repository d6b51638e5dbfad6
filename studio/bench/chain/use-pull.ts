import { useRef } from 'react';

/** An amount, %, that a drag of a name to the side changes. */
export interface Pulled {
  amount: number;
  change(amount: number): void;
  done(): void;
}

/** A drag goes so far to the side before it pulls, CSS px: up and down it carries the node. */
const SLACK = 4;
/** A drag of so many CSS px changes an amount by 100. */
const WHOLE = 160;

/** Listeners of a drag to the side; one up or down is left to what carries nodes, `grip`. */
export function usePull(pulled: Pulled | undefined, grip: Record<string, unknown> | undefined) {
  const drag = useRef<{ x: number; y: number; amount: number; pulls: boolean } | null>(null);
  if (!pulled) return {};
  const end = () => {
    if (drag.current?.pulls) pulled.done();
    drag.current = null;
  };
  return {
    onPointerDown(e: React.PointerEvent) {
      drag.current = { x: e.clientX, y: e.clientY, amount: pulled.amount, pulls: false };
      (grip?.onPointerDown as ((e: React.PointerEvent) => void) | undefined)?.(e);
    },
    onPointerMove(e: React.PointerEvent) {
      const now = drag.current;
      if (!now) return;
      const [dx, dy] = [e.clientX - now.x, e.clientY - now.y];
      if (!now.pulls && Math.max(Math.abs(dx), Math.abs(dy)) > SLACK) {
        // One that began up or down carries the node, wherever it goes from there.
        if (Math.abs(dx) <= Math.abs(dy)) return void (drag.current = null);
        now.pulls = true;
        e.currentTarget.setPointerCapture(e.pointerId);
      }
      if (!now.pulls) return;
      // What carries nodes listens to the document.
      e.nativeEvent.stopPropagation();
      const to = now.amount + (100 * dx) / WHOLE;
      pulled.change(Math.round(Math.min(100, Math.max(0, to))));
    },
    onPointerUp: end,
    onPointerCancel: end,
  };
}
