/** Strokes of the finger, one px after another in double precision, without tiles, caches or threads. */
import type { SmearStroke } from '../../definitions/strokes';
import { SMEAR_DAB } from '../../kernels/smear';
import type { ColourBuffer } from '../../pixels/buffer';

type Px = [number, number, number, number];
const NONE: Px = [0, 0, 0, 0];

/** A picture as a function of places that are whole, and as a list. */
class Sheet {
  readonly data: Float64Array;
  constructor(
    readonly width: number,
    readonly height: number,
    from?: ArrayLike<number>,
  ) {
    this.data = from ? Float64Array.from(from) : new Float64Array(width * height * 4);
  }
  get(x: number, y: number): Px {
    if (x < 0 || y < 0 || x >= this.width || y >= this.height) return NONE;
    const i = (y * this.width + x) * 4;
    return [this.data[i]!, this.data[i + 1]!, this.data[i + 2]!, this.data[i + 3]!];
  }
  set(x: number, y: number, px: readonly number[]): void {
    if (x >= 0 && y >= 0 && x < this.width && y < this.height)
      this.data.set(px, (y * this.width + x) * 4);
  }
  /** By the spline of Catmull and Rom (Keys, 1981), within the values of the four nearest. */
  cubic(x: number, y: number): Px {
    const [fx, fy] = [Math.floor(x), Math.floor(y)];
    const along = (p: Px[], t: number): Px =>
      [0, 1, 2, 3].map((c) => {
        const [a, b, d, e] = p.map((v) => v[c]!) as Px;
        return b + 0.5 * t * (d - a + t * (2 * a - 5 * b + 4 * d - e + t * (3 * (b - d) + e - a)));
      }) as Px;
    const four = [-1, 0, 1, 2];
    const row = (j: number) =>
      along(
        four.map((i) => this.get(fx + i, j)),
        x - fx,
      );
    const smooth = along(
      four.map((j) => row(fy + j)),
      y - fy,
    );
    const near = [0, 1].flatMap((j) => [0, 1].map((i) => this.get(fx + i, fy + j)));
    return smooth.map((v, c) => {
      const all = near.map((p) => p[c]!);
      return Math.min(Math.max(...all), Math.max(Math.min(...all), v));
    }) as Px;
  }
  copy(): Sheet {
    return new Sheet(this.width, this.height, this.data);
  }
}

/** How much a dab counts at a distance from its middle: whole up to its hardness, then falling smoothly to its edge. */
function weight(distance: number, r: number, hardness: number): number {
  const soft = r * (1 - hardness);
  const end = r + Math.max(0, 1 - soft) / 2;
  const t = Math.min(1, Math.max(0, (end - distance) / Math.max(1, soft)));
  return soft > 1 ? t * t * (3 - 2 * t) : t;
}

const mixed = (a: readonly number[], b: readonly number[], t: number) =>
  a.map((v, i) => v + (b[i]! - v) * t);

/** The pixels after dabs of a smear, px from the corner of the pixels; over the same region. */
export function smearedByHand(
  pixels: ColourBuffer,
  dabs: Float32Array,
  brush: SmearStroke['brush'],
): Float64Array {
  const { width, height } = pixels.region;
  const sheet = new Sheet(width, height, pixels.data);
  const reach = Math.ceil(brush.size) + 4;
  const carried = new Map<string, readonly number[]>();
  for (let d = 0; d < dabs.length; d += SMEAR_DAB) {
    const [cx, cy, r, amount] = dabs.subarray(d, d + 4);
    const [x0, y0] = [Math.floor(cx!), Math.floor(cy!)];
    for (let j = -reach; j <= reach; j++)
      for (let i = -reach; i <= reach; i++) {
        const [x, y] = [x0 + i, y0 + j];
        const key = `${i} ${j}`;
        if (d > 0) {
          const w = weight(Math.hypot(x + 0.5 - cx!, y + 0.5 - cy!), r!, brush.hardness / 100);
          sheet.set(x, y, mixed(sheet.get(x, y), carried.get(key)!, w * amount!));
        }
        const share = d > 0 ? brush.pickUp / 100 : 1;
        carried.set(key, mixed(carried.get(key) ?? NONE, sheet.get(x, y), share));
      }
  }
  return sheet.data;
}

/** How far the colours of each px come from after dabs of a push: four numbers a px, of which the first two count. */
export function pushedByHand(
  { width, height }: { width: number; height: number },
  dabs: Float32Array,
  brush: SmearStroke['brush'],
): Float64Array {
  const ways = new Sheet(width, height);
  for (let d = 0; d < dabs.length; d += SMEAR_DAB) {
    const [cx, cy, r, amount, vx, vy] = dabs.subarray(d, d + 6);
    const before = ways.copy();
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const weighed = (u: number, v: number) =>
          amount! * weight(Math.hypot(u + 0.5 - cx!, v + 0.5 - cy!), r!, brush.hardness / 100);
        const first = weighed(x, y);
        if (first === 0) continue;
        const w = weighed(x - (first * vx!) / 2, y - (first * vy!) / 2);
        const [ux, uy] = before.cubic(x - w * vx!, y - w * vy!);
        ways.set(x, y, [ux - w * vx!, uy - w * vy!, 0, 0]);
      }
  }
  return ways.data;
}
