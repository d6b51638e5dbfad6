import type { Affine } from '../geometry/affine';
import { meanScale } from '../geometry/affine';
import { DAB } from '../kernels/brush';
import { along, nearest } from './along';
import type { PaintBrush, PaintStroke } from './paint-brush';
import { pressed } from './pressed';
import { pointsOf } from './stroke-points';

/** The dabs of strokes of paint. A scene may have millions of them, so that numbers are worked on and no objects. */

/** No stroke has more dabs. */
const MAX_DABS = 200_000;

/** Collects dabs. */
let room = new Float32Array(1024 * DAB);

/**
 * The dabs of a stroke under a map (own px of the layer to px of the render), `DAB` floats each, evenly spaced along it. One
 * pass over a place covers it by the flow of the brush, however densely they lie.
 */
export function paintDabs(stroke: PaintStroke, map: Affine): Float32Array {
  const all = pointsOf(stroke);
  const { brush } = stroke;
  const { size, flow, follows, roundness, pressureSize, pressureFlow } = brush;
  const scale = meanScale(map);
  const turned = Math.atan2(map[1], map[0]) + (brush.angle * Math.PI) / 180;
  const spacing = (pressure: number) => acrossAt(brush, pressure) * (brush.spacing / 100);
  let used = 0;
  along(all, {
    ...{ map, spacing, most: MAX_DABS },
    put(a, b, t, direction) {
      const x = all[a]! + (all[b]! - all[a]!) * t;
      const y = all[a + 1]! + (all[b + 1]! - all[a + 1]!) * t;
      const pressure = all[a + 2]! + (all[b + 2]! - all[a + 2]!) * t;
      const amount = (flow / 100) * pressed(pressure, pressureFlow);
      // Dabs that stand alone have all of the flow each.
      const apart = Math.max(nearest(map), spacing(pressure));
      const share = Math.min(1, apart / acrossAt(brush, pressure));
      let angle = turned;
      if (follows === 'stroke') angle += direction;
      else if (follows === 'pen') angle += Math.atan2(all[b + 4]!, all[b + 3]!);
      if (used + DAB > room.length) {
        const larger = new Float32Array(2 * room.length);
        larger.set(room);
        room = larger;
      }
      room[used] = map[0] * x + map[2] * y + map[4];
      room[used + 1] = map[1] * x + map[3] * y + map[5];
      room[used + 2] = (size / 2) * pressed(pressure, pressureSize) * scale;
      room[used + 3] = amount >= 1 ? 1 : 1 - (1 - amount) ** share;
      room[used + 4] = Math.cos(angle);
      room[used + 5] = Math.sin(angle);
      room[used + 6] = 100 / roundness;
      room[used + 7] = 0;
      used += DAB;
    },
  });
  return room.slice(0, used);
}

/** How wide a brush is across, own px. */
const acrossAt = ({ size, roundness, pressureSize }: PaintBrush, pressure: number) =>
  size * pressed(pressure, pressureSize) * (roundness / 100);
