/** The angle of (x, y), whole turns from 0 up to 1: a polynomial of the lesser over the greater of the two, within 3e-7. */
// @ts-ignore: decorator
@inline
export function turnOf(x: v128, y: v128): v128 {
  const across = f32x4.abs(x);
  const down = f32x4.abs(y);
  const most = f32x4.pmax(f32x4.pmax(across, down), f32x4.splat(1e-30));
  const t = f32x4.div(f32x4.pmin(across, down), most);
  const t2 = f32x4.mul(t, t);
  // arctan t / 2π on 0–1, odd.
  let p = f32x4.add(f32x4.mul(t2, f32x4.splat(0.0010841281)), f32x4.splat(-0.005348275));
  p = f32x4.add(f32x4.mul(p, t2), f32x4.splat(0.0126725061));
  p = f32x4.add(f32x4.mul(p, t2), f32x4.splat(-0.0210615281));
  p = f32x4.add(f32x4.mul(p, t2), f32x4.splat(0.0315251235));
  p = f32x4.add(f32x4.mul(p, t2), f32x4.splat(-0.0530262395));
  p = f32x4.add(f32x4.mul(p, t2), f32x4.splat(0.1591543243));
  let turn = f32x4.mul(p, t);
  const zero = f32x4.splat(0);
  turn = v128.bitselect(f32x4.sub(f32x4.splat(0.25), turn), turn, f32x4.gt(down, across));
  turn = v128.bitselect(f32x4.sub(f32x4.splat(0.5), turn), turn, f32x4.lt(x, zero));
  turn = v128.bitselect(f32x4.sub(f32x4.splat(1), turn), turn, f32x4.lt(y, zero));
  return f32x4.sub(turn, f32x4.floor(turn));
}
