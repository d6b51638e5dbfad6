import type { StepContext } from '../../definitions/step';
import type { DrawnOut, DripChange } from '../../definitions/warps';
import type { Affine, Point } from '../../geometry/affine';
import { apply, invert, meanScale } from '../../geometry/affine';
import { chance } from '../../geometry/chance';
import { pasted } from '../../kernels/rows';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer } from '../../pixels/buffer';
import type { Region } from '../../pixels/region';
import { covering, grow, intersect, isEmpty, unite } from '../../pixels/region';
import { scoped } from '../../pixels/heap';

/**
 * Edges of a shape drawn out into drips, or into tongues of flame. Where one hangs follows from its place in the layer alone, and how
 * long it is from the seed: so a part of a picture comes out as the same part of the whole, at any size.
 */

/** Where something is drawn out of an edge, px of the render. */
interface Root {
  x: number;
  y: number;
  length: number;
  width: number;
  phase: number;
  /** Where it was found, before it was moved by hand, px of the layer. */
  found: Point;
}

/** A throat is so many times as wide as what hangs from it, and so many widths long. */
const [THROAT, THROAT_LONG] = [2.3, 1.6];
/** The neck, of the width. */
const NECK = 0.72;
/** A gap between the edge beside a throat and the throat itself is filled as far up as this, widths. */
const GAP = 2;
/** An edge must have so much of the shape behind it, and so much room before it, widths. */
const [BEHIND, BEFORE] = [0.4, 0.8];
/** One that is moved by hand follows the edge up or down by so much, widths. */
const FOLLOWS = 4;

/** How far beyond a region must be known what is drawn out, px of the layer. */
export function reachOfDrawn({ length, width, drips }: DrawnOut): number {
  const longest = drips.reduce((most, d) => Math.max(most, d.longer), 1);
  const farthest = drips.reduce((most, d) => Math.max(most, Math.abs(d.across)), 0);
  return length * longest + farthest + 5 * width + 2;
}

/** Half of the width at a way down from the edge, px; 0 beyond the end. */
function halfWidth(s: number, { length, width }: Root, bead: number): number {
  const w = width / 2;
  if (s >= length) return 0;
  const t = Math.max(0, 1 - Math.max(0, s) / (THROAT_LONG * width));
  const throat = w * (THROAT - NECK) * t * t * Math.sqrt(t);
  if (bead < 0) return (w * NECK + throat) * Math.sqrt(Math.max(0, 1 - s / length)) ** 1.5;
  // A bead like a drop: a circle whose upper half is drawn out into the neck.
  const r = w * (NECK + bead * 0.6);
  const c = length - r;
  const d = (s - c) / r;
  const round = d > 0 ? Math.sqrt(Math.max(0, 1 - d * d)) : Math.exp(-1.4 * d * d);
  const neck = s < c ? w * NECK : 0;
  return Math.max(r * round, neck) + throat;
}

/** What is drawn out of the edges of some pixels, and the pixels over it, over what `wanted` shares with both. */
export function drawnOut(
  input: ColourBuffer,
  values: DrawnOut,
  { map, wanted }: Pick<StepContext, 'map' | 'wanted'>,
): ColourBuffer {
  const scale = meanScale(map);
  const { down, across } = waysOf(values, map);
  const roots = rootsOf(input, values, map, scale);
  const reach = reachOfDrawn(values) * scale + 2;
  const touched = roots.reduce(
    (r, { x, y }) => unite(r, covering(x - reach, y - reach, x + reach, y + reach)),
    input.region,
  );
  const region = intersect(touched, wanted);
  return scoped(() => {
    const out = colourBuffer(region);
    if (isEmpty(region)) return out;
    pasted(out, input);
    for (const root of roots) drawOne(out, input, root, values, down, across);
    return out;
  });
}

/** The way down and the way across it, px of the render. */
function waysOf({ direction }: DrawnOut, map: Affine): { down: Way; across: Way } {
  const turn = (direction * Math.PI) / 180;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const [x, y] = unit(map[0] * c + map[2] * s, map[1] * c + map[3] * s);
  return { down: [x, y], across: [-y, x] };
}

/** One that is drawn out, px of the layer: where it was found, where it hangs, and where it ends. */
export interface Drawn {
  found: Point;
  at: Point;
  end: Point;
}

/** All that is drawn out of the edges of some pixels under a map (own px of the layer to theirs). */
export function allDrawn(input: ColourBuffer, values: DrawnOut, map: Affine): Drawn[] {
  const back = invert(map);
  if (!back) return [];
  const { down } = waysOf(values, map);
  return rootsOf(input, values, map, meanScale(map)).map(({ x, y, length, found }) => ({
    found,
    at: apply(back, { x, y }),
    end: apply(back, { x: x + down[0] * length, y: y + down[1] * length }),
  }));
}

