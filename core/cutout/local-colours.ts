import { gaussianBlur } from '../kernels/blur';
import { distanceField } from '../kernels/distance';
import { pasted } from '../kernels/rows';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer, crop, plane, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { grow, holding, intersect, isEmpty } from '../pixels/region';
import { LABEL } from './labels';

/**
 * A rough outline moved to where the colours near it part best: to either side they are taken for a Gaussian of
 * their own at every place, as far as those separate what is certain (after the local classifiers and their
 * confidence of Bai et al., "Video SnapCut", SIGGRAPH 2009).
 */

/** The standard deviation of the window in which colours count as near, px. */
const NEAR = 16;
/** Means are made of cells of so many px across: they change slowly. */
const CELL = 4;
/** Farther from the outline than so many windows nothing is learnt. */
const FAR_OFF = 2.5;
/** Of the px there, every so many-th of every so many-th line teaches. */
const EVERY = 2;
/** So near to the outline px are not certain, px: they may be of both sides. */
const MIXED = 1.5;
/** What a px that is not certain counts all the same, so that thin parts have colours too. */
const LITTLE = 0.02;
/** Less than this of a side, within a window, is too little to model it. */
const TOO_LITTLE = 1e-4;
/** The least variance of a colour, 0–1: that of rounding to 8 bits, and of noise. */
const EVEN = 1e-4;
/** Where a colour is farther from a side than this it is as unlikely as can be: a squared distance in deviations. */
const MAX = 60;
/** How much odds by colour count, and those by the outline, for each px from it. */
const [BY_COLOUR, BY_PLACE] = [0.35, 1];
/** Where so large a share of what is certain is classified wrongly, colours are ignored. */
const USELESS = 0.5;
/** How often the outline moves. */
const ROUNDS = 4;

/**
 * Of one side, sums about every cell, four floats each: red, green, blue and weight; their products rr, rg, rb and gg;
 * gb and bb.
 */
type Sums = readonly [means: Float32Array, squares: Float32Array, rest: Float32Array];
/**
 * Of one side, a Gaussian about every cell, eleven floats each: the mean of red, green and blue; the inverse of their
 * covariance, rr, rg, rb, gg, gb and bb; its logarithmic determinant; and whether enough is known of it, 1 or 0.
 */
type Gaussians = Float32Array;
const FLOATS = 11;

/**
 * How much of each px is the subject, 0–1, over the region of some colours (0–1, opaque): as labels say (`LABEL`, one
 * a px), but within `band` px of their outline as the colours there say, where nothing is certain.
 */
export function byLocalColours(colours: ColourBuffer, labels: Uint8Array, band: number): Plane {
  return scoped(() => {
    const { region } = colours;
    const out = plane(region);
    for (let i = 0; i < labels.length; i++) out.data[i] = labels[i]! & 1;
    const open = holding(region, (i) => !isCertain(labels[i]!));
    if (isEmpty(open)) return out;
    const near = intersect(grow(open, Math.ceil(FAR_OFF * NEAR)), region);
    const own = crop(colours, near);
    const known = new Uint8Array(near.width * near.height);
    for (let y = 0; y < near.height; y++) {
      const from = (near.y - region.y + y) * region.width + near.x - region.x;
      known.set(labels.subarray(from, from + near.width), y * near.width);
    }
    let made = crop(out, near);
    for (let round = 0; round < ROUNDS; round++) made = moved(own, made, band, known);
    pasted(out, made);
    return out;
  });
}

const isCertain = (label: number): boolean => label <= LABEL.subject;

