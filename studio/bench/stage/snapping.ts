import type { Affine, Box, Point } from '@ignis/core/geometry/affine';
import { apply } from '@ignis/core/geometry/affine';
import type { SnapLines } from '@ignis/core/scene/arrange/snap';
import { snapAngle, snapBox, snapLines, snapPoint } from '@ignis/core/scene/arrange/snap';
import { useBench } from '../../state/bench';
import { useStageAids } from '../../state/stage-aids';

/** How near something must come to snap, CSS px. */
const REACH = 7;

/**
 * Snaps what a drag moves; Ctrl held suspends it. The lines are looked for once, when the drag begins: each
 * drag has a snapper of its own. Besides lines of the scene there may be points to snap to, scene px.
 */
export function snapper(moved: () => readonly string[], points: () => readonly Point[] = () => []) {
  const { set } = useBench.getState();
  let found: SnapLines | null = null;
  const lines = (): SnapLines => {
    if (found) return found;
    const { scene, gesture } = useBench.getState();
    const { guides, grid, gridStep } = useStageAids.getState();
    const base = gesture?.base ?? scene;
    const shown = guides ? base : { ...base, guides: [] };
    return (found = snapLines(shown, moved(), grid ? gridStep : 0, points()));
  };
  const within = () => REACH / useBench.getState().view.zoom;
  const free = (e: { ctrlKey: boolean; metaKey: boolean }) =>
    !useStageAids.getState().snapping || e.ctrlKey || e.metaKey;
  return {
    /** An angle, degrees, about a point of px that a map takes to the scene. */
    angle(angle: number, about: Point, map: Affine, e: PointerEvent): number {
      const to = free(e) ? angle : snapAngle(angle);
      const turn = (to * Math.PI) / 180;
      const towards = { x: about.x + Math.cos(turn), y: about.y + Math.sin(turn) };
      const ray = { from: apply(map, about), to: apply(map, towards) };
      set({ snapped: to === angle ? null : { x: [], y: [], ray } });
      return to;
    },
    /** How far a box has yet to go, scene px. */
    box(box: Box, e: PointerEvent): Point {
      if (free(e)) {
        set({ snapped: null });
        return { x: 0, y: 0 };
      }
      const to = snapBox(box, lines(), within());
      set({ snapped: to.lines });
      return { x: to.dx, y: to.dy };
    },
    /** The same for a point. */
    point(p: Point, e: PointerEvent): Point {
      if (free(e)) {
        set({ snapped: null });
        return p;
      }
      const to = snapPoint(p, lines(), within());
      set({ snapped: to.lines });
      return { x: p.x + to.dx, y: p.y + to.dy };
    },
  };
}