const unit = (x: number, y: number): [number, number] => {
  const long = Math.hypot(x, y) || 1;
  return [x / long, y / long];
};

/** A sampler of coverage between px; nothing beyond the region. */
function coverageOf({ region, data }: ColourBuffer): (x: number, y: number) => number {
  const { x: x0, y: y0, width, height } = region;
  const at = (i: number, j: number) =>
    i < 0 || j < 0 || i >= width || j >= height ? 0 : data[(j * width + i) * 4 + 3]!;
  return (x, y) => {
    const [u, v] = [x - x0 - 0.5, y - y0 - 0.5];
    const [i, j] = [Math.floor(u), Math.floor(v)];
    const [fx, fy] = [u - i, v - j];
    const top = at(i, j) * (1 - fx) + at(i + 1, j) * fx;
    const bottom = at(i, j + 1) * (1 - fx) + at(i + 1, j + 1) * fx;
    return top * (1 - fy) + bottom * fy;
  };
}

type Way = readonly [number, number];

/** Every place where something is drawn out, within reach of the pixels. */
function rootsOf(input: ColourBuffer, values: DrawnOut, map: Affine, scale: number): Root[] {
  const { apart, share, length, spread, width, seed, drips } = values;
  const ways = waysOf(values, map);
  const [gx, gy] = ways.down;
  const [ax, ay] = ways.across;
  const back = invert(map);
  if (!back) return [];
  const { region } = input;
  if (isEmpty(region)) return [];
  const cover = coverageOf(input);
  // Rays down the layer, each at its place across it; where the layer begins is 0.
  const corners = [
    [region.x, region.y],
    [region.x + region.width, region.y],
    [region.x, region.y + region.height],
    [region.x + region.width, region.y + region.height],
  ] as const;
  const origin = { x: map[4], y: map[5] };
  const acrossOf = (x: number, y: number) => (x - origin.x) * ax + (y - origin.y) * ay;
  const downOf = (x: number, y: number) => (x - origin.x) * gx + (y - origin.y) * gy;
  const across = corners.map(([x, y]) => acrossOf(x, y));
  const down = corners.map(([x, y]) => downOf(x, y));
  // No nearer than half of their width: however many are asked for, what is drawn is bounded.
  const step = Math.max(apart, width / 2) * scale;
  const first = Math.floor(Math.min(...across) / step) - 1;
  const last = Math.ceil(Math.max(...across) / step) + 1;
  // Whole steps from the origin, so that every part looks at the same places.
  const [top, bottom] = [Math.floor(Math.min(...down)) - 1, Math.ceil(Math.max(...down)) + 1];
  const roots: Root[] = [];
  const w = width * scale;
  /** Where one hangs that was moved along the edge: on the edge there, if that is near; on the same level if not. */
  const movedTo = (by: number, u: number, edge: number): Point => {
    const at = (s: number) => ({
      x: origin.x + ax * (u + by) + gx * s,
      y: origin.y + ay * (u + by) + gy * s,
    });
    const covered = (s: number) => {
      const p = at(s);
      return cover(p.x, p.y);
    };
    for (let far = 0; far <= FOLLOWS * w; far++)
      for (const s of [edge + far, edge - far])
        if (covered(s - 1) >= 0.5 && covered(s) < 0.5)
          return at(s - 1 + (covered(s - 1) - 0.5) / (covered(s - 1) - covered(s)));
    return at(edge);
  };
  for (let k = first; k <= last; k++) {
    if (chance(seed * 7919 + 3, k) > share) continue;
    const u = (k + 0.2 + 0.6 * chance(seed * 7919 + 1, k)) * step;
    const place = (s: number) => ({ x: origin.x + ax * u + gx * s, y: origin.y + ay * u + gy * s });
    const at = (s: number) => {
      const p = place(s);
      return cover(p.x, p.y);
    };
    let before = at(top);
    for (let s = top + 1; s <= bottom; s++) {
      const here = at(s);
      if (before >= 0.5 && here < 0.5) {
        const edge = s - 1 + (before - 0.5) / (before - here);
        if (at(edge - BEHIND * w) >= 0.5 && at(edge + BEFORE * w) < 0.5) {
          // Several edges in one column differ too: by about where they stand.
          const n = k * 613 + Math.round(edge / scale / (6 * width));
          const found = apply(back, place(edge));
          const change = nearestOf(drips, found, Math.max(apart, width / 2));
          if (!change?.removed)
            roots.push({
              ...(change ? movedTo(change.across * scale, u, edge) : place(edge)),
              ...{ found, width: w * (0.65 + 0.35 * chance(seed * 7919 + 7, n)) },
              length:
                length *
                scale *
                (1 - spread * chance(seed * 7919 + 5, n)) *
                Math.max(0.02, change?.longer ?? 1),
              phase: 2 * Math.PI * chance(seed * 7919 + 9, n),
            });
        }
      }
      before = here;
    }
  }
  return roots;
}

