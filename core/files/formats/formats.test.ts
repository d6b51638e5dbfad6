import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { PICTURE_EXTENSIONS } from '../../definitions/asset-name';
import { picture } from '../../kernels/picture';
import type { StraightImage } from '../../pixels/picture';
import { inspectPicture, readPicture } from '../picture-file';
import { pictureFormats } from './index';

/** Formats of pictures, against another library. */

const [W, H] = [37, 23];
/** Soft colours, so that what is lost by compression is the same to the eye, and every px another. */
const soft = (channels: 3 | 4) =>
  Uint8Array.from({ length: W * H * channels }, (_, i) => {
    const [px, c] = [Math.floor(i / channels), i % channels];
    const [x, y] = [px % W, Math.floor(px / W)];
    return c === 3 ? 60 + 5 * x : 128 + 100 * Math.sin((c + 1) * 0.11 * x + (3 - c) * 0.14 * y);
  });
const made = (channels: 3 | 4 = 3) =>
  sharp(soft(channels), { raw: { width: W, height: H, channels } });

type Made = Promise<Buffer>;
const bytesOf = async (file: Made) => new Uint8Array(await file);
const raw = async (file: Uint8Array, turn = false) => {
  const from = turn ? sharp(file).rotate() : sharp(file);
  return new Uint8Array(await from.ensureAlpha().raw().toBuffer());
};

/** The largest difference between numbers. */
const apart = (a: ArrayLike<number>, b: ArrayLike<number>): number => {
  expect(a.length).toBe(b.length);
  let most = 0;
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i]! - b[i]!));
  return most;
};

const whole = (image: StraightImage) => ({ x: 0, y: 0, width: image.width, height: image.height });
const displayed = (image: StraightImage) =>
  picture(image).level(0, whole(image), 'displayed').data.slice();

it('assets are named by the formats there are, SVG aside, which is drawn', () => {
  const formats = pictureFormats.map((f) => f.format).filter((f) => f !== 'svg');
  expect(formats.sort()).toEqual([...PICTURE_EXTENSIONS].sort());
});

describe('pixels are those of another library', () => {
  const files: [string, () => Made][] = [
    ['JPEG', () => made().jpeg({ quality: 88 }).toBuffer()],
    [
      'JPEG, progressive, all its colours',
      () => made().jpeg({ progressive: true, chromaSubsampling: '4:4:4' }).toBuffer(),
    ],
    ['JPEG of grey', () => made().greyscale().jpeg().toBuffer()],
    ['WebP', () => made().webp({ quality: 80 }).toBuffer()],
    [
      'WebP without loss, with alpha',
      () => made(4).webp({ lossless: true, exact: true }).toBuffer(),
    ],
    ['AVIF with alpha', () => made(4).avif({ quality: 70, effort: 1 }).toBuffer()],
    ['TIFF', () => made().tiff({ compression: 'none' }).toBuffer()],
    [
      'TIFF, LZW, predicted, with alpha',
      () => made(4).tiff({ compression: 'lzw', predictor: 'horizontal' }).toBuffer(),
    ],
    ['TIFF, deflated', () => made().tiff({ compression: 'deflate' }).toBuffer()],
    ['PNG of a palette', () => made(4).png({ palette: true }).toBuffer()],
  ];
  for (const [name, file] of files)
    it(name, async () => {
      const bytes = await bytesOf(file());
      const own = await readPicture(bytes, name);
      expect(own).toMatchObject({ width: W, height: H, depth: 8 });
      expect(apart(own!.data, await raw(bytes))).toBe(0);
    });

  it('TIFF of 16 bits, exactly', async () => {
    const given = Uint16Array.from({ length: W * H * 4 }, (_, i) => (i * 2654435761) >>> 16);
    const file = sharp(given, { raw: { width: W, height: H, channels: 4 } })
      .toColourspace('rgb16')
      .tiff({ compression: 'lzw' });
    const own = await readPicture(await bytesOf(file.toBuffer()), 'a.tif');
    expect(own!.depth).toBe(16);
    expect(apart(own!.data, given)).toBe(0);
  });
});

/** How each format is written with little loss. */
const PLAINLY = {
  jpeg: { quality: 100 },
  webp: { lossless: true },
  tiff: { compression: 'deflate' },
  png: {},
  avif: { lossless: true, effort: 1 },
} as const;

