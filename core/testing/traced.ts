import type { Path } from '../geometry/path';
import { smooth } from '../geometry/path';

/** A wavy closed or open outline of `n` anchors round (0, 0), such as tracing leaves. */
export function traced(n: number, radius: number, closed: boolean): Path {
  const at = (i: number) => {
    const a = (i / n) * 2 * Math.PI;
    const r = radius * (1 + 0.2 * Math.sin(7 * a) + 0.02 * Math.sin(60 * a));
    return { x: r * Math.cos(a), y: r * Math.sin(a) };
  };
  const anchors = Array.from({ length: n }, (_, i) => {
    const [b, p, c] = [at(i - 1), at(i), at(i + 1)];
    return smooth(p.x, p.y, (c.x - b.x) / 6, (c.y - b.y) / 6);
  });
  return { closed, anchors };
}
