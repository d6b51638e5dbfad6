import { regionKey } from '@ignis/core/pixels/region';
import { drawPatches } from '../../workers/draw-patches';
import { setScreens } from '../../workers/engine';
import type { Preview } from '../../workers/protocol';

/**
 * The two canvases of the stage. The worker draws on them itself where it can, so that a busy page does not hold a
 * picture up: on the one that is seen while the picture stays where it is, else on the other, which then takes its
 * place. Where several workers make bands of a picture the page draws them.
 */
export interface Screens {
  /** The canvas that is seen; null before the first picture. */
  front(): HTMLCanvasElement | null;
  /** Which of the two that is. */
  index(): number;
  /** Shows a picture: turns to the canvas that the worker drew it on, or draws it, over `before`. */
  show(made: Preview, before: Preview | null): void;
  /** Takes the canvases away. */
  remove(): void;
}

/** Puts two canvases into an element, which they fill. */
export function screensIn(place: HTMLElement): Screens {
  let seen = 0;
  let hasShown = false;
  let canvases: HTMLCanvasElement[] = [];
  /** What was seen when its worker ended: it stays until another has drawn. */
  let old: HTMLCanvasElement | null = null;

  const renew = (): void => {
    const front = hasShown ? canvases[seen] : null;
    for (const canvas of canvases) if (canvas !== front) canvas.remove();
    old?.remove();
    old = front ?? null;
    canvases = [0, 1].map(() => {
      const canvas = document.createElement('canvas');
      canvas.className = 'absolute inset-0 h-full w-full';
      canvas.hidden = true;
      place.append(canvas);
      return canvas;
    });
  };
  renew();
  // A canvas that was handed over once cannot be again: each worker is given new ones.
  let isFirst = true;
  setScreens(() => {
    if (!isFirst) renew();
    isFirst = false;
    return canvases.map((c) => c.transferControlToOffscreen());
  });

  return {
    front: () => old ?? (hasShown ? canvases[seen]! : null),
    index: () => seen,
    show(made, before) {
      seen = made.screen ?? seen;
      if (made.screen === null) draw(canvases[seen]!, before, made);
      hasShown = true;
      old?.remove();
      old = null;
      canvases.forEach((canvas, i) => (canvas.hidden = i !== seen));
    },
    remove() {
      setScreens(null);
      place.replaceChildren();
    },
  };
}

/** Lays a picture's patches on the one before, or on nothing if it is of another region. */
function draw(canvas: HTMLCanvasElement, before: Preview | null, made: Preview): void {
  const isSame =
    before?.scale === made.scale && regionKey(before.region) === regionKey(made.region);
  drawPatches(canvas, made, !isSame);
}
