/**
 * Every blend as the specification writes it (Compositing and Blending Level 1, section 10), and the
 * five of our own, for colours that are not premultiplied: what the kernels are compared with.
 */

export type Triple = [number, number, number];

type Separable = (cb: number, cs: number) => number;

const multiply: Separable = (cb, cs) => cb * cs;
const screen: Separable = (cb, cs) => cb + cs - cb * cs;
const hardLight: Separable = (cb, cs) =>
  cs <= 0.5 ? multiply(cb, 2 * cs) : screen(cb, 2 * cs - 1);

function softLight(cb: number, cs: number): number {
  if (cs <= 0.5) return cb - (1 - 2 * cs) * cb * (1 - cb);
  const d = cb <= 0.25 ? ((16 * cb - 12) * cb + 4) * cb : Math.sqrt(cb);
  return cb + (2 * cs - 1) * (d - cb);
}

const separable: Record<string, Separable> = {
  normal: (_cb, cs) => cs,
  multiply,
  screen,
  overlay: (cb, cs) => hardLight(cs, cb),
  darken: Math.min,
  lighten: Math.max,
  'color-dodge': (cb, cs) => (cb === 0 ? 0 : cs >= 1 ? 1 : Math.min(1, cb / (1 - cs))),
  'color-burn': (cb, cs) => (cb >= 1 ? 1 : cs === 0 ? 0 : 1 - Math.min(1, (1 - cb) / cs)),
  'hard-light': hardLight,
  'soft-light': softLight,
  difference: (cb, cs) => Math.abs(cb - cs),
  exclusion: (cb, cs) => cb + cs - 2 * cb * cs,
  add: (cb, cs) => cb + cs,
  subtract: (cb, cs) => Math.max(0, cb - cs),
  divide: (cb, cs) => (cb === 0 ? 0 : cs === 0 ? 1 : Math.min(1, cb / cs)),
  'mid-grey-add': (cb, cs) => Math.max(0, cb + cs - 0.5),
  'subtractive-burn': (cb, cs) => Math.max(0, cb + cs - 1),
};

const lum = ([r, g, b]: Triple) => 0.3 * r + 0.59 * g + 0.11 * b;
const sat = (c: Triple) => Math.max(...c) - Math.min(...c);

function clipColor(c: Triple): Triple {
  const l = lum(c);
  const n = Math.min(...c);
  const x = Math.max(...c);
  let out = c;
  if (n < 0) out = out.map((v) => l + ((v - l) * l) / (l - n)) as Triple;
  if (x > 1) out = out.map((v) => l + ((v - l) * (1 - l)) / (x - l)) as Triple;
  return out;
}

function setLum(c: Triple, l: number): Triple {
  const d = l - lum(c);
  return clipColor(c.map((v) => v + d) as Triple);
}

function setSat(c: Triple, s: number): Triple {
  const order = [0, 1, 2].sort((i, j) => c[i]! - c[j]!);
  const [min, mid, max] = order as Triple;
  const out: Triple = [0, 0, 0];
  if (c[max]! > c[min]!) {
    out[mid] = ((c[mid]! - c[min]!) * s) / (c[max]! - c[min]!);
    out[max] = s;
  }
  return out;
}

const together: Record<string, (cb: Triple, cs: Triple) => Triple> = {
  hue: (cb, cs) => setLum(setSat(cs, sat(cb)), lum(cb)),
  saturation: (cb, cs) => setLum(setSat(cb, sat(cs)), lum(cb)),
  color: (cb, cs) => setLum(cs, lum(cb)),
  luminosity: (cb, cs) => setLum(cb, lum(cs)),
};

/** The modes whose formula assumes 0–1. */
const bounded = new Set([
  ...['screen', 'overlay', 'color-dodge', 'color-burn', 'hard-light', 'soft-light', 'divide'],
  ...['exclusion', 'hue', 'saturation', 'color', 'luminosity'],
]);

/** Every mode there is a formula for. */
export const writtenModes = [...Object.keys(separable), ...Object.keys(together)];

/** The bounded modes that lay light on: what their source has above 1 is added. */
const laysLight = new Set(['screen', 'color-dodge', 'hard-light']);

/** B(cb, cs) of a mode on any values ≥ 0; bounded modes carry the backdrop's excess over 1 through. */
export function writtenBlend(mode: string, cb: Triple, cs: Triple): Triple {
  const clamp = (c: Triple) => c.map((v) => Math.min(1, v)) as Triple;
  const [b, s] = bounded.has(mode) ? [clamp(cb), clamp(cs)] : [cb, cs];
  const one = separable[mode];
  const out = one ? (b.map((v, i) => one(v, s[i]!)) as Triple) : together[mode]!(b, s);
  const more = laysLight.has(mode) ? cs.map((v, i) => v - s[i]!) : [0, 0, 0];
  return out.map((v, i) => v + (cb[i]! - b[i]!) + more[i]!) as Triple;
}

/** A pixel: red, green, blue, not premultiplied, and alpha. */
export type Straight = [...Triple, number];

/**
 * A source at an opacity on a backdrop, premultiplied:
 * co = cs·αs·(1 − αb) + cb·αb·(1 − αs) + αs·αb·B(cb, cs), αo = αs + αb − αs·αb.
 */
export function writtenComposite(
  mode: string,
  [br, bg, bb, ab]: Straight,
  [sr, sg, sb, own]: Straight,
  opacity: number,
): Straight {
  const as = own * opacity;
  const cb: Triple = [br, bg, bb];
  const cs: Triple = [sr, sg, sb];
  const both = writtenBlend(mode, cb, cs);
  const [r, g, b] = both.map(
    (v, i) => as * (1 - ab) * cs[i]! + as * ab * v + (1 - as) * ab * cb[i]!,
  ) as Triple;
  return [r, g, b, as + ab - as * ab];
}
