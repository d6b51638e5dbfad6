/** A function of one number that is quick to call: exact outside 0–1, interpolated within. */
export type Curve = (v: number) => number;

/**
 * `f` read from a table over 0–1 with linear interpolation; outside, `f` itself. The error is that of
 * interpolation: at most max|f″| / (8 · samples²).
 */
export function tabulated(f: Curve, samples = 16_384): Curve {
  const table = Float64Array.from({ length: samples + 2 }, (_, i) => f(Math.min(1, i / samples)));
  return (v) => {
    if (!(v >= 0 && v <= 1)) return f(v);
    const x = v * samples;
    const i = x | 0;
    const a = table[i]!;
    return a + (table[i + 1]! - a) * (x - i);
  };
}
