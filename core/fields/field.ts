import type { Operation } from './operations';
import { SCATTERED } from './operations';

/**
 * Fields: a value for each place, written as formulas of other fields, and compiled to a program that the kernels run over rows
 * (`compile.ts`, kernels/field.ts). All are computed in single precision.
 */

/** What one operation makes; some make several values at once. */
export interface Instruction {
  operation: Operation;
  /** What it reads. */
  reads: readonly Field[];
  /** The numbers that belong to it, up to six. */
  numbers: readonly number[];
}

/** One value of an instruction. */
export interface Field {
  of: Instruction;
  /** Which of the values that it makes. */
  part: number;
}

/** A field, or a number that is the same everywhere. */
export type Term = Field | number;

/** Constants by value, so that one in two places is one. */
const constant = (value: number): Field => ({
  of: { operation: 'constant', reads: [], numbers: [value] },
  part: 0,
});

const asField = (t: Term): Field => (typeof t === 'number' ? constant(t) : t);

const made = (
  operation: Operation,
  reads: readonly Term[],
  numbers: readonly number[] = [],
): Field => ({ of: { operation, reads: reads.map(asField), numbers }, part: 0 });

const parts = (field: Field, count: number): Field[] =>
  Array.from({ length: count }, (_, part) => ({ of: field.of, part }));

/** The place itself, in units of the program. */
export const X = made('x', []);
export const Y = made('y', []);
/** The plane that is handed over with a program, px by px. */
export const PLANE = made('plane', []);

const four = (operation: Operation) => {
  const { of } = made(operation, []);
  return [0, 1, 2, 3].map((part) => ({ of, part })) as [Field, Field, Field, Field];
};

/** The straight colour and the coverage of the px of the buffer that a program works on, as they stand in it (`gradeColours`). */
export const COLOUR = four('colour');
/** The four values that the other buffer has there, as they are. */
export const OTHER = four('other');

/** The sum of two terms; that of something and a product is one operation. */
function sumOf(a: Term, b: Term): Term {
  if (typeof a === 'number' && typeof b === 'number') return a + b;
  if (a === 0) return b;
  if (b === 0) return a;
  for (const [one, other] of [
    [a, b],
    [b, a],
  ] as const)
    if (typeof other !== 'number' && other.of.operation === 'multiply')
      return made('addProduct', [one, ...other.of.reads]);
  return made('add', [a, b]);
}

/** The sum of all terms, from the left. */
export const add = (first: Term, ...more: Term[]): Term => more.reduce(sumOf, first);

export const subtract = (a: Term, b: Term): Term =>
  typeof a === 'number' && typeof b === 'number' ? a - b : made('subtract', [a, b]);

/** The product of all terms, from the left. */
export const multiply = (first: Term, ...more: Term[]): Term =>
  more.reduce((product, t) => {
    if (typeof product === 'number' && typeof t === 'number') return product * t;
    if (product === 1) return t;
    return t === 1 ? product : made('multiply', [product, t]);
  }, first);

export const divide = (a: Term, b: Term): Term =>
  typeof a === 'number' && typeof b === 'number' ? a / b : made('divide', [a, b]);

export const min = (a: Term, b: Term): Term =>
  typeof a === 'number' && typeof b === 'number' ? Math.min(a, b) : made('min', [a, b]);
export const max = (a: Term, b: Term): Term =>
  typeof a === 'number' && typeof b === 'number' ? Math.max(a, b) : made('max', [a, b]);
export const abs = (a: Term): Term => (typeof a === 'number' ? Math.abs(a) : made('abs', [a]));
export const floor = (a: Term): Term =>
  typeof a === 'number' ? Math.floor(a) : made('floor', [a]);
/** The square root; of what is below 0 it is 0. */
export const sqrt = (a: Term): Term => made('sqrt', [a]);
/** The sine of so many whole turns. */
export const sine = (turns: Term): Term => made('sine', [turns]);
/** A power of what is above 0; of the rest it is 0. */
export const power = (a: Term, exponent: Term): Term => made('power', [a, exponent]);
/** From sRGB-encoded to linear light (IEC 61966-2-1), on along the same curve above 1; what is below 0 is 0. */
export const decoded = (a: Term): Term => made('decode', [a]);
/** From linear light to sRGB-encoded, the other way. */
export const encoded = (a: Term): Term => made('encode', [a]);
/** The angle of (x, y) from the x axis towards y, whole turns, 0 up to 1; of (0, 0) it is 0. */
export const turnOf = (x: Term, y: Term): Term => made('turn', [x, y]);

/** The logarithm to the base 2 of what is above 1e-12; of the rest it is that of 1e-12. */
export const log2 = (a: Term): Term => made('log2', [a]);
/** 2 to the power of −120 to 120. */
export const exp2 = (a: Term): Term => (typeof a === 'number' ? 2 ** a : made('exp2', [a]));

/** A table of values at even places, which stands in the numbers that a program is run with. */
export interface FieldTable {
  /** The index of its first number. */
  at: number;
  /** How many it has, 2 and more. */
  count: number;
  /** The arguments of its first and its last number. */
  low: number;
  high: number;
  /** Whether it goes on straight beyond its ends; else it stays as it is there. */
  goesOn?: boolean;
}

