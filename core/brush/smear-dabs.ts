import type { Affine } from '../geometry/affine';
import { determinant, meanScale } from '../geometry/affine';
import type { SmearAction } from '../kernels/smear';
import { SMEAR_DAB } from '../kernels/smear';
import { along } from './along';
import { pressed } from './pressed';
import type { SmearBrush, SmearStroke, SmearWay } from '../definitions/strokes';
import { pointsOf } from './stroke-points';

/** The dabs of strokes of the finger. */

/** No stroke has more dabs. */
const MAX_DABS = 20_000;
/** Dabs lie no nearer to each other, px of the render. */
const LEAST = 0.25;
/** The farthest that dabs lie apart, of the size. */
const APART = 1 / 12;
/** So much of a share of the border of a brush may a push move at once: at 2/3 a border could fold. */
const GENTLY = 0.25;
/** A dab at full strength turns by so much (radians), scales by so much, and restores so much. */
const TURN = 0.16;
const SCALE = 0.08;
const RESTORED = 0.35;
/** Where it rests, a dab is laid each so many ms. */
const RESTING = 25;

/** How far dabs of a brush lie apart, of its size. */
const apartOf = (brush: SmearBrush, way: SmearWay): number =>
  way === 'push' ? Math.min(APART, GENTLY * (1 - brush.hardness / 100)) : APART;

/**
 * The dabs of a stroke under a map (own px of the layer to px of the render), `SMEAR_DAB` floats each. What a way of some length
 * does is the same however densely they lie.
 */
export function smearDabs({ brush, way, ...stroke }: SmearStroke, map: Affine): Float32Array {
  const all = pointsOf(stroke);
  const scale = meanScale(map);
  const apart = apartOf(brush, way);
  const sizeAt = (pressure: number) => brush.size * pressed(pressure, brush.pressureSize);
  const out: number[] = [];
  let [lastX, lastY] = [
    map[0] * all[0]! + map[2] * all[1]! + map[4],
    map[1] * all[0]! + map[3] * all[1]! + map[5],
  ];
  // A mirrored layer is turned the other way.
  const turn = TURN * (brush.left ? 1 : -1) * (determinant(map) < 0 ? 1 : -1);
  along(all, {
    ...{ most: MAX_DABS, ends: way === 'push' },
    spacing: (pressure) => Math.max(LEAST / scale, sizeAt(pressure) * apart),
    ...(way !== 'smear' && way !== 'push' && { resting: RESTING }),
    put(a, b, t) {
      const x = all[a]! + (all[b]! - all[a]!) * t;
      const y = all[a + 1]! + (all[b + 1]! - all[a + 1]!) * t;
      const pressure = all[a + 2]! + (all[b + 2]! - all[a + 2]!) * t;
      const strength = (brush.strength / 100) * pressed(pressure, brush.pressureStrength);
      const own = sizeAt(pressure);
      const px = map[0] * x + map[2] * y + map[4];
      const py = map[1] * x + map[3] * y + map[5];
      let [amount, moveX, moveY] = [strength, 0, 0];
      // A push lies in the middle of its move.
      if (way === 'push') [moveX, moveY] = [px - lastX, py - lastY];
      else if (way === 'restore') amount = RESTORED * strength;
      else if (way === 'swirl') moveX = turn;
      else if (way === 'pinch') moveX = SCALE;
      else if (way === 'swell') moveX = -SCALE;
      const back = way === 'push' ? 0.5 : 0;
      out.push(px - back * moveX, py - back * moveY, (own / 2) * scale, amount, moveX, moveY, 0, 0);
      [lastX, lastY] = [px, py];
    },
  });
  return Float32Array.from(out);
}

/**
 * What a stroke does to what is there: colours, or the ways that they come. What evens out or restores goes by what strokes
 * before it were, `on`.
 */
export function actionOf(way: SmearWay, on: 'colours' | 'ways'): SmearAction {
  switch (way) {
    case 'pinch':
    case 'swell':
      return 'scale';
    case 'smooth':
      return on === 'colours' ? 'soften' : 'smooth';
    default:
      return way;
  }
}

/** The side of a square that holds any dab of some, and all that it looks at, px. */
export function sideOf(dabs: Float32Array, action: SmearAction): number {
  let [most, far] = [0.5, 0];
  for (let i = 0; i < dabs.length; i += SMEAR_DAB) {
    most = Math.max(most, dabs[i + 2]!);
    if (action === 'push') far = Math.max(far, Math.hypot(dabs[i + 4]!, dabs[i + 5]!));
  }
  if (action === 'swirl') far = most * TURN;
  else if (action === 'scale') far = most * SCALE;
  else if (action === 'soften' || action === 'smooth') far = most / 8 + 1;
  return 2 * Math.ceil(most + far + 3) + 1;
}
