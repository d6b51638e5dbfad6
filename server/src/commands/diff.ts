import { writeFile } from 'node:fs/promises';
import { picture } from '@ignis/core/kernels/picture';
import { finish } from '@ignis/core/kernels/finish';
import { writePng } from '@ignis/core/files/png';
import { differences } from '@ignis/core/pixels/difference';
import { scoped } from '@ignis/core/pixels/heap';
import { readFileOf } from './convert';

/** A difference of so much is white on the map, ΔE2000. */
const WHITE = 10;

/** The pixels of a picture as they show, 8 bits. */
async function shown(path: string) {
  const image = await readFileOf(path);
  const { width, height } = image;
  const region = { x: 0, y: 0, width, height };
  return scoped(() => finish(picture(image).level(0, region, 'displayed'), 8));
}

/**
 * Compares two pictures, as the eye sees them; with `map` writes a PNG of where they differ, white for much. Returns whether they
 * differ by at most so much in the mean, ΔE2000.
 */
export async function comparePictures(
  a: string,
  b: string,
  map: string | undefined,
  most: number,
): Promise<boolean> {
  const [one, other] = [await shown(a), await shown(b)];
  if (one.width !== other.width || one.height !== other.height)
    throw new Error(
      `“${a}” is ${one.width} × ${one.height} px and “${b}” ${other.width} × ${other.height} px; only pictures of one size can be compared.`,
    );
  const found = differences(one.data as Uint8ClampedArray, other.data as Uint8ClampedArray);
  const rounded = (v: number) => Number(v.toFixed(3));
  console.log(
    JSON.stringify({
      mean: rounded(found.mean),
      most: rounded(found.most),
      largest: rounded(found.largest),
    }),
  );
  if (map) {
    const { width, height } = one;
    const data = new Uint8Array(width * height * 4);
    found.map.forEach((d, i) => {
      const v = Math.min(255, Math.round((255 * d) / WHITE));
      data.set([v, v, v, 255], i * 4);
    });
    await writeFile(map, await writePng({ width, height, depth: 8, data }));
  }
  return found.mean <= most;
}
