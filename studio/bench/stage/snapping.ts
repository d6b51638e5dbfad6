import type { Box, Point } from '@ignis/core/geometry/affine';
import { snapBox, snapLines, snapPoint } from '@ignis/core/scene/snap';
import { useBench } from '../../state/bench';
import { useStageAids } from '../../state/stage-aids';

/** How near something must come to snap, CSS px. */
const REACH = 7;

/** Snaps what a drag moves; the lines are those of where it began. Ctrl held suspends it. */
export function snapper(moved: readonly string[]) {
  const { scene, view, set } = useBench.getState();
  const { snapping, guides, grid, gridStep } = useStageAids.getState();
  const shown = guides ? scene : { ...scene, guides: [] };
  const lines = snapLines(shown, moved, grid ? gridStep : 0);
  const within = REACH / view.zoom;
  const free = (e: { ctrlKey: boolean; metaKey: boolean }) => !snapping || e.ctrlKey || e.metaKey;
  return {
    /** How far a box has yet to go, scene px. */
    box(box: Box, e: PointerEvent): Point {
      if (free(e)) {
        set({ snapped: null });
        return { x: 0, y: 0 };
      }
      const to = snapBox(box, lines, within);
      set({ snapped: to.lines });
      return { x: to.dx, y: to.dy };
    },
    /** The same for a point. */
    point(p: Point, e: PointerEvent): Point {
      if (free(e)) {
        set({ snapped: null });
        return p;
      }
      const to = snapPoint(p, lines, within);
      set({ snapped: to.lines });
      return { x: p.x + to.dx, y: p.y + to.dy };
    },
  };
}
