import { byteReader, byteWriter } from './varint';

/**
 * Where a pointer went in a stroke, point by point, and how a pen was held there. It is stored as whole numbers, each as what
 * it differs from the one before: some four bytes a point.
 */

/** A point of a stroke. */
export interface TrackPoint {
  /** Own px of the layer. */
  x: number;
  y: number;
  /** 0–1; 1 for a pointer that has none. */
  pressure: number;
  /** Degrees from upright to the right and towards the hand, −90–90, as the Pointer Events of the W3C define them. */
  tiltX: number;
  tiltY: number;
  /** Since the stroke began, ms. */
  time: number;
}

/** The points of a stroke, each array of `count`: as `TrackPoint` has them, rounded. */
export interface Track {
  count: number;
  x: Float64Array;
  y: Float64Array;
  pressure: Float32Array;
  tiltX: Int8Array;
  tiltY: Int8Array;
  time: Float64Array;
}

/** Places are whole numbers of so many parts of a px. */
const PARTS = 16;
/** Pressures are whole numbers of so many steps. */
const STEPS = 255;
/** Places lie within so many px of the origin: whole numbers of parts stay exact. */
export const FARTHEST = 1_000_000;
/** A stroke has no more points: they come to minutes of drawing. */
export const MAX_POINTS = 200_000;
/** No stroke lasts longer, ms. */
const LONGEST = 2 ** 30;

/** What the points of a track say beside their places: bits of a byte. */
const HAS_PRESSURE = 1;
const HAS_TILT = 2;
const HAS_TIME = 4;

const within = (value: number, least: number, most: number, otherwise: number): number =>
  Number.isFinite(value) ? Math.min(most, Math.max(least, value)) : otherwise;

/** A track without points, with room for so many. */
export const emptyTrack = (count: number): Track => ({
  count,
  x: new Float64Array(count),
  y: new Float64Array(count),
  pressure: new Float32Array(count),
  tiltX: new Int8Array(count),
  tiltY: new Int8Array(count),
  time: new Float64Array(count),
});

/**
 * The track through points: rounded to what is stored of them. Points without a place are left out, pressures and tilts that
 * are no numbers are those of a pointer that has none, time never goes back, and what is beyond `MAX_POINTS` is left out.
 */
export function trackOf(points: readonly TrackPoint[]): Track {
  const placed = points
    .filter(({ x, y }) => Number.isFinite(x) && Number.isFinite(y))
    .slice(0, MAX_POINTS);
  const track = emptyTrack(placed.length);
  let last = 0;
  placed.forEach(({ x, y, pressure, tiltX, tiltY, time }, i) => {
    // Without the sign of a zero, which is not stored.
    track.x[i] = Math.round(within(x, -FARTHEST, FARTHEST, 0) * PARTS) / PARTS + 0;
    track.y[i] = Math.round(within(y, -FARTHEST, FARTHEST, 0) * PARTS) / PARTS + 0;
    track.pressure[i] = Math.round(within(pressure, 0, 1, 1) * STEPS) / STEPS;
    track.tiltX[i] = Math.round(within(tiltX, -90, 90, 0)) + 0;
    track.tiltY[i] = Math.round(within(tiltY, -90, 90, 0));
    last = track.time[i] = Math.round(within(time, last, LONGEST, last));
  });
  return track;
}

/** A track as bytes. */
export function encodeTrack(track: Track): Uint8Array<ArrayBuffer> {
  const { count, x, y, pressure, tiltX, tiltY, time } = track;
  const flags =
    (pressure.some((p) => p !== 1) ? HAS_PRESSURE : 0) |
    (tiltX.some((t) => t !== 0) || tiltY.some((t) => t !== 0) ? HAS_TILT : 0) |
    (time.some((t) => t !== 0) ? HAS_TIME : 0);
  const out = byteWriter();
  out.unsigned(count);
  out.unsigned(flags);
  // One kind of number after the other: neighbours are alike, so that packing a file shortens them further.
  const differences = (values: ArrayLike<number>, scale: number) => {
    let last = 0;
    for (let i = 0; i < count; i++) {
      const v = Math.round(values[i]! * scale);
      out.signed(v - last);
      last = v;
    }
  };
  differences(x, PARTS);
  differences(y, PARTS);
  if (flags & HAS_PRESSURE) differences(pressure, STEPS);
  if (flags & HAS_TILT) {
    differences(tiltX, 1);
    differences(tiltY, 1);
  }
  if (flags & HAS_TIME) differences(time, 1);
  return out.done();
}

/** The track that bytes hold. Throws a RangeError if they hold none. */
export function decodeTrack(bytes: Uint8Array): Track {
  const from = byteReader(bytes);
  const count = from.unsigned();
  const flags = from.unsigned();
  const kinds =
    2 + (flags & HAS_PRESSURE ? 1 : 0) + (flags & HAS_TILT ? 2 : 0) + (flags & HAS_TIME ? 1 : 0);
  // Room is not made for more points than there are bytes for.
  if (count > MAX_POINTS || count * kinds > from.left())
    throw new RangeError(`A stroke says that it has ${count} points, and has not.`);
  const track = emptyTrack(count);
  const differences = (to: { [i: number]: number }, scale: number, least: number, most: number) => {
    let last = 0;
    for (let i = 0; i < count; i++) {
      last += from.signed();
      if (last < least || last > most) throw new RangeError('A point of a stroke is out of range.');
      to[i] = last / scale;
    }
  };
  differences(track.x, PARTS, -FARTHEST * PARTS, FARTHEST * PARTS);
  differences(track.y, PARTS, -FARTHEST * PARTS, FARTHEST * PARTS);
  if (flags & HAS_PRESSURE) differences(track.pressure, STEPS, 0, STEPS);
  else track.pressure.fill(1);
  if (flags & HAS_TILT) {
    differences(track.tiltX, 1, -90, 90);
    differences(track.tiltY, 1, -90, 90);
  }
  if (flags & HAS_TIME) differences(track.time, 1, 0, LONGEST);
  return track;
}
