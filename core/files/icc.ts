import type { Matrix3 } from '../pixels/matrix3';
import type { ColourProfile } from '../pixels/profile';
import { profileOf, srgbFromD50 } from '../pixels/profile';

/** ICC profiles (ICC.1:2022) that are three curves and a matrix, or one curve of grey: those of screens and cameras. */

const text = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));

/**
 * What an ICC profile says; null if it is of another kind than curves and a matrix (one of inks or of a device measured by
 * tables). Throws a RangeError if it is damaged.
 */
export function iccProfile(bytes: Uint8Array): ColourProfile | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const space = text(bytes, 16);
  const tags = new Map<string, number>();
  const count = view.getUint32(128);
  if (count > 200) throw new RangeError('The profile names too many parts.');
  for (let i = 0; i < count; i++) {
    const at = 132 + 12 * i;
    tags.set(text(bytes, at), view.getUint32(at + 4));
  }
  // Where there is a table it counts, and not what stands beside it for programs that know none.
  if (text(bytes, 20) !== 'XYZ ' || tags.has('A2B0')) return null;
  if (space === 'GRAY') {
    const at = tags.get('kTRC');
    if (at === undefined) return null;
    const grey = curveAt(view, at);
    return profileOf([grey, grey, grey]);
  }
  const places = ['rXYZ', 'gXYZ', 'bXYZ', 'rTRC', 'gTRC', 'bTRC'].map((t) => tags.get(t));
  if (space !== 'RGB ' || places.includes(undefined)) return null;
  const [red, green, blue, ...curves] = places as number[];
  const columns = [red!, green!, blue!].map((at) =>
    [8, 12, 16].map((o) => view.getInt32(at + o) / 65536),
  );
  const matrix = [0, 1, 2].flatMap((row) => columns.map((c) => c[row]!)) as unknown as Matrix3;
  const known = new Map<number, (v: number) => number>();
  const [r, g, b] = curves.map((at) => {
    if (!known.has(at)) known.set(at, curveAt(view, at));
    return known.get(at)!;
  });
  return profileOf([r!, g!, b!], srgbFromD50(matrix));
}

/** How many numbers each kind of formula of a curve has ("parametricCurveType", 10.18). */
const FORMULA_NUMBERS = [1, 3, 4, 5, 7];
/** The most places that a sampled curve may have. */
const MOST_PLACES = 65_536;

/** The curve that begins at a byte: from a number (0 to 1) to light. */
function curveAt(view: DataView, at: number): (v: number) => number {
  const kind = view.getUint32(at);
  if (kind === 0x70617261) return formulaAt(view, at);
  if (kind !== 0x63757276) throw new RangeError('The profile has a curve of an unknown kind.');
  const count = view.getUint32(at + 8);
  if (count === 0) return (v) => v;
  if (count === 1) {
    const gamma = view.getUint16(at + 12) / 256;
    return (v) => v ** gamma;
  }
  if (count > MOST_PLACES) throw new RangeError('The profile has a curve of too many places.');
  const places = Float64Array.from(
    { length: count },
    (_, i) => view.getUint16(at + 12 + 2 * i) / 65535,
  );
  return (v) => {
    const x = v * (count - 1);
    const i = Math.min(count - 2, Math.floor(x));
    return places[i]! + (places[i + 1]! - places[i]!) * (x - i);
  };
}

/** A curve that is a formula ("parametricCurveType", 10.18). */
function formulaAt(view: DataView, at: number): (v: number) => number {
  const kind = view.getUint16(at + 8);
  const count = FORMULA_NUMBERS[kind];
  if (count === undefined) throw new RangeError('The profile has a curve of an unknown formula.');
  const [g = 1, a = 1, b = 0, c = 0, d = 0, e = 0, f = 0] = Array.from(
    { length: count },
    (_, i) => view.getInt32(at + 12 + 4 * i) / 65536,
  );
  const power = (v: number) => Math.max(0, a * v + b) ** g;
  switch (kind) {
    case 0:
      return (v) => v ** g;
    case 1:
      return (v) => (v >= -b / a ? power(v) : 0);
    case 2:
      return (v) => (v >= -b / a ? power(v) + c : c);
    case 3:
      return (v) => (v >= d ? power(v) : c * v);
    default:
      return (v) => (v >= d ? power(v) + e : c * v + f);
  }
}
