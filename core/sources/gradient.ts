import type { Point } from '../geometry/affine';
import type { LineSource } from './line-source';
import { measuresOf } from './line-shape';
import type { Pass } from './pass';

/** From where to where the gradient of a pass runs, the line's own px; null if there is nothing yet. */
export function gradientEnds(source: LineSource, pass: Pass): { from: Point; to: Point } | null {
  const { box } = measuresOf(source);
  if (pass.ends)
    return {
      from: { x: pass.ends.x0, y: pass.ends.y0 },
      to: { x: pass.ends.x1, y: pass.ends.y1 },
    };
  if (!box) return null;
  const middle = { x: (box.x0 + box.x1) / 2, y: (box.y0 + box.y1) / 2 };
  const reach = Math.hypot(box.x1 - box.x0, box.y1 - box.y0) / 2 + pass.width / 2 + 1;
  if (pass.paint === 'radial') return { from: middle, to: { x: middle.x + reach, y: middle.y } };
  const a = (pass.paintAngle * Math.PI) / 180;
  const [dx, dy] = [Math.cos(a), Math.sin(a)];
  // From edge to edge of the box, as seen in that direction.
  const half = (Math.abs(dx) * (box.x1 - box.x0) + Math.abs(dy) * (box.y1 - box.y0)) / 2 || reach;
  return {
    from: { x: middle.x - dx * half, y: middle.y - dy * half },
    to: { x: middle.x + dx * half, y: middle.y + dy * half },
  };
}