/** The value of a table at `a`, straight between its numbers. */
export const looked = (a: Term, { at, count, low, high, goesOn = false }: FieldTable): Term =>
  made('table', [a], [at, count, low, high, goesOn ? 1 : 0]);

/** 1 where `a` is below `b`, else 0. */
export const less = (a: Term, b: Term): Term => made('less', [a, b]);
/** 3t² − 2t³ of `t` clamped to 0–1. */
export const eased = (t: Term): Term => made('smooth', [t]);

/** What is left of a number above its floor, 0–1. */
export const fract = (a: Term): Term => subtract(a, floor(a));
/** Clamped to 0–1. */
export const clamped = (a: Term): Term => max(0, min(1, a));
/** From `a` to `b` by `t`. */
export const mix = (a: Term, b: Term, t: Term): Term => add(a, multiply(subtract(b, a), t));
/** From 0 where `t` is `from` to 1 where it is `to`, smooth between. */
export const smoothstep = (from: Term, to: Term, t: Term): Term =>
  eased(divide(subtract(t, from), subtract(to, from)));
/** The distance from (0, 0). */
export const distance = (x: Term, y: Term): Term => sqrt(add(multiply(x, x), multiply(y, y)));

/** A number from 0 to 1 for each place of whole numbers; it repeats after so many of them, 0 for never. */
export const hash = (
  x: Term,
  y: Term,
  seed: number,
  period: readonly [number, number] = [0, 0],
): Term => made('hash', [x, y], [seed, ...period]);

/** Smooth noise, 0–1, one new value a unit; it repeats after so many units, 0 for never. */
export const noise = (
  x: Term,
  y: Term,
  seed: number,
  period: readonly [number, number] = [0, 0],
): Term => made('noise', [x, y], [seed, ...period]);

/** What noise of several sizes is made of. */
export interface FractalNoise {
  seed: number;
  /** How large a px is, in units of x and y: what is finer than two is left out. */
  px: number;
  count: number;
  /** How strong each is beside the one before it, which is twice as large; left out, half. */
  rough?: number;
  /** Whether each is folded about its middle, which makes creases. */
  folded?: boolean;
  /** After how many units it repeats to either side; 0, or left out, never. */
  period?: readonly [number, number];
}

/** Noise of several sizes, 0–1, the largest with one new value a unit. */
export const fractalNoise = (
  x: Term,
  y: Term,
  { seed, px, count, rough = 0.5, folded = false, period = [0, 0] }: FractalNoise,
): Term => made('fractal', [x, y], [seed, px, folded ? -count : count, rough, ...period]);

/** What is found at a place among points strewn one a unit. */
export interface Cell {
  /** Distances to the nearest point and the next, units. */
  nearest: Term;
  second: Term;
  /** A number of the nearest point's own, 0–1. */
  own: Term;
  /** The way to the nearest point, units. */
  toX: Term;
  toY: Term;
}

/** Points strewn one a unit, moved about in it by `loose` (0 is a grid, 1 anywhere); repeating after `period` units, 0 for never. */
export function cells(x: Term, y: Term, seed: number, loose = 1, period = 0): Cell {
  const all = parts(made('cells', [x, y], [seed, loose, period]), 5);
  const [nearest, second, own, toX, toY] = all as [Field, Field, Field, Field, Field];
  return { nearest, second, own, toX, toY };
}

/** The distance from a place to the border of the cell that it lies in, units, found by `cells` of the same points; right up to 0.7. */
export const cellBorder = (
  x: Term,
  y: Term,
  { toX, toY }: Cell,
  seed: number,
  loose = 1,
  period = 0,
): Term => made('border', [x, y, toX, toY], [seed, loose, period]);

/** What is strewn, up to three things a unit. */
export interface Scattered {
  kind: (typeof SCATTERED)[number];
  seed: number;
  /** How likely each of the three is there, 0–1. */
  density: number;
  /** From the smallest to the largest, units, at most 1: radii, and half the length of strokes. */
  small: number;
  large: number;
  /** How large a px is, units. */
  px: number;
  /** How much brighter the rims of discs and polygons are than their middles, 0–1 (below 1). */
  rim?: number;
  /** How many corners polygons have. */
  corners?: number;
  /** How wide strokes are, units. */
  width?: number;
  /** How far strokes turn apart, turns below 1. */
  spread?: number;
  /** How polygons and strokes are turned, turns. */
  turn?: number;
  period?: number;
}

/** What is strewn at a place: how much it covers, 0–1, and the mean of the numbers (0–1) of the things there. */
export function scattered(
  x: Term,
  y: Term,
  {
    kind,
    seed,
    density,
    small,
    large,
    px,
    rim = 0,
    corners = 6,
    width = 0.01,
    spread = 0.99,
    turn = 0,
    period = 0,
  }: Scattered,
): { cover: Term; own: Term } {
  const fraction = Math.min(0.99, kind === 'strokes' ? spread : rim);
  const whole = kind === 'strokes' ? Math.max(1, Math.round(width * 2000)) : corners;
  const shape = whole + fraction;
  const numbers = [SCATTERED.indexOf(kind) * 2 ** 20 + seed, density, shape, turn, px, period];
  // The kernel reads the fourth and fifth of its numbers from constants.
  const all = parts(made('scattered', [x, y, small, large], numbers), 2);
  return { cover: all[0]!, own: all[1]! };
}
