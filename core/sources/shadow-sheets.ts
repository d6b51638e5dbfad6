import type { CornerPoints } from '../definitions/parameter';
import type { Lamp } from '../definitions/step';
import { curveTable } from '../geometry/curve';
import type { Box, Point } from '../geometry/affine';
import type { Homography } from '../geometry/homography';
import type { Quad } from '../geometry/quad';
import { boxToQuad, mapQuad } from '../geometry/quad';
import type { Plane } from '../pixels/buffer';
import type { CastShadowValues } from './cast-shadow-parameters';

/** The sheets that a cast shadow lies on: the floor, and beyond a fold the wall. */

/** One sheet: what of the upright subject lies on it, and how it is laid down; px of the layer. */
export interface Sheet {
  /** The part of the box round the subject. */
  box: Box;
  map: Homography;
  /** The shares of the whole height at which it begins and ends, from the contact on. */
  from: number;
  to: number;
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** Where a point of the upright sheet (across from the middle of the contact, and above it) comes to lie. */
type Laying = (across: number, above: number) => Point;

/** No shadow is flatter than this share of its length. */
const LEAST = 0.03;

/** The far end of a shadow that falls one way: a parallelogram, wider at its end. */
function fallen(v: CastShadowValues, way: number, height: number): Laying {
  const angle = radians(way);
  const reach = (height * v.length) / 100;
  const dx = reach * Math.cos(angle);
  const sunk = reach * Math.sin(angle) * (1 - v.flat / 100);
  // One that fell along the contact would have no height: it always comes a little towards the eye.
  const dy = Math.abs(sunk) < LEAST * reach ? LEAST * reach : sunk;
  const wider = 1 + v.spread / 100;
  // Only the corners are asked for: between them the sheet is a plane in perspective.
  return (across, above) => ({
    x: across * (above > 0 ? wider : 1) + (above > 0 ? dx : 0),
    y: above > 0 ? dy : 0,
  });
}

/** A sheet turned about its contact in space, seen from a distance (perspective projection; pinhole). */
function tilted(v: CastShadowValues, height: number): Laying {
  const [lean, swing, roll] = [radians(v.lean), radians(v.swing), radians(v.roll)];
  const eye = (height * v.distance) / 100;
  const reach = v.length / 100;
  return (across, above) => {
    // Upright it stands above the contact; laid down it comes towards the eye.
    const up = above * reach;
    const [y0, z0] = [-up * Math.cos(lean), up * Math.sin(lean)];
    const [x1, z1] = [
      across * Math.cos(swing) + z0 * Math.sin(swing),
      z0 * Math.cos(swing) - across * Math.sin(swing),
    ];
    const [x2, y2] = [
      x1 * Math.cos(roll) - y0 * Math.sin(roll),
      x1 * Math.sin(roll) + y0 * Math.cos(roll),
    ];
    const k = eye / Math.max(eye * 0.05, eye - z1);
    return { x: x2 * k, y: y2 * k };
  };
}

/** The way that light from an angle sends a shadow, degrees clockwise from the right. */
const awayFrom = ({ angle }: Lamp): number => angle + 180;

/** Where a shadow lies on the floor: the box of what stands on it, and where its corners come to, px of the layer. */
export interface Floor {
  standing: Box;
  /** The middle of its foot. */
  foot: Point;
  quad: Quad;
}

/** Where the shadow of a subject in a box (px of the layer) lies on the floor; null for nothing that stands. */
export function floorOf(v: CastShadowValues, box: Box, lamp: Lamp): Floor | null {
  const height = box.y1 - box.y0;
  const width = box.x1 - box.x0;
  const line = box.y1 - (height * v.contact) / 100;
  const whole = line - box.y0;
  if (!(whole > 0) || !(width > 0)) return null;
  const foot = { x: (box.x0 + box.x1) / 2, y: line };
  const standing: Box = { x0: box.x0, y0: box.y0, x1: box.x1, y1: line };
  if (v.lies === 'corners' && v.corners) {
    const own = (p: Point) => ({ x: foot.x + p.x * whole, y: foot.y + p.y * whole });
    return { standing, foot, quad: mapQuad(v.corners, own) };
  }
  const laying =
    v.lies === 'tilt'
      ? tilted(v, height)
      : fallen(v, v.lies === 'light' ? awayFrom(lamp) : v.angle, whole);
  const slope = Math.tan(radians(v.slope));
  const laid = (across: number, above: number): Point => {
    const p = laying(across, above);
    // What stands on a sloping line is moved along with it, each point with its foot.
    return { x: foot.x + p.x, y: foot.y + p.y + across * slope };
  };
  const [left, right] = [box.x0 - foot.x, box.x1 - foot.x];
  return {
    ...{ standing, foot },
    quad: [laid(left, whole), laid(right, whole), laid(right, 0), laid(left, 0)],
  };
}

/** Corners of a shadow (px of the layer) as shares of the height of what stands on its floor, from its foot. */
export const cornersAsShares = ({ standing, foot }: Floor, quad: Quad): CornerPoints => {
  const whole = standing.y1 - standing.y0;
  return mapQuad(quad, (p) => ({ x: (p.x - foot.x) / whole, y: (p.y - foot.y) / whole }));
};

/** The values by which a shadow goes a way of its own, so that the middle of its far end comes to a point (px of the layer). */
export function fallingTo(
  { standing, foot }: Floor,
  { flat }: Pick<CastShadowValues, 'flat'>,
  to: Point,
): Pick<CastShadowValues, 'lies' | 'angle' | 'length'> {
  const dx = to.x - foot.x;
  const dy = (to.y - foot.y) / Math.max(LEAST, 1 - flat / 100);
  const length = (100 * Math.hypot(dx, dy)) / (standing.y1 - standing.y0);
  return {
    lies: 'own',
    angle: (Math.atan2(dy, dx) * 180) / Math.PI,
    length: Math.min(1000, Math.max(1, length)),
  };
}

/**
 * The sheets of the shadow of a subject in a box (px of the layer), back to front. Where perspective turns a sheet
 * inside out there is none.
 */
export function sheetsOf(v: CastShadowValues, box: Box, lamp: Lamp): Sheet[] {
  const lies = floorOf(v, box, lamp);
  const floor = lies && boxToQuad(lies.standing, lies.quad);
  if (!floor) return [];
  const { standing, foot } = lies;
  const whole = standing.y1 - standing.y0;
  const fold = v.fold / 100;
  if (fold >= 1) return [{ box: standing, map: floor, from: 0, to: 1 }];
  const at = foot.y - whole * fold;
  const [a, b] = [on(floor, box.x0, at), on(floor, box.x1, at)];
  const lower: Sheet = {
    box: { ...standing, y0: at },
    map: floor,
    from: 0,
    to: fold,
  };
  if (!a || !b) return [lower];
  const rise = (whole * (1 - fold) * v.wall) / 100;
  const upper: Box = { ...standing, y1: at };
  const wall = boxToQuad(upper, [{ x: a.x, y: a.y - rise }, { x: b.x, y: b.y - rise }, b, a]);
  const sheets = fold > 0 ? [lower] : [];
  return wall ? [...sheets, { box: upper, map: wall, from: fold, to: 1 }] : sheets;
}

function on([a, b, c, d, e, f, g, h, i]: Homography, x: number, y: number): Point | null {
  const w = g * x + h * y + i;
  return w > 1e-9 ? { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w } : null;
}

/**
 * Writes how far along the shadow each px lies, 0 at the contact to 1 at the far end, by its curve, for the px that
 * show this sheet; `back` takes px of the render to px of the layer. Beyond its edges it goes on as at them.
 */
export function shareAlong(
  share: Plane,
  [, , , d, e, f, g, h, i]: Homography,
  { box, from, to }: Sheet,
  { curve }: CastShadowValues,
): void {
  const { region, data } = share;
  const table = curveTable(curve, 256);
  const height = box.y1 - box.y0;
  for (let row = 0; row < region.height; row++)
    for (let column = 0; column < region.width; column++) {
      const [x, y] = [region.x + column + 0.5, region.y + row + 0.5];
      const w = g * x + h * y + i;
      // Behind the eye nothing shows: it is as far as can be.
      const own = w > 1e-9 ? (d * x + e * y + f) / w : box.y0;
      const t = (box.y1 - own) / height;
      // Of two sheets the first has what lies before its end, the second what lies beyond.
      if (from > 0 && t <= 0) continue;
      const along = from + (to - from) * Math.min(1, Math.max(0, t));
      data[row * region.width + column] = table[Math.round(along * (table.length - 1))]!;
    }
}
