import type { Term } from '../fields/field';
import {
  X,
  Y,
  abs,
  add,
  cells,
  clamped,
  distance,
  divide,
  floor,
  fract,
  fractalNoise,
  hash,
  less,
  max,
  mix,
  multiply,
  smoothstep,
  subtract,
} from '../fields/field';
import type { DropsValues } from './drops-parameters';

/** Where drops lie on glass, and how they bend what lies behind: fields in px of the layer. */

/** Drops of three sizes: of the largest, which share of places has one (at full density), and how far apart they stand (of their width). */
const SIZES = [
  { size: 1, share: 0.5, apart: 2.6 },
  { size: 0.45, share: 0.6, apart: 2 },
  { size: 0.18, share: 0.75, apart: 1.7 },
] as const;
/** How many times as large as the drop what it shows of the background is. */
const SEEN = 2.4;

/** What drops do to a place, in px of the layer. */
export interface DropForm {
  /** How much of a drop is there, 0–1. */
  cover: Term;
  /** From the middle of its drop to the place, of its radius: across and down, and how far, 0–1. */
  u: Term;
  v: Term;
  far: Term;
  /** How large its drop is, radius in px. */
  radius: Term;
}

/** Radii of drops of full size, px. */
const radiusOf = ({ size }: DropsValues, share: number): number => (size * share) / 2;

/** The farthest that a drop shows what lies behind it from, px. */
export const dropReach = (v: DropsValues): number =>
  radiusOf(v, 1) * (1 + (SEEN * v.bends) / 100) * 1.3;

/** Lays one set of drops on another: where it covers it is in front. */
const over = (top: DropForm, under: DropForm): DropForm => {
  const on = less(0.001, top.cover);
  return {
    cover: max(top.cover, under.cover),
    u: mix(under.u, top.u, on),
    v: mix(under.v, top.v, on),
    far: mix(under.far, top.far, on),
    radius: mix(under.radius, top.radius, on),
  };
};

/** A drop about a place `dx`, `dy` px away, of a radius; its edge is as sharp as px (of `px` px of the layer) allow. */
const dropAt = (dx: Term, dy: Term, radius: Term, here: Term, px: number): DropForm => {
  const size = max(radius, 1e-3);
  const [u, v] = [divide(dx, size), divide(dy, size)];
  const far = distance(u, v);
  const edge = clamped(add(divide(multiply(subtract(1, far), size), px), 0.5));
  return { cover: multiply(edge, here), u, v, far: clamped(far), radius: size };
};

/** Drops of one size. */
function sized(v: DropsValues, n: number, px: number): DropForm {
  const { size, share, apart } = SIZES[n]!;
  const unit = radiusOf(v, size) * 2 * apart;
  const seed = Math.round(v.seed) * 41 + 7 * n;
  // Places are stirred, which makes drops uneven.
  const stir = (t: Term, more: number): Term =>
    v.uneven === 0
      ? t
      : add(
          t,
          multiply(
            subtract(
              fractalNoise(divide(X, unit / 3), divide(Y, unit / 3), {
                ...{ seed: seed + more, count: 2, px: (3 * px) / unit },
              }),
              0.5,
            ),
            (unit / apart) * 0.7 * (v.uneven / 100),
          ),
        );
  const [x, y] = [stir(X, 900), stir(Y, 950)];
  const c = cells(divide(x, unit), divide(y, unit), seed, 0.5);
  // Its number says whether there is one, and how large.
  const chance = (share * v.density) / 100;
  const here = less(c.own, chance);
  const large = mix(0.45, 1, divide(c.own, Math.max(chance, 1e-6)));
  const away = (t: Term) => multiply(t, -unit);
  return dropAt(away(c.toX), away(c.toY), multiply(radiusOf(v, size), large), here, px);
}

/** Trails: each a drop that has run down in a column of its own, and what it left above it. */
function running(v: DropsValues, px: number): DropForm {
  const radius = radiusOf(v, 0.75);
  const [wide, high] = [radius * 5.2, radius * 30];
  const seed = Math.round(v.seed) * 41 + 400;
  const column = floor(divide(X, wide));
  const down = add(divide(Y, high), hash(column, 3, seed));
  const row = floor(down);
  const here = less(hash(column, row, seed + 1), (0.85 * v.trails) / 100);
  // It wanders as it runs.
  const sway = multiply(
    subtract(
      fractalNoise(multiply(column, 7.7), divide(Y, radius * 5), {
        ...{ seed: seed + 2, count: 2, px: px / (radius * 5) },
      }),
      0.5,
    ),
    radius * 1.6,
  );
  const across = subtract(
    multiply(subtract(fract(divide(X, wide)), mix(0.35, 0.65, hash(column, row, seed + 3))), wide),
    sway,
  );
  const end = mix(0.7, 0.92, hash(column, row, seed + 4));
  const below = multiply(subtract(fract(down), end), high);
  const head = dropAt(across, multiply(below, 0.8), radius, here, px);
  // The trail narrows upwards, and breaks into beads.
  const up = divide(multiply(-1, below), high * 0.62);
  const bead = fractalNoise(divide(X, radius * 1.2), divide(Y, radius * 1.5), {
    ...{ seed: seed + 5, count: 2, px: px / (radius * 1.2) },
  });
  const width = multiply(radius * 0.62, subtract(1, multiply(0.55, clamped(up))));
  const there = multiply(here, less(0, up), subtract(1, smoothstep(0.75, 1, up)), less(up, 1));
  const broken = smoothstep(-0.1, 0.15, subtract(bead, multiply(0.55, clamped(up))));
  const trail = dropAt(across, multiply(0, across), width, multiply(there, broken), px);
  return over(head, { ...trail, v: multiply(0.4, subtract(bead, 0.5)), far: abs(trail.u) });
}

/** All drops: trails in front, then large ones, then small ones. `px` is how large a px of the render is, px of the layer. */
export function dropForm(v: DropsValues, px: number): DropForm {
  const sizes = SIZES.map((_, n) => sized(v, n, px)).reduceRight((under, top) => over(top, under));
  return v.trails > 0 ? over(running(v, px), sizes) : sizes;
}

/**
 * Where from a drop shows what lies behind it, px of the layer away: a drop is a strong lens, and shows the world behind it upside
 * down, the more of it the nearer to its edge.
 */
export function dropWay({ u, v, far, radius }: DropForm, bends: number): { x: Term; y: Term } {
  const seen = multiply(
    radius,
    add(1, multiply((SEEN * bends) / 100, add(0.4, multiply(0.6, far, far)))),
  );
  return { x: multiply(-1, u, seen), y: multiply(-1, v, seen) };
}
