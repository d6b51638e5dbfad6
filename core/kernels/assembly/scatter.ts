/** Things scattered over a plane: discs, polygons, stars, strokes. */
import { get4, put, splat } from './access';
import { bitsOf, hashOf, seeded, wrapped } from './hash';
import { mix } from './noise';
import { AROUND, NOTE, REGISTER, forgetUnit, isNoted, nextUnit, notesRoom, putWithin, unitX, unitY } from './units';

/** How many times their size the light of stars goes. */
const STAR_TAIL: f32 = 8;

/** What can be scattered, as the compiler numbers it. */
const DISCS: i32 = 0;
const POLYGONS: i32 = 1;
const STARS: i32 = 2;
const STROKES: i32 = 3;

/**
 * Notes what is scattered in the units around (x, y): where each thing is, its size, its number, how bright it is, and the way of a
 * stroke (cosine and sine). Returns how many there are.
 */
function noteThings(
  notes: usize,
  x: f32,
  y: f32,
  kind: i32,
  seed: i32,
  density: f32,
  small: f32,
  large: f32,
  turn: f32,
  spread: f32,
  period: f32,
): i32 {
  let count = 0;
  for (let n = 0; n < 9; n++) {
    const fx = x + (load<i8>(AROUND + 2 * n) as f32);
    const fy = y + (load<i8>(AROUND + 2 * n + 1) as f32);
    const bits = bitsOf(wrapped(fx, period) as i32, wrapped(fy, period) as i32);
    for (let k = 0; k < 3; k++) {
      const from = seed + 8 * k;
      if (!(hashOf(seeded(bits, from)) < density)) continue;
      const at = notes + ((count++ * NOTE) << 2);
      put(at, fx);
      put(at + 4, hashOf(seeded(bits, from + 1)));
      put(at + 8, fy);
      put(at + 12, hashOf(seeded(bits, from + 2)));
      put(at + 16, hashOf(seeded(bits, from + 3)));
      // Few are large.
      const chance = hashOf(seeded(bits, from + 4));
      put(at + 20, small + (large - small) * chance * chance);
      put(at + 24, 0.5 + 0.5 * hashOf(seeded(bits, from + 6)));
      if (kind == STROKES) {
        const way = (turn + spread * hashOf(seeded(bits, from + 5))) * 6.2831853;
        put(at + 28, Mathf.cos(way));
        put(at + 32, Mathf.sin(way));
      }
    }
  }
  return count;
}

/**
 * Things scattered about, three chances a unit: how much they cover, added up, and the mean of their own numbers (0–1) by that, into
 * two registers. Their sizes run from `small` to `large`, units, at most 1; `shape` is how bright the rims of discs and
 * polygons are, the corners of polygons in its whole part, and how wide strokes are, of their length.
 */