describe('pictures stand upright', () => {
  const files = ['jpeg', 'webp', 'tiff', 'png', 'avif'] as const;
  for (const format of files)
    it(`${format}, turned and mirrored in all eight ways`, async () => {
      for (let orientation = 1; orientation <= 8; orientation++) {
        const file = made(3).withMetadata({ orientation }).toFormat(format, PLAINLY[format]);
        const bytes = await bytesOf(file.toBuffer());
        const own = await readPicture(bytes, 'a');
        const { info } = await sharp(bytes).rotate().toBuffer({ resolveWithObject: true });
        expect(own).toMatchObject({ width: info.width, height: info.height });
        expect(apart(own!.data, await raw(bytes, true))).toBe(0);
        expect(inspectPicture(bytes, 'a')).toMatchObject({ orientation });
      }
    });
});

describe('profiles', () => {
  const formats = ['jpeg', 'webp', 'tiff', 'png'] as const;
  for (const format of formats)
    it(`${format} in Display P3 shows as another library shows it`, async () => {
      const tagged = made(3)
        .withIccProfile('p3', { attach: true })
        .toFormat(format, PLAINLY[format]);
      const bytes = await bytesOf(tagged.toBuffer());
      const own = await readPicture(bytes, 'a');
      expect(own!.profile).toBeDefined();
      const theirs = new Uint8Array(
        await sharp(bytes)
          .pipelineColourspace('srgb')
          .toColourspace('srgb')
          .ensureAlpha()
          .raw()
          .toBuffer(),
      );
      const ours = displayed(own!).map((v) => Math.round(255 * Math.min(1, Math.max(0, v))));
      // Their numbers differ from those of the file: the profile was followed.
      expect(apart(own!.data, theirs)).toBeGreaterThan(8);
      expect(apart(ours, theirs)).toBeLessThanOrEqual(1);
    });

  it('that say what sRGB says are left out', async () => {
    const file = made(3).withIccProfile('srgb').jpeg();
    const bytes = await bytesOf(file.toBuffer());
    expect(new TextDecoder('latin1').decode(bytes)).toContain('ICC_PROFILE');
    expect((await readPicture(bytes, 'a'))!.profile).toBeUndefined();
  });

  it('of inks are left to the browser', async () => {
    const cmyk = made(3).toColourspace('cmyk').withIccProfile('cmyk').jpeg();
    expect(await readPicture(await bytesOf(cmyk.toBuffer()), 'a')).toBeNull();
  });
});

describe('what cannot be read', () => {
  const text = (s: string) => new TextEncoder().encode(s.padEnd(40));
  const refused: [string, string, Uint8Array, RegExp][] = [
    [
      'a document',
      'poster.pdf',
      text('%PDF-1.7 and so on'),
      /PDF document.*Save its page as a PNG/,
    ],
    ['a raw file', 'IMG_0044.CR2', text('II*\0'), /raw file of a camera.*Develop it first/],
    ['a HEIC of nothing', 'a.heic', text('\0\0\0\u0018ftypheic'), /does not say how large/],
    ['a text', 'a.txt', text('dear diary'), /no picture that can be read|kind that cannot/],
    ['a TIFF without a size', 'a.tif', text('II*\0\u0008\0\0\0\0\0'), /how large/],
  ];
  for (const [what, name, bytes, words] of refused)
    it(`${what} is refused in words`, () =>
      expect(() => inspectPicture(bytes, name)).toThrow(words));

  it('a TIFF of a kind that is not read says what to do', async () => {
    const bytes = await bytesOf(made().tiff({ compression: 'jpeg' }).toBuffer());
    await expect(readPicture(bytes, 'a.tif')).rejects.toThrow(
      /TIFF with another .*cannot be read here.*LZW, ZIP/,
    );
  });

  const cut = ['jpeg', 'webp', 'avif', 'tiff', 'png'] as const;
  for (const format of cut)
    it(`${format} that ends too soon is refused`, async () => {
      const bytes = await bytesOf(made().toFormat(format).toBuffer());
      await expect(readPicture(bytes.subarray(0, bytes.length * 0.6), 'a')).rejects.toThrow(
        /“a” is (cut short|damaged|no picture)/,
      );
    });
});