/** The change that is meant for one that was found at a place: the nearest, if that is near. */
function nearestOf(drips: readonly DripChange[], at: Point, apart: number): DripChange | null {
  let [best, least]: [DripChange | null, number] = [null, apart / 2];
  for (const d of drips) {
    const far = Math.hypot(d.x - at.x, d.y - at.y);
    if (far < least) [best, least] = [d, far];
  }
  return best;
}

/** Draws one behind what is there, in place, in the colours of the edge that it hangs from. */
function drawOne(
  out: ColourBuffer,
  input: ColourBuffer,
  root: Root,
  { bead, waves }: DrawnOut,
  [gx, gy]: Way,
  [ax, ay]: Way,
): void {
  const { x, y, length, width, phase } = root;
  const wide = (THROAT + waves) * width;
  const ends = [-GAP * width, length].flatMap((s) =>
    [-wide, wide].map((u) => [x + gx * s + ax * u, y + gy * s + ay * u] as const),
  );
  const xs = ends.map(([v]) => v);
  const ys = ends.map(([, v]) => v);
  const box: Region = covering(Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys));
  const part = intersect(grow(box, 1), out.region);
  if (isEmpty(part)) return;
  const cover = coverageOf(input);
  const colourAt = coloursOf(input, [gx, gy]);
  const sway = (s: number) => {
    const t = Math.min(1, Math.max(0, s / length));
    return waves * width * 0.5 * t * Math.sin((2.2 * Math.PI * s) / (length * 0.8) + phase);
  };
  for (let j = part.y; j < part.y + part.height; j++)
    for (let i = part.x; i < part.x + part.width; i++) {
      const at = ((j - out.region.y) * out.region.width + i - out.region.x) * 4;
      const left = 1 - out.data[at + 3]!;
      if (left <= 0) continue;
      const [dx, dy] = [i + 0.5 - x, j + 0.5 - y];
      const s = dx * gx + dy * gy;
      const u = dx * ax + dy * ay - sway(s);
      const half = halfWidth(s, root, bead);
      const far = halfWidth(s + 0.5, root, bead) - halfWidth(s - 0.5, root, bead);
      let a = Math.min(1, Math.max(0, (half - Math.abs(u)) / Math.hypot(1, far) + 0.5));
      if (s >= length) a = 0;
      // Beside the root only what lies between the edge there and the throat is filled.
      if (a > 0 && s < 0) {
        let shape = 0;
        for (let up = 0; up <= GAP * width && shape < 0.5; up++)
          shape = cover(i + 0.5 - gx * up, j + 0.5 - gy * up);
        if (shape < 0.5) a = 0;
      }
      if (a <= 0) continue;
      // What was melted comes from within the shape, drawn out five times as long.
      const depth = 1.5 + 0.2 * Math.max(0, s);
      const c =
        colourAt(x + ax * u - gx * depth, y + ay * u - gy * depth) ??
        colourAt(x - gx, y - gy) ??
        NONE;
      const share = left * a;
      for (let k = 0; k < 3; k++) out.data[at + k] = out.data[at + k]! + c[k]! * share;
      out.data[at + 3] = out.data[at + 3]! + share;
    }
}

/** How far up colours are looked for where an edge has none, px. */
const LOOK = 12;

/** A sampler of colours without their coverage: those of a place, or of the first farther up that has any. */
function coloursOf(
  { region, data }: ColourBuffer,
  [gx, gy]: Way,
): (x: number, y: number) => readonly number[] | null {
  const { x: x0, y: y0, width, height } = region;
  return (x, y) => {
    for (let n = 0; n < LOOK; n++) {
      const [i, j] = [Math.floor(x - gx * n - x0), Math.floor(y - gy * n - y0)];
      if (i < 0 || j < 0 || i >= width || j >= height) continue;
      const at = (j * width + i) * 4;
      const a = data[at + 3]!;
      if (a > 0.05) return [data[at]! / a, data[at + 1]! / a, data[at + 2]! / a];
    }
    return null;
  };
}

const NONE = [0, 0, 0];