export function scattered(
  r: usize,
  s: usize,
  o: usize,
  end: usize,
  kind: i32,
  seed: i32,
  density: f32,
  small: f32,
  large: f32,
  shape: f32,
  turn: f32,
  px: f32,
  period: f32,
): void {
  const notes = notesRoom();
  const sides = notes + 32 * NOTE * 4;
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const half = f32x4.splat(0.5);
  const soft = f32x4.splat(1 / max<f32>(1e-6, px));
  const corners = Mathf.floor(shape);
  const rest = shape - corners;
  const rim = f32x4.splat(rest);
  // Nothing reaches farther than this from its place.
  const reach: f32 =
    kind == STARS
      ? min<f32>(1, STAR_TAIL * max<f32>(large, 0.7 * px))
      : kind == POLYGONS
        ? min<f32>(1, large / Mathf.cos(3.14159265 / corners) + px)
        : min<f32>(1, large + px);
  const reach2 = f32x4.splat(reach * reach);
  if (kind == POLYGONS)
    for (let k: f32 = 0; k < corners; k++) {
      const a = (turn + k / corners) * 6.2831853;
      put(sides + ((k as usize) << 3), Mathf.cos(a));
      put(sides + ((k as usize) << 3) + 4, Mathf.sin(a));
    }
  let count = 0;
  forgetUnit();
  for (let i: usize = 0; i < end; i += 16) {
    const x = get4(r + i);
    const y = get4(s + i);
    const cx = f32x4.floor(x);
    const cy = f32x4.floor(y);
    for (let done = 0; done != 15; ) {
      done = nextUnit(cx, cy, done);
      if (!isNoted())
        count = noteThings(notes, unitX, unitY, kind, seed, density, small, large, turn, rest, period);
      let sum = zero;
      let own = zero;
      for (let n = 0; n < count; n++) {
        const at = notes + ((n * NOTE) << 2);
        const dx = f32x4.add(f32x4.sub(splat(at), x), splat(at + 4));
        const dy = f32x4.add(f32x4.sub(splat(at + 8), y), splat(at + 12));
        const d2 = f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy));
        const near = f32x4.lt(d2, reach2);
        if (!v128.any_true(near)) continue;
        const number = splat(at + 16);
        const size = splat(at + 20);
        let cover: v128;
        if (kind == STARS) {
          // Never narrower than px can show, and then as much fainter.
          const wide = f32x4.pmax(size, f32x4.splat(0.7 * px));
          const r2 = f32x4.div(d2, f32x4.mul(wide, wide));
          const dim = f32x4.div(f32x4.mul(size, size), f32x4.mul(wide, wide));
          const fall = f32x4.add(one, r2);
          // Fades to nothing within its reach.
          const edge = f32x4.pmax(zero, f32x4.sub(one, f32x4.div(d2, reach2)));
          cover = f32x4.div(f32x4.mul(dim, f32x4.mul(edge, edge)), f32x4.mul(fall, fall));
        } else if (kind == STROKES) {
          const cos = splat(at + 28);
          const sin = splat(at + 32);
          const along = f32x4.add(f32x4.mul(dx, cos), f32x4.mul(dy, sin));
          // A little bent, so that none is ruled.
          const bend = f32x4.mul(f32x4.sub(number, half), f32x4.mul(along, along));
          const across = f32x4.abs(
            f32x4.add(f32x4.sub(f32x4.mul(dy, cos), f32x4.mul(dx, sin)), bend),
          );
          const wide = f32x4.splat(corners * 0.0005);
          const shown = f32x4.pmax(wide, f32x4.splat(0.5 * px));
          const beyond = f32x4.div(along, size);
          const tip = f32x4.pmax(zero, f32x4.sub(one, f32x4.mul(beyond, beyond)));
          const beside = f32x4.div(across, f32x4.mul(shown, f32x4.splat(2)));
          const side = f32x4.pmax(zero, f32x4.sub(one, beside));
          cover = f32x4.mul(f32x4.mul(tip, side), f32x4.div(wide, shown));
        } else {
          let d = zero;
          if (kind == DISCS) d = f32x4.sqrt(d2);
          else {
            // The farthest of the sides of a regular polygon.
            for (let k = 0; k < (corners as i32); k++) {
              const cos = splat(sides + ((k as usize) << 3));
              const sin = splat(sides + ((k as usize) << 3) + 4);
              d = f32x4.pmax(d, f32x4.add(f32x4.mul(dx, cos), f32x4.mul(dy, sin)));
            }
          }
          const inside = f32x4.pmin(
            one,
            f32x4.pmax(zero, f32x4.add(f32x4.mul(f32x4.sub(size, d), soft), half)),
          );
          // Brighter towards the rim, as lenses have it.
          const out = f32x4.div(d, size);
          const out2 = f32x4.mul(out, out);
          cover = f32x4.mul(inside, mix(one, f32x4.mul(out2, out2), rim));
        }
        const bright = v128.and(near, f32x4.mul(cover, splat(at + 24)));
        sum = f32x4.add(sum, bright);
        own = f32x4.add(own, f32x4.mul(bright, number));
      }
      putWithin(o + i, f32x4.pmin(one, sum));
      putWithin(o + i + REGISTER, f32x4.div(own, f32x4.pmax(sum, f32x4.splat(1e-12))));
    }
  }
}
