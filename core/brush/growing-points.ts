import { POINT } from './points';
import { trackOf, type TrackPoint } from './track';

/** So many numbers stand in an array of their own. */
const FULL = 64 * POINT;

/** The points of a stroke that is being drawn. */
export interface GrowingPoints {
  /** Adds a point, rounded to what a file keeps of it; one without a place is left out. */
  add(point: TrackPoint): void;
  /** All so far, as a stroke has them: all arrays but the last are those that it gave before. */
  all(): number[][];
}

export function growingPoints(): GrowingPoints {
  const full: number[][] = [];
  let last: number[] = [];
  return {
    add(point) {
      const { count, x, y, pressure, tiltX, tiltY, time } = trackOf([point]);
      if (count === 0) return;
      if (last.length === FULL) {
        full.push(last);
        last = [];
      }
      last.push(x[0]!, y[0]!, pressure[0]!, tiltX[0]!, tiltY[0]!, time[0]!);
    },
    all: () => [...full, [...last]],
  };
}
