import type { Box } from '../geometry/affine';
import type { Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { onHeap, rowsOf, run } from './machine';

/** What a reflection shows, shares of the box in % where nothing else is said. */
export interface Gloss {
  kind: string;
  level: number;
  tilt: number;
  bend: number;
  wave: number;
  /** How many half waves the box is wide. */
  waves: number;
  fades: string;
  size: number;
  /** Where the lamp is, radians clockwise from the right. */
  towards: number;
}

const FADES: Readonly<Record<string, number>> = { down: 1, up: -1, not: 0 };
const KINDS = ['curve', 'window', 'spot'];

/** A reflection on something in a box (px), 0–1, over a region. */
export function glossPlane(gloss: Gloss, box: Box, region: Region): Plane {
  const out: Plane = unwritten(region, 1);
  const half = (a: number, b: number) => Math.max(0.5, (b - a) / 2);
  onHeap((at) =>
    run('glossRows', region.height, region.width * 30, [
      ...[...rowsOf(at, out, region, 1, 'write'), region.x, region.y, region.width],
      ...[KINDS.indexOf(gloss.kind), (box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2],
      ...[half(box.x0, box.x1), half(box.y0, box.y1)],
      ...[gloss.level / 100, gloss.tilt / 100, gloss.bend / 100, gloss.wave / 100, gloss.waves],
      ...[FADES[gloss.fades]!, gloss.size / 100, Math.cos(gloss.towards), Math.sin(gloss.towards)],
    ]),
  );
  return out;
}
