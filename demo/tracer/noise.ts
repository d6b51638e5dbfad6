/** Value noise for the sample pictures: smooth, seeded by position alone, in [0, 1]. */

/** A hash of three integers, uniform in [0, 1). */
export function hash3(x: number, y: number, z: number): number {
  let h = Math.imul(x, 0x8da6b343) ^ Math.imul(y, 0xd8163841) ^ Math.imul(z, 0xcb1ab31f);
  h = Math.imul(h ^ (h >>> 13), 0x5bd1e995);
  h ^= h >>> 15;
  return (h >>> 0) / 4294967296;
}

const smooth = (t: number) => t * t * (3 - 2 * t);

/** The noise along one edge of a cell. */
function row(x: number, y: number, z: number, u: number): number {
  const a = hash3(x, y, z);
  return a + (hash3(x + 1, y, z) - a) * u;
}

/** Trilinear value noise at a point, in [0, 1]; one lattice cell is one unit. */
export function noise3(x: number, y: number, z: number): number {
  const xi = Math.floor(x);
  const yi = Math.floor(y);
  const zi = Math.floor(z);
  const u = smooth(x - xi);
  const v = smooth(y - yi);
  const w = smooth(z - zi);
  const a = row(xi, yi, zi, u);
  const b = row(xi, yi, zi + 1, u);
  const near = a + (row(xi, yi + 1, zi, u) - a) * v;
  const far = b + (row(xi, yi + 1, zi + 1, u) - b) * v;
  return near + (far - near) * w;
}

/** Fractal sum of `octaves` of noise3, in [0, 1]. */
export function fbm3(x: number, y: number, z: number, octaves: number): number {
  let sum = 0;
  let weight = 0.5;
  let total = 0;
  for (let i = 0; i < octaves; i++) {
    sum += weight * noise3(x, y, z);
    total += weight;
    weight *= 0.5;
    x = x * 2.03 + 17.1;
    y = y * 2.03 + 9.2;
    z = z * 2.03 + 4.7;
  }
  return sum / total;
}

/** A small fast generator (mulberry32); returns a function that gives numbers in [0, 1). */
export function randomFrom(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
