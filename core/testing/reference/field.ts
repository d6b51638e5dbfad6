import type { Field, Instruction } from '../../fields/field';

/** Fields evaluated one place at a time in double precision, straight from their definitions: the reference for the kernels. */

/** lowbias32 (Wellons, 2018) of a place of whole numbers, 0–1. */
export function chanceAt(x: number, y: number, seed: number): number {
  let h = Math.imul(x, 0x85ebca6b) ^ Math.imul(y, 0x9e3779b1) ^ Math.imul(seed, 0xc2b2ae35);
  h = Math.imul(h ^ (h >>> 16), 0x21f0aaad);
  h = Math.imul(h ^ (h >>> 15), 0x735a2d97);
  return ((h ^ (h >>> 15)) >>> 8) / 2 ** 24;
}

const wrap = (v: number, period: number): number =>
  period === 0 ? v : v - period * Math.floor(v / period);
const mix = (a: number, b: number, t: number): number => a + (b - a) * t;

/** Value noise with a fifth-degree step between whole places. */
export function noiseAt(x: number, y: number, seed: number, px = 0, py = 0): number {
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const ease = (t: number) => t ** 3 * (t * (6 * t - 15) + 10);
  const at = (di: number, dj: number) => chanceAt(wrap(i + di, px), wrap(j + dj, py), seed);
  const [u, v] = [ease(x - i), ease(y - j)];
  return mix(mix(at(0, 0), at(1, 0), u), mix(at(0, 1), at(1, 1), u), v);
}

function octavesAt(x: number, y: number, numbers: readonly number[]): number {
  const [seed, px, signed, rough, periodX, periodY] = numbers as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  let [sum, whole] = [0, 0];
  for (let n = 0; n < Math.abs(signed); n++) {
    const finer = 2 ** n;
    const seen = Math.max(0, Math.min(1, 2 - 2 * px * finer));
    const plain = noiseAt(x * finer, y * finer, seed + n, periodX * finer, periodY * finer);
    const value = signed < 0 ? Math.abs(2 * plain - 1) : plain;
    sum += rough ** n * (0.5 + (value - 0.5) * seen);
    whole += rough ** n;
  }
  return sum / whole;
}

/** The points around a place, the nearest first: how far they are and which way, and their numbers. */
function pointsAround(x: number, y: number, [seed, loose, period]: readonly number[]) {
  const found: { d: number; own: number; dx: number; dy: number }[] = [];
  for (let j = Math.floor(y) - 3; j <= Math.floor(y) + 3; j++)
    for (let i = Math.floor(x) - 3; i <= Math.floor(x) + 3; i++) {
      const [wi, wj] = [wrap(i, period!), wrap(j, period!)];
      const dx = i + 0.5 + loose! * (chanceAt(wi, wj, seed!) - 0.5) - x;
      const dy = j + 0.5 + loose! * (chanceAt(wi, wj, seed! + 1) - 0.5) - y;
      found.push({ d: Math.hypot(dx, dy), own: chanceAt(wi, wj, seed! + 2), dx, dy });
    }
  return found.sort((a, b) => a.d - b.d);
}

function cellsAt(x: number, y: number, numbers: readonly number[]): number[] {
  const [first, next] = pointsAround(x, y, numbers);
  return [first!.d, next!.d, first!.own, first!.dx, first!.dy];
}

/** How far the nearest of the lines half way to other points is: along the way to each, from the place, less half of the way. */
function borderAt(x: number, y: number, numbers: readonly number[]): number {
  const [own, ...others] = pointsAround(x, y, numbers);
  const distances = others.map(({ dx, dy }) => {
    const way = Math.atan2(dy - own!.dy, dx - own!.dx);
    const along = -(own!.dx * Math.cos(way) + own!.dy * Math.sin(way));
    return Math.hypot(dx - own!.dx, dy - own!.dy) / 2 - along;
  });
  return Math.min(...distances);
}

/** A place, in units of the field, and what is read there. */
interface Place {
  x: number;
  y: number;
  plane: number;
  /** Straight red, green, blue, and coverage. */
  colour?: readonly number[];
  tables?: readonly number[];
  /** The four values of the other buffer. */
  other?: readonly number[];
}

/** Straight between the numbers of a table, level or straight on beyond its ends. */
function lookedAt(
  v: number,
  [at, count, low, high, goesOn]: readonly number[],
  all: readonly number[],
) {
  const table = all.slice(at, at! + count!);
  const place = ((v - low!) / (high! - low!)) * (count! - 1);
  const bounded = goesOn ? place : Math.max(0, Math.min(count! - 1, place));
  const n = Math.max(0, Math.min(count! - 2, Math.floor(bounded)));
  return mix(table[n]!, table[n + 1]!, bounded - n);
}

/** All values of an instruction at a place. */
function valuesOf(of: Instruction, place: Place): number[] {
  const [a, b] = of.reads.map((r) => valueAt(r, place)) as [number, number];
  const n = of.numbers;
  const clamped = Math.max(0, Math.min(1, a));
  switch (of.operation) {
    case 'constant':
      return [n[0]!];
    case 'x':
      return [place.x];
    case 'y':
      return [place.y];
    case 'plane':
      return [place.plane];
    case 'add':
      return [a + b];
    case 'addProduct':
      return [a + b * valueAt(of.reads[2]!, place)];
    case 'subtract':
      return [a - b];
    case 'multiply':
      return [a * b];
    case 'divide':
      return [a / b];
    case 'min':
      return [Math.min(a, b)];
    case 'max':
      return [Math.max(a, b)];
    case 'abs':
      return [Math.abs(a)];
    case 'floor':
      return [Math.floor(a)];
    case 'sqrt':
      return [Math.sqrt(Math.max(0, a))];
    case 'sine':
      return [Math.sin(2 * Math.PI * a)];
    case 'power':
      return [a > 0 ? a ** b : 0];
    case 'less':
      return [a < b ? 1 : 0];
    case 'smooth':
      return [clamped * clamped * (3 - 2 * clamped)];
    case 'hash':
      return [chanceAt(wrap(a, n[1]!), wrap(b, n[2]!), n[0]!)];
    case 'noise':
      return [noiseAt(a, b, n[0]!, n[1], n[2])];
    case 'fractal':
      return [octavesAt(a, b, n)];
    case 'cells':
      return cellsAt(a, b, n);
    case 'border':
      return [borderAt(a, b, n)];
    case 'colour':
      return [...place.colour!];
    case 'other':
      return [...place.other!];
    case 'decode':
      return [a <= 0.04045 ? Math.max(0, a) / 12.92 : ((a + 0.055) / 1.055) ** 2.4];
    case 'encode':
      return [a <= 0.0031308 ? Math.max(0, a) * 12.92 : 1.055 * a ** (1 / 2.4) - 0.055];
    case 'turn':
      return [(Math.atan2(b, a) / (2 * Math.PI) + 1) % 1];
    case 'log2':
      return [Math.log2(Math.max(1e-12, a))];
    case 'exp2':
      return [2 ** a];
    case 'table':
      return [lookedAt(a, n, place.tables!)];
    case 'scattered':
      throw new Error('What is strewn has tests of its own.');
  }
}

/** The value of a field at a place. */
export const valueAt = ({ of, part }: Field, place: Place): number => valuesOf(of, place)[part]!;
