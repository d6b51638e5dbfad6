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

/** The curve that bounds a reflection. */
export type GlossCurve = Pick<Gloss, 'level' | 'tilt' | 'bend' | 'wave' | 'waves'>;

/** How high the curve lies at a place across the box; both run from −1 (left, top) to 1 over it. */
export const glossEdge = ({ level, tilt, bend, wave, waves }: GlossCurve, u: number): number =>
  (level + tilt * u + bend * u * u + wave * Math.sin(Math.PI * waves * u)) / 100;

/**
 * The curve with its middle (0) brought to a height `to` (−1 to 1), or, with the middle kept, its left (−1) or
 * right end (1), its wave left out. In whole %, within ±200.
 */
export function bentGloss(
  { level, tilt, bend }: GlossCurve,
  end: -1 | 0 | 1,
  to: number,
): Partial<GlossCurve> {
  const limited = (n: number) => Math.min(200, Math.max(-200, Math.round(n)));
  const at = limited(to * 100);
  if (end === 0) return { level: at };
  const other = level - end * tilt + bend;
  return { tilt: limited((end * (at - other)) / 2), bend: limited((at + other) / 2 - level) };
}

/** A reflection on something in a box (px), 0–1, over a region. */
export function glossPlane(gloss: Gloss, box: Box, region: Region): Plane {
  const out: Plane = unwritten(region, 1);
  const half = (a: number, b: number) => Math.max(0.5, (b - a) / 2);
  onHeap((at) =>
    run('glossRows', region.height, region.width * 30, [
      ...rowsOf(at, out, region, 'write'),
      region.x,
      region.y,
      region.width,
      KINDS.indexOf(gloss.kind),
      (box.x0 + box.x1) / 2,
      (box.y0 + box.y1) / 2,
      half(box.x0, box.x1),
      half(box.y0, box.y1),
      gloss.level / 100,
      gloss.tilt / 100,
      gloss.bend / 100,
      gloss.wave / 100,
      gloss.waves,
      FADES[gloss.fades]!,
      gloss.size / 100,
      Math.cos(gloss.towards),
      Math.sin(gloss.towards),
    ]),
  );
  return out;
}
