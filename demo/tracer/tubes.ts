/** Tubes of light: rays that meet one, and the light that they throw on what stands about them. */
import { len } from './sdf';
import type { Hit, Rgb, Tube, World } from './world';

const dot = (a: Rgb, b: Rgb) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const less = (a: Rgb, b: Rgb): Rgb => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

/** The nearest tube that a ray meets before a distance: its pieces are cylinders, and balls at their ends. */
export function nearestTube(tubes: readonly Tube[], o: Rgb, d: Rgb, far: number): Tube | null {
  let found: Tube | null = null;
  for (const tube of tubes)
    for (let i = 0; i + 1 < tube.points.length; i++) {
      const t = capsule(o, d, tube.points[i]!, tube.points[i + 1]!, tube.radius);
      if (t > 0.001 && t < far) {
        far = t;
        found = tube;
      }
    }
  return found;
}

/** Where a ray meets a capsule (after Quilez, "Ray-capsule intersection"); −1 if it does not. */
function capsule(o: Rgb, d: Rgb, a: Rgb, b: Rgb, r: number): number {
  const ba = less(b, a);
  const oa = less(o, a);
  const baba = dot(ba, ba);
  const bard = dot(ba, d);
  const baoa = dot(ba, oa);
  const rdoa = dot(d, oa);
  const oaoa = dot(oa, oa);
  const qa = baba - bard * bard;
  const qb = baba * rdoa - baoa * bard;
  const qc = baba * oaoa - baoa * baoa - r * r * baba;
  const h = qb * qb - qa * qc;
  if (h < 0) return -1;
  const t = (-qb - Math.sqrt(h)) / qa;
  const y = baoa + t * bard;
  if (y > 0 && y < baba) return t;
  const oc = y <= 0 ? oa : less(o, b);
  const eb = dot(d, oc);
  const ec = dot(oc, oc) - r * r;
  const eh = eb * eb - ec;
  return eh > 0 ? -eb - Math.sqrt(eh) : -1;
}

const lengths = new WeakMap<Tube, number[]>();
/** How far along a tube each of its points lies. */
function lengthsOf(tube: Tube): number[] {
  let found = lengths.get(tube);
  if (!found) {
    found = [0];
    for (let i = 1; i < tube.points.length; i++) {
      const [x, y, z] = less(tube.points[i]!, tube.points[i - 1]!);
      found.push(found[i - 1]! + len(x, y, z));
    }
    lengths.set(tube, found);
  }
  return found;
}

/** What is met first is lit from so many places of a tube, one of each of as many parts of it. */
const PLACES = 4;

/** The light of a tube on a surface: of what is met first from several places, so that it is even. */
export function tubeLight(
  world: World,
  tube: Tube,
  p: Rgb,
  n: Rgb,
  random: () => number,
  through: Rgb,
  light: Rgb,
  isFirst: boolean,
): void {
  const places = isFirst ? PLACES : 1;
  const each: Rgb = [through[0] / places, through[1] / places, through[2] / places];
  for (let i = 0; i < places; i++)
    placeLight(world, tube, p, n, (i + random()) / places, each, light);
}

/**
 * The light of a tube on a surface, from one place of it (0–1): a piece of a cylinder so long shows as a rectangle of twice its radius times
 * its length times the sine of the angle to it.
 */
function placeLight(
  world: World,
  tube: Tube,
  p: Rgb,
  n: Rgb,
  place: number,
  through: Rgb,
  light: Rgb,
): void {
  const along = lengthsOf(tube);
  const total = along.at(-1)!;
  const at = place * total;
  let i = 0;
  while (i + 2 < along.length && along[i + 1]! < at) i++;
  const [a, b] = [tube.points[i]!, tube.points[i + 1]!];
  const piece = along[i + 1]! - along[i]!;
  const t = (at - along[i]!) / piece;
  const way: Rgb = [(b[0] - a[0]) / piece, (b[1] - a[1]) / piece, (b[2] - a[2]) / piece];
  const to: Rgb = [
    a[0] + (b[0] - a[0]) * t - p[0],
    a[1] + (b[1] - a[1]) * t - p[1],
    a[2] + (b[2] - a[2]) * t - p[2],
  ];
  const dist = len(to[0], to[1], to[2]);
  if (dist <= tube.radius) return;
  const d: Rgb = [to[0] / dist, to[1] / dist, to[2] / dist];
  const cos = dot(d, n);
  if (cos <= 0) return;
  const sine = Math.sqrt(Math.max(0, 1 - dot(d, way) ** 2));
  const gain = (cos * sine * 2 * tube.radius * total) / (Math.PI * dist * dist);
  if (gain * Math.max(...tube.light) < 1e-4) return;
  const hit: Hit = { t: 0, what: 0 };
  world.meet(
    [p[0] + n[0] * 0.003, p[1] + n[1] * 0.003, p[2] + n[2] * 0.003],
    d,
    dist - tube.radius,
    hit,
  );
  if (hit.t < (dist - tube.radius) * 0.98) return;
  for (let c = 0; c < 3; c++) light[c]! += through[c]! * tube.light[c]! * gain;
}
