import type { KeyboardEvent, PointerEvent as Press } from 'react';

/** Handles on the stage by keys: an arrow is a short drag of the one in focus, Enter and Space are a click on it. */

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ...{ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] },
};

/** How far an arrow moves a handle, CSS px, and with Shift. */
const STEP = 1;
const FAR = 10;
/** What is farther than this from a press is a drag (pointer.ts). */
const BEYOND_SLACK = 8;
/** No pointer has this number. */
const BY_KEYS = 0x6b_65_79;

/** The middle of a handle: of its round part, for some have a line, too. */
function middleOf(handle: Element): { clientX: number; clientY: number } {
  const round = handle.matches('circle') ? handle : (handle.querySelector('circle') ?? handle);
  const { x, y, width, height } = round.getBoundingClientRect();
  return { clientX: x + width / 2, clientY: y + height / 2 };
}

/**
 * The handle that has the focus because it was pressed by a pointer, and not come to by keys: the artist has hold of the layer,
 * and arrows move that.
 */
let pressedByPointer: Element | null = null;

/** Notes what a pointer presses on the stage; what keys press is no press of a pointer. */
export function notePress(e: Press): void {
  if (e.nativeEvent.isTrusted) pressedByPointer = (e.target as Element).closest('[data-moves]');
}

export const forgetPress = (): void => void (pressedByPointer = null);

/** Moves or presses the handle in focus (`movable` in ui/tip.ts), as a pointer would. */
export function moveByKeys(e: KeyboardEvent): void {
  const handle = (e.target as Element).closest<SVGElement>('[data-moves]');
  const arrow = ARROWS[e.key];
  const isClick = e.key === 'Enter' || e.key === ' ';
  if (!handle || handle === pressedByPointer) return;
  if ((!arrow && !isClick) || e.ctrlKey || e.metaKey) return;
  e.preventDefault();
  e.stopPropagation();
  const pressed = handle.dataset.moves ? document.querySelector(handle.dataset.moves) : handle;
  const { clientX, clientY } = middleOf(handle);
  const [x, y] = arrow ?? [0, 0];
  const far = e.shiftKey ? FAR : STEP;
  const at = (by: number): PointerEventInit => ({
    ...{ clientX: clientX + by * x, clientY: clientY + by * y, pointerId: BY_KEYS, bubbles: true },
    // Shift says how far; where handles are held to something, Alt and the pointer still can be.
    altKey: e.altKey,
  });
  pressed?.dispatchEvent(new PointerEvent('pointerdown', { ...at(0), button: 0, buttons: 1 }));
  if (arrow) {
    window.dispatchEvent(new PointerEvent('pointermove', { ...at(BEYOND_SLACK), buttons: 1 }));
    window.dispatchEvent(new PointerEvent('pointermove', { ...at(far), buttons: 1 }));
  }
  window.dispatchEvent(new PointerEvent('pointerup', at(arrow ? far : 0)));
}
