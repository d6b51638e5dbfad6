import type { Affine, Point } from '@ignis/core/geometry/affine';
import { apply, invert } from '@ignis/core/geometry/affine';
import { useBench } from '../../state/bench';

/** How far the pointer must go before a press is a drag, CSS px. */
const SLACK = 3;

interface Following {
  /** The pointer moved; how far from the press, CSS px. */
  move(e: PointerEvent): void;
  /** It was let go; `moved` tells a drag from a click. */
  up(moved: boolean, e: PointerEvent): void;
  /** The drag was called off (Esc, or the system took the pointer). */
  cancel?(): void;
}

/** Follows the pointer from a press until it is let go. Esc calls the drag off. */
export function follow(
  down: { clientX: number; clientY: number; pointerId: number; pointerType?: string },
  f: Following,
): void {
  let moved = false;
  const move = (e: PointerEvent) => {
    if (e.pointerId !== down.pointerId) return;
    moved ||= Math.hypot(e.clientX - down.clientX, e.clientY - down.clientY) > SLACK;
    if (moved) f.move(e);
  };
  const end = () => {
    window.removeEventListener('pointermove', move);
    window.removeEventListener('pointerup', up);
    window.removeEventListener('pointercancel', cancel);
    window.removeEventListener('keydown', key, true);
    window.removeEventListener('pointerdown', second, true);
  };
  const up = (e: PointerEvent) => {
    if (e.pointerId !== down.pointerId) return;
    end();
    f.up(moved, e);
  };
  // A second finger means pan and zoom, not this; beside a pen it is the hand that holds it.
  const second = (e: PointerEvent) =>
    e.pointerId !== down.pointerId && down.pointerType !== 'pen' && cancel();
  const cancel = () => {
    end();
    if (f.cancel) f.cancel();
    else useBench.getState().cancelDrag();
  };
  const key = (e: KeyboardEvent) => {
    if (e.key !== 'Escape') return;
    e.stopPropagation();
    cancel();
  };
  window.addEventListener('pointermove', move);
  window.addEventListener('pointerup', up);
  window.addEventListener('pointercancel', cancel);
  window.addEventListener('keydown', key, true);
  window.addEventListener('pointerdown', second, true);
}

/** Where the pointer is on the stage, CSS px. */
export function stagePoint(stage: Element, e: { clientX: number; clientY: number }): Point {
  const box = stage.getBoundingClientRect();
  return { x: e.clientX - box.left, y: e.clientY - box.top };
}

/**
 * Where the pointer is in scene px; with `around`, in px that the layers of a group are placed on.
 * `stage` is the stage's element.
 */
export function scenePoint(
  stage: Element,
  e: { clientX: number; clientY: number },
  around?: Affine,
): Point {
  const { view } = useBench.getState();
  const at = stagePoint(stage, e);
  const p = { x: (at.x - view.x) / view.zoom, y: (at.y - view.y) / view.zoom };
  const back = around && invert(around);
  return back ? apply(back, p) : p;
}
