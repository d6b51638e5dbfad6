import { clampChroma, converter, formatHex, interpolate, parse } from 'culori';

/** Red, green, blue, each 0–1. */
export type Rgb = readonly [red: number, green: number, blue: number];

/** How colours stand and mix in a buffer: as displayed (sRGB-encoded), or as linear light. */
export type Mixing = 'displayed' | 'light';

const toLight = converter('lrgb');
const toRgb = converter('rgb');

/** From an sRGB-encoded component to linear light (IEC 61966-2-1). */
export const linear = (v: number): number => toLight({ mode: 'rgb', r: v, g: 0, b: 0 }).r;

/** From a component of linear light to an sRGB-encoded one (IEC 61966-2-1). */
export const shown = (v: number): number => toRgb({ mode: 'lrgb', r: v, g: 0, b: 0 }).r;

const toOklch = converter('oklch');
const toOklab = converter('oklab');

/** Lightness, and from green to red and blue to yellow, of a `#rrggbb` colour (Oklab; Ottosson, 2020). */
export function oklab(hex: string): [l: number, a: number, b: number] {
  const { l, a, b } = toOklab(hex)!;
  return [l, a, b];
}

/**
 * The components of a `#rrggbb` colour, its linear light times 2 to the power of an intensity (stops): above 1 where that is brighter
 * than white, on along the same curve. Throws an Error that names the text if it is no colour.
 */
export function rgb(hex: string, mixing: Mixing = 'displayed', intensity = 0): Rgb {
  const c = parse(hex);
  if (!c || c.mode !== 'rgb') throw new Error(`"${hex}" is not a colour; write it as #rrggbb.`);
  if (mixing === 'displayed' && intensity === 0) return [c.r, c.g, c.b];
  const { r, g, b } = toLight(c);
  const gain = 2 ** intensity;
  const light: Rgb = [r * gain, g * gain, b * gain];
  if (mixing === 'light') return light;
  const shown = toRgb({ mode: 'lrgb', r: light[0], g: light[1], b: light[2] });
  return [shown.r, shown.g, shown.b];
}

/** A colour as `#rrggbb`; what is brighter than the screen, or darker, is cut there. */
export const hexOf = ([r, g, b]: Rgb, mixing: Mixing): string =>
  formatHex(mixing === 'light' ? { mode: 'lrgb', r, g, b } : { mode: 'rgb', r, g, b });

/**
 * `hex` turned to the hue of `light` while it keeps its own lightness; its chroma keeps its share of
 * the light's, so a pale highlight stays pale. Works in OKLCH (Ottosson, 2020), clamped to sRGB.
 * `from` is the light colour that `hex` was made for.
 */
export function relight(hex: string, from: string, light: string): string {
  const own = toOklch(hex)!;
  const old = toOklch(from)!;
  const next = toOklch(light)!;
  // A light without colour has no share to keep: the new one is taken whole.
  const share = old.c > 0.005 ? own.c / old.c : 1;
  const lift = old.l > 0 ? own.l / old.l : 1;
  return formatHex(
    clampChroma(
      { mode: 'oklch', l: Math.min(1, next.l * lift), c: next.c * share, h: next.h ?? own.h ?? 0 },
      'oklch',
    ),
  );
}

/** The colour between two, at t from 0 to 1, mixed in Oklab. */
export const mixed = (from: string, to: string, t: number): string =>
  formatHex(interpolate([from, to], 'oklab')(t));

/** `hex` moved towards white by `amount` (0–1) in OKLCH, hue kept. */
export function lighten(hex: string, amount: number): string {
  const c = toOklch(hex)!;
  return formatHex(
    clampChroma({ ...c, l: c.l + (1 - c.l) * amount, c: c.c * (1 - amount * 0.75) }, 'oklch'),
  );
}

/** The colour of a surface in a light of another colour: their product, channel by channel. */
export function litBy(hex: string, light: string): string {
  const [a, b] = [rgb(hex), rgb(light)];
  return formatHex({ mode: 'rgb', r: a[0] * b[0], g: a[1] * b[1], b: a[2] * b[2] });
}

/** Luma of sRGB-encoded components (Rec. 709 weights). */
export const luma = (r: number, g: number, b: number): number =>
  0.2126 * r + 0.7152 * g + 0.0722 * b;
