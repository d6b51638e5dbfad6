import { useBench } from '../../state/bench';

/** A box that is dragged over the strip, page px. */
export interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** How far the pointer goes before it is a drag, px. */
const FAR = 6;

/**
 * Follows the pointer from a press beside the cards of a list: shows the box that it spans, and chooses the layers of the cards that it touches; the
 * last one, furthest in front, is the one that is worked on.
 */
export function chooseByBox(
  down: React.PointerEvent<HTMLElement>,
  list: HTMLElement,
  show: (box: Box | null) => void,
): void {
  if (down.button !== 0 || (down.target as Element).closest('[data-layer], button, input')) return;
  const { pointerId, clientX: x0, clientY: y0 } = down;
  const boxTo = (e: PointerEvent): Box => ({
    left: Math.min(x0, e.clientX),
    top: Math.min(y0, e.clientY),
    width: Math.abs(e.clientX - x0),
    height: Math.abs(e.clientY - y0),
  });
  let box: Box | null = null;
  const move = (e: PointerEvent) => {
    if (e.pointerId !== pointerId) return;
    if (!box && Math.hypot(e.clientX - x0, e.clientY - y0) < FAR) return;
    box = boxTo(e);
    show(box);
  };
  const end = () => {
    window.removeEventListener('pointermove', move);
    window.removeEventListener('pointerup', up);
    window.removeEventListener('pointercancel', end);
    show(null);
  };
  const up = () => {
    if (box) choose(touched(list, box));
    end();
  };
  window.addEventListener('pointermove', move);
  window.addEventListener('pointerup', up);
  window.addEventListener('pointercancel', end);
}

/** The ids of the layers whose cards a box touches, in the order of the strip. */
const touched = (list: HTMLElement, box: Box): string[] =>
  [...list.querySelectorAll<HTMLElement>('[data-layer]')]
    .filter((card) => {
      const { left, top, right, bottom } = card.getBoundingClientRect();
      return (
        left < box.left + box.width &&
        right > box.left &&
        top < box.top + box.height &&
        bottom > box.top
      );
    })
    .map((card) => card.dataset.layer!);

function choose(ids: readonly string[]): void {
  const last = ids.at(-1);
  if (last === undefined) return;
  const { select, set } = useBench.getState();
  select(last);
  if (ids.length > 1) set({ others: ids.slice(0, -1), mode: 'arrange' });
}
