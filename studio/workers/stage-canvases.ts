/** The canvases of the stage, on which previews are drawn where the page has handed them over. */
import type { Region } from '@ignis/core/pixels/region';
import { drawPatches } from './draw-patches';
import type { Patch } from './protocol';

/** How long a frame is waited for, ms. */
const HIDDEN = 50;

/** The canvases, and what part of the scene each shows. */
let screens: { canvas: OffscreenCanvas; shows: string }[] = [];

/** Draws on these from now on; on none if there are none. */
export function useCanvases(canvases: readonly OffscreenCanvas[]): void {
  screens = canvases.map((canvas) => ({ canvas, shows: '' }));
}

export const hasScreens = (): boolean => screens.length > 0;

/** Whether a screen shows a part of the scene. */
export const screenShows = (screen: number, place: string): boolean =>
  screens[screen]?.shows === place;

/**
 * Draws a preview on the screen that is seen if it shows the same part of the scene, else on the other; returns which. What
 * it drew on the other is there when it returns.
 */
export async function drawOnScreen(
  seen: number,
  place: string,
  region: Region,
  patches: Patch[],
): Promise<number> {
  const stays = screens[seen]!.shows === place;
  const index = stays ? seen : 1 - seen;
  const screen = screens[index]!;
  screen.shows = place;
  drawPatches(screen.canvas, { region, patches }, !stays);
  // A page that is hidden has no frames.
  if (!stays)
    await Promise.race([
      new Promise(requestAnimationFrame),
      new Promise((done) => setTimeout(done, HIDDEN)),
    ]);
  return index;
}
