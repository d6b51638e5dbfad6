import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { StraightImage } from '../../pixels/picture';
import { inspectPicture, readPicture } from '../picture-file';

/** HEIC, JPEG XL and AVIF of other colours, against the pictures that other programs made them of. */

const testPicture = (name: string) =>
  new Uint8Array(readFileSync(new URL(`../../testing/pictures/${name}`, import.meta.url)));

const opened = async (name: string): Promise<StraightImage> =>
  (await readPicture(testPicture(name), name))!;

/** Numbers as parts of the most there can be. */
const parts = ({ data, depth }: StraightImage) => Array.from(data, (v) => v / (2 ** depth - 1));

/** The largest difference between two pictures, of 255. */
function apart(a: StraightImage, b: StraightImage): number {
  expect([a.width, a.height]).toEqual([b.width, b.height]);
  const [ours, theirs] = [parts(a), parts(b)];
  return ours.reduce((most, v, i) => Math.max(most, Math.abs(v - theirs[i]!)), 0) * 255;
}

describe('pixels are those of the source', () => {
  const pairs: [file: string, source: string, within: number, depth: number][] = [
    ['soft.jxl', 'soft.png', 0, 8],
    ['p3.jxl', 'p3.png', 0, 8],
    ['pq.jxl', 'wide.png', 0, 16],
    ['lossy.jxl', 'lossy.png', 1.1, 8],
    ['turned.jxl', 'turned.jpg', 3, 8],
    ['soft.heic', 'soft.png', 5.5, 8],
    ['p3.heic', 'p3.png', 5.5, 8],
    ['wide.heic', 'wide.png', 5, 16],
    ['p3.avif', 'p3.png', 0, 8],
    ['pq.avif', 'wide.png', 2, 16],
  ];
  for (const [file, source, within, depth] of pairs)
    it(`${file}, within ${within}/255`, async () => {
      const image = await opened(file);
      expect(image.depth).toBe(depth);
      expect(apart(image, await opened(source))).toBeLessThanOrEqual(within);
    });
});

/** The same without alpha. */
const opaque = (image: StraightImage): StraightImage => ({
  ...image,
  data: image.data.map((v, i) => (i % 4 === 3 ? 255 : v)) as Uint8Array,
});

describe('colours', () => {
  const said = ['p3.jxl', 'p3.heic', 'p3.avif'];
  it.each(said)('%s says what its source says', async (name) => {
    const [{ profile }, { profile: source }] = [await opened(name), await opened('p3.png')];
    profile!.matrix.forEach((v, i) => expect(v).toBeCloseTo(source!.matrix[i]!, 3));
    profile!.curves.forEach((v, i) => expect(Math.abs(v - source!.curves[i]!)).toBeLessThan(2e-3));
  });

  it.each(['pq.jxl', 'pq.avif'])(
    '%s is light above 1, of colours wider than sRGB',
    async (name) => {
      const { matrix, curves } = (await opened(name)).profile!;
      // ITU-R BT.2087 gives the matrix; BT.2408 the white of 203 cd/m², 58 % of PQ, of the brightest of 10,000.
      expect(matrix[0]).toBeCloseTo(1.6605, 3);
      expect(matrix[1]).toBeCloseTo(-0.5876, 3);
      const size = curves.length / 3;
      expect(curves[size - 1]).toBeCloseTo(10_000 / 203, 2);
      expect(curves[Math.round(0.5807 * (size - 1))]).toBeCloseTo(1, 2);
    },
  );
});

describe('how it stands', () => {
  it('turned and mirrored, an AVIF comes upright', async () => {
    // A quarter anti-clockwise, then top to bottom: columns of the file are rows, as in a transposed matrix.
    const [image, source] = [await opened('turned.avif'), opaque(await opened('soft.png'))];
    expect(image).toMatchObject({ width: 40, height: 64 });
    let most = 0;
    for (let y = 0; y < 64; y++)
      for (let x = 0; x < 40; x++)
        for (let c = 0; c < 3; c++)
          most = Math.max(
            most,
            Math.abs(image.data[4 * (y * 40 + x) + c]! - source.data[4 * (x * 64 + y) + c]!),
          );
    expect(most).toBeLessThan(16);
  });

  it('a HEIC that is to be turned has its sides exchanged, and its pixels too', async () => {
    const bytes = testPicture('p3.heic').slice();
    // The bits of its numbers are said in its code too: what says them alone can be what turns it.
    const at = Buffer.from(bytes).indexOf('pixi');
    bytes.set(
      [...'irot'].map((l) => l.charCodeAt(0)),
      at,
    );
    bytes[at + 4] = 1;
    expect(inspectPicture(bytes, 'a')).toMatchObject({ width: 40, height: 64 });
    const [turned, plain] = [(await readPicture(bytes, 'a'))!, await opened('p3.heic')];
    for (const [x, y] of [
      [0, 0],
      [39, 5],
      [11, 63],
    ] as const)
      // Anti-clockwise: the right edge comes to the top.
      expect(turned.data.slice(4 * (y * 40 + x), 4 * (y * 40 + x) + 3)).toEqual(
        plain.data.slice(4 * (x * 64 + (63 - y)), 4 * (x * 64 + (63 - y)) + 3),
      );
  });
});

describe('what is damaged', () => {
  const files = ['soft.heic', 'soft.jxl', 'pq.avif', 'turned.jxl'];
  it.each(files)('%s cut short at any place says so, and the next one is read', async (name) => {
    const bytes = testPicture(name);
    for (const share of [0.02, 0.2, 0.5, 0.9])
      await expect(
        (async () => readPicture(bytes.subarray(0, bytes.length * share), 'a'))(),
      ).rejects.toThrow(/“a” (is (cut short|damaged|no picture|a picture of a kind)|does not say)/);
    expect(await readPicture(bytes, 'a')).toMatchObject({ data: expect.anything() });
  });
});
