/** Points strewn one a unit, and the nearest of them (Worley, "A cellular texture basis function", 1996). */
import { get4, put, splat } from './access';
import { bitsOf, hashOf, seeded, wrapped } from './hash';
import { AROUND, NOTE, REGISTER, forgetUnit, isNoted, nextUnit, notesRoom, putWithin, unitX, unitY, within } from './units';

/** Notes the points of units `from` to `to` of those around (x, y): their units, how they are moved in them, and their numbers. */
function notePoints(
  notes: usize,
  from: i32,
  to: i32,
  x: f32,
  y: f32,
  seed: i32,
  loose: f32,
  period: f32,
): void {
  for (let n = from; n < to; n++) {
    const fx = x + (load<i8>(AROUND + 2 * n) as f32);
    const fy = y + (load<i8>(AROUND + 2 * n + 1) as f32);
    const bits = bitsOf(wrapped(fx, period) as i32, wrapped(fy, period) as i32);
    const at = notes + ((n * NOTE) << 2);
    put(at, fx);
    put(at + 4, fy);
    put(at + 8, loose * hashOf(seeded(bits, seed)));
    put(at + 12, loose * hashOf(seeded(bits, seed + 1)));
    put(at + 16, hashOf(seeded(bits, seed + 2)));
  }
}

/** The way from four places to a point that is noted, across (or down, from the float after). */
// @ts-ignore: decorator
@inline
function wayTo(at: usize, place: v128, rest: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.sub(splat(at), place), rest), splat(at + 8));
}

/**
 * Points strewn one a unit, moved from the middle of theirs by so much of it (`loose`, 0–1): the distances to the nearest and the
 * second nearest, a number of the nearest's own (0–1), and the way from the place to it, x and y, into five registers. Px in one
 * unit look at the same points, which are noted once.
 */
export function cells(
  r: usize,
  s: usize,
  o: usize,
  end: usize,
  seed: i32,
  loose: f32,
  period: f32,
): void {
  const notes = notesRoom();
  const rest = f32x4.splat(0.5 - 0.5 * loose);
  let noted = 0;
  forgetUnit();
  for (let i: usize = 0; i < end; i += 16) {
    const x = get4(r + i);
    const y = get4(s + i);
    const cx = f32x4.floor(x);
    const cy = f32x4.floor(y);
    for (let done = 0; done != 15; ) {
      done = nextUnit(cx, cy, done);
      if (!isNoted()) {
        notePoints(notes, 0, 9, unitX, unitY, seed, loose, period);
        noted = 9;
      }
      const offX = f32x4.sub(x, f32x4.splat(unitX));
      const offY = f32x4.sub(y, f32x4.splat(unitY));
      let nearest = f32x4.splat(1e18);
      let second = nearest;
      let which = f32x4.splat(0);
      let toX = which;
      let toY = which;
      // The units around first; those beyond them only where they may hold one of the two.
      for (let n = 0; n < 21; n++) {
        if (n >= 9) {
          const a = load<i8>(AROUND + 2 * n);
          const b = load<i8>(AROUND + 2 * n + 1);
          const beside = a == 2 || a == -2;
          const off = beside ? offX : offY;
          const gap =
            a == 2 || (!beside && b == 2)
              ? f32x4.sub(f32x4.splat(2), off)
              : f32x4.add(off, f32x4.splat(1));
          if (!v128.any_true(v128.and(within, f32x4.lt(f32x4.mul(gap, gap), second)))) continue;
          if (noted == 9) {
            notePoints(notes, 9, 21, unitX, unitY, seed, loose, period);
            noted = 21;
          }
        }
        const at = notes + ((n * NOTE) << 2);
        const dx = wayTo(at, x, rest);
        const dy = wayTo(at + 4, y, rest);
        const d = f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy));
        const closer = f32x4.lt(d, nearest);
        second = v128.bitselect(nearest, f32x4.pmin(second, d), closer);
        nearest = f32x4.pmin(nearest, d);
        which = v128.bitselect(splat(at + 16), which, closer);
        toX = v128.bitselect(dx, toX, closer);
        toY = v128.bitselect(dy, toY, closer);
      }
      putWithin(o + i, f32x4.sqrt(nearest));
      putWithin(o + i + REGISTER, f32x4.sqrt(second));
      putWithin(o + i + 2 * REGISTER, which);
      putWithin(o + i + 3 * REGISTER, toX);
      putWithin(o + i + 4 * REGISTER, toY);
    }
  }
}

/**
 * The distance to the border between the nearest point, which is (`u`, `v`) away, and those around it: the least of the distances
 * to the lines that lie half way between. Right up to 0.7 units: points are looked at as far as 1.4.
 */
export function cellBorders(
  r: usize,
  s: usize,
  u: usize,
  v: usize,
  o: usize,
  end: usize,
  seed: i32,
  loose: f32,
  period: f32,
): void {
  const notes = notesRoom();
  const rest = f32x4.splat(0.5 - 0.5 * loose);
  const half = f32x4.splat(0.5);
  // Nearer than this they are one point.
  const same = f32x4.splat(1e-8);
  forgetUnit();
  for (let i: usize = 0; i < end; i += 16) {
    const x = get4(r + i);
    const y = get4(s + i);
    const toX = get4(u + i);
    const toY = get4(v + i);
    const cx = f32x4.floor(x);
    const cy = f32x4.floor(y);
    for (let done = 0; done != 15; ) {
      done = nextUnit(cx, cy, done);
      if (!isNoted()) notePoints(notes, 0, 21, unitX, unitY, seed, loose, period);
      let border = f32x4.splat(1e9);
      for (let n = 0; n < 21; n++) {
        const at = notes + ((n * NOTE) << 2);
        const dx = wayTo(at, x, rest);
        const dy = wayTo(at + 4, y, rest);
        const acrossX = f32x4.sub(dx, toX);
        const acrossY = f32x4.sub(dy, toY);
        const apart = f32x4.add(f32x4.mul(acrossX, acrossX), f32x4.mul(acrossY, acrossY));
        const middle = f32x4.add(
          f32x4.mul(f32x4.add(dx, toX), acrossX),
          f32x4.mul(f32x4.add(dy, toY), acrossY),
        );
        const to = f32x4.div(f32x4.mul(half, middle), f32x4.sqrt(f32x4.pmax(same, apart)));
        border = v128.bitselect(f32x4.pmin(border, to), border, f32x4.gt(apart, same));
      }
      putWithin(o + i, border);
    }
  }
}