function moved(colours: ColourBuffer, from: Plane, band: number, labels: Uint8Array): Plane {
  const { region } = colours;
  const { width, height } = region;
  const I = colours.data;
  const inside = new Uint8Array(labels.length);
  for (let i = 0; i < inside.length; i++) inside[i] = from.data[i]! >= 0.5 ? 1 : 0;
  const away = distanceField(outlineOf(inside, region)).data;
  /** How far a px is from the outline: above 0 inside. */
  const depth = (i: number) => (inside[i] === 1 ? away[i]! + 0.5 : -0.5 - away[i]!);

  const [columns, lines] = [Math.ceil(width / CELL), Math.ceil(height / CELL)];
  const cells = { x: 0, y: 0, width: columns, height: lines };
  /** Where a cell begins, by the px. */
  const cellOf = (i: number) =>
    4 * (Math.floor(i / width / CELL) * columns + Math.floor((i % width) / CELL));
  const lessons: number[] = [];
  for (let y = 0; y < height; y += EVERY)
    for (let i = y * width; i < (y + 1) * width; i += EVERY)
      if (Math.abs(depth(i)) <= FAR_OFF * NEAR) lessons.push(i);
  const spread = (buffer: ColourBuffer) => gaussianBlur(buffer, NEAR / CELL, cells).data;

  const blank = () => [colourBuffer(cells), colourBuffer(cells), colourBuffer(cells)] as const;
  const sums = [blank(), blank()] as const;
  for (const i of lessons) {
    const [d, k] = [depth(i), cellOf(i)];
    const [means, squares, rest] = sums[d > 0 ? 1 : 0];
    const w = certainty(d);
    const [r, g, b] = [I[4 * i]!, I[4 * i + 1]!, I[4 * i + 2]!];
    means.data[k]! += w * r;
    means.data[k + 1]! += w * g;
    means.data[k + 2]! += w * b;
    means.data[k + 3]! += w;
    squares.data[k]! += w * r * r;
    squares.data[k + 1]! += w * r * g;
    squares.data[k + 2]! += w * r * b;
    squares.data[k + 3]! += w * g * g;
    rest.data[k]! += w * g * b;
    rest.data[k + 1]! += w * b * b;
  }
  const [background, subject] = sums.map(([means, squares, rest]) =>
    gaussians([spread(means), spread(squares), spread(rest)]),
  );
  /** The odds, as a logarithm, that a px is the subject by its colour; 0 where too little is known. */
  const odds = (i: number, k: number) => {
    const own = (k / 4) * FLOATS;
    if (background![own + 10] === 0 || subject![own + 10] === 0) return 0;
    return (unlikelihood(background!, own, I, 4 * i) - unlikelihood(subject!, own, I, 4 * i)) / 2;
  };

  // How often those are wrong about what is certain, for either side, about every cell.
  const wrong = colourBuffer(cells);
  for (const i of lessons) {
    const [d, k] = [depth(i), cellOf(i)];
    const w = certainty(d);
    const at = k + (d > 0 ? 0 : 2);
    wrong.data[at]! += w / (1 + Math.exp(d > 0 ? odds(i, k) : -odds(i, k)));
    wrong.data[at + 1]! += w;
  }
  const known = spread(wrong);

  const out: Plane = unwritten(region, 1);
  for (let i = 0; i < labels.length; i++) {
    out.data[i] = inside[i]!;
    const d = depth(i);
    if (isCertain(labels[i]!)) out.data[i] = labels[i]!;
    else if (Math.abs(d) <= band) {
      const k = cellOf(i);
      const missed = Math.max(
        known[k]! / Math.max(known[k + 1]!, TOO_LITTLE),
        known[k + 2]! / Math.max(known[k + 3]!, TOO_LITTLE),
      );
      const trust = BY_COLOUR * Math.max(0, 1 - missed / USELESS);
      out.data[i] = 1 / (1 + Math.exp(-trust * odds(i, k) - BY_PLACE * d));
    }
  }
  return out;
}

/** The px of either side (1 or 0 a px) that touch the other. */
function outlineOf(inside: Uint8Array, region: Region): Plane {
  const { width, height } = region;
  const out = plane(region);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (x + 1 < width && inside[i] !== inside[i + 1]) out.data[i] = out.data[i + 1] = 1;
      if (y + 1 < height && inside[i] !== inside[i + width]) out.data[i] = out.data[i + width] = 1;
    }
  return out;
}

/** How much is learnt from a px so far from the outline. */
const certainty = (d: number): number =>
  LITTLE + Math.min(1, Math.max(0, Math.abs(d) + 1.5 - MIXED));

/** The Gaussians that sums come to. */
function gaussians([means, squares, rest]: Sums): Gaussians {
  const out = new Float32Array((means.length / 4) * FLOATS);
  for (let k = 0, o = 0; k < means.length; k += 4, o += FLOATS) {
    const w = means[k + 3]!;
    if (w < TOO_LITTLE) continue;
    const [r, g, b] = [means[k]! / w, means[k + 1]! / w, means[k + 2]! / w];
    const rr = squares[k]! / w - r * r + EVEN;
    const rg = squares[k + 1]! / w - r * g;
    const rb = squares[k + 2]! / w - r * b;
    const gg = squares[k + 3]! / w - g * g + EVEN;
    const gb = rest[k]! / w - g * b;
    const bb = rest[k + 1]! / w - b * b + EVEN;
    // The inverse of the symmetrical matrix of variances, by its cofactors.
    const [A, B, C] = [gg * bb - gb * gb, rb * gb - rg * bb, rg * gb - rb * gg];
    const [D, E, F] = [rr * bb - rb * rb, rg * rb - rr * gb, rr * gg - rg * rg];
    const whole = Math.max(1e-15, rr * A + rg * B + rb * C);
    out.set([r, g, b, A / whole, B / whole, C / whole, D / whole, E / whole, F / whole], o);
    out[o + 9] = Math.log(whole);
    out[o + 10] = 1;
  }
  return out;
}

/**
 * Twice how unlikely a colour is under a Gaussian, but for what is the same for all, as a logarithm; `o` and `j` are
 * where Gaussian and colour begin.
 */
function unlikelihood(g: Gaussians, o: number, I: Float32Array, j: number): number {
  const [x, y, z] = [I[j]! - g[o]!, I[j + 1]! - g[o + 1]!, I[j + 2]! - g[o + 2]!];
  const away =
    (g[o + 3]! * x + g[o + 4]! * y + g[o + 5]! * z) * x +
    (g[o + 4]! * x + g[o + 6]! * y + g[o + 7]! * z) * y +
    (g[o + 5]! * x + g[o + 7]! * y + g[o + 8]! * z) * z;
  return Math.min(MAX, Math.max(0, away)) + g[o + 9]!;
}
