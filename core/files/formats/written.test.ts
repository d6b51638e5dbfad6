import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { zlibSync } from 'fflate';
import parseExr from 'parse-exr';
import sharp from 'sharp';
import { decode as decodeTiff } from 'tiff';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { halfOf } from '../../pixels/half';
import type { Depth, StraightImage } from '../../pixels/picture';
import { SPACES } from '../../pixels/profile';
import { defaultsOf } from '../../definitions/parameter-values';
import { readPicture } from '../picture-file';
import { spacesOf } from './format';
import { formatNamed, pictureFormats } from './index';

/** What is written, as other libraries read it. */

const [W, H] = [41, 27];
const soft = (depth: Depth, alpha = true): StraightImage => {
  const top = { 8: 255, 16: 65535, 32: 4 }[depth];
  const v = Array.from({ length: W * H * 4 }, (_, i) => {
    const [px, c] = [i >> 2, i & 3];
    const [x, y] = [px % W, Math.floor(px / W)];
    if (c === 3) return (alpha ? 0.2 + (0.8 * x) / W : 1) * (depth === 32 ? 1 : top);
    return top * (0.5 + 0.4 * Math.sin(0.11 * x * (c + 1) + 0.14 * y));
  });
  const data = {
    8: () => Uint8ClampedArray.from(v),
    16: () => Uint16Array.from(v),
    32: () => Float32Array.from(v),
  }[depth]();
  return { width: W, height: H, depth, data };
};
const said = { space: 'srgb', density: 240 } as const;

const write = (format: string, image: StraightImage, values = {}, about: object = said) => {
  const { written } = formatNamed(format);
  return written!.encode(
    image,
    { ...defaultsOf(written!.parameters), ...values },
    about as typeof said,
  );
};
const raw = async (file: Uint8Array) =>
  new Uint8Array(await sharp(file).ensureAlpha().raw().toBuffer());
const meanApart = (a: ArrayLike<number>, b: ArrayLike<number>) => {
  expect(a.length).toBe(b.length);
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs(a[i]! - b[i]!);
  return sum / a.length;
};

describe('without loss, exactly what went in', () => {
  for (const [format, values] of [
    ['png', {}],
    ['tif', {}],
    ['webp', { lossless: true }],
  ] as const)
    it(`${format}, 8 bits`, async () => {
      const image = soft(8);
      expect(await raw(await write(format, image, values))).toEqual(Uint8Array.from(image.data));
    });

  for (const format of ['png', 'tif'])
    it(`${format}, 16 bits`, async () => {
      const image = soft(16);
      const file = await write(format, image);
      const { data } = await sharp(file)
        .toColourspace('rgb16')
        .raw({ depth: 'ushort' })
        .toBuffer({ resolveWithObject: true });
      const theirs = new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
      expect([...theirs]).toEqual([...image.data]);
    });

  it('TIFF of floats', async () => {
    const image = soft(32);
    const [page] = decodeTiff(await write('tif', image));
    expect(page!.sampleFormat).toBe(3);
    expect([...page!.data]).toEqual([...image.data]);
  });

  it('OpenEXR: floats exactly, halves to 11 bits, colours times alpha', async () => {
    const image = soft(32);
    for (const [floats, within] of [
      ['whole', 1e-6],
      ['half', 2 ** -11],
    ] as const) {
      const file = await write('exr', image, { floats });
      const { width, height, data } = parseExr(file.slice().buffer, 1015);
      expect([width, height]).toEqual([W, H]);
      for (let y = 0; y < H; y++)
        for (let x = 0; x < W * 4; x++) {
          const i = y * W * 4 + x;
          const alpha = x % 4 === 3 ? 1 : image.data[i - (x % 4) + 3]!;
          // Their rows are counted from below.
          const theirs = data[(H - 1 - y) * W * 4 + x]!;
          expect(Math.abs(theirs / (image.data[i]! * alpha) - 1)).toBeLessThan(within);
        }
    }
  });
});

describe('with loss, what the eye cannot tell', () => {
  for (const format of ['jpg', 'webp', 'avif'])
    it(format, async () => {
      const image = soft(8, format !== 'jpg');
      const fine = await write(format, image, { quality: 95 });
      const small = await write(format, image, { quality: 20 });
      expect(meanApart(await raw(fine), image.data)).toBeLessThan(2.5);
      expect(small.length).toBeLessThan(fine.length);
      expect(fine).toEqual(await write(format, image, { quality: 95 }));
    });

  it('JPEG: progressive or not, colours at every px or a quarter, over a colour', async () => {
    const image = soft(8);
    const file = async (values: object) => sharp(await write('jpg', image, values)).metadata();
    expect(await file({})).toMatchObject({ isProgressive: true, chromaSubsampling: '4:4:4' });
    expect(await file({ progressive: false, colours: 'quarter' })).toMatchObject({
      isProgressive: false,
      chromaSubsampling: '4:2:0',
    });
    const clear = { ...image, data: new Uint8ClampedArray(W * H * 4) };
    const [r, g, b] = await raw(await write('jpg', clear, { behind: '#40a060', quality: 100 }));
    expect(meanApart([r!, g!, b!], [0x40, 0xa0, 0x60])).toBeLessThan(2);
  });
});

describe('what a file says of itself', () => {
  for (const { format, written } of pictureFormats) {
    if (!written) continue;
    for (const depth of written.depths)
      for (const space of spacesOf(written, depth))
        it(`${format} of ${depth} bits in ${space} is read again as it was`, async () => {
          const image = soft(depth, format !== 'jpg');
          const file = await write(format, image, {}, { space, density: 240 });
          const own = await readPicture(file, 'a');
          expect(own).toMatchObject({ width: W, height: H, depth });
          const isWide = space !== 'srgb';
          expect(own!.profile !== undefined).toBe(isWide);
          if (isWide) {
            const { red } = SPACES.p3;
            expect(red[0]).toBeGreaterThan(0.64);
            // Display P3's red in linear sRGB (W3C CSS Color 4, conversion matrices).
            expect(own!.profile!.matrix[0]).toBeCloseTo(1.2249, 2);
            const { icc } = await sharp(file).metadata();
            expect(icc!.length).toBeGreaterThan(300);
          }
        });
  }

  for (const format of ['png', 'jpg', 'tif'])
    it(`${format} says how dense it is`, async () =>
      expect((await sharp(await write(format, soft(8))).metadata()).density).toBe(240));
});

describe('what the artist says of it in words', () => {
  const about = {
    title: 'Night <seven> & "light"',
    creator: 'Ada Lindqvist',
    rights: '© a',
    description: ' ',
  };
  for (const { format, written } of pictureFormats) {
    if (!written) continue;
    it(`${format} ${written.hasWords ? 'says it, and is' : 'has no place for it, but is'} read as before`, async () => {
      const depth = written.depths[0]!;
      const space = spacesOf(written, depth).at(-1)!;
      const image = soft(depth, format !== 'jpg');
      const file = await write(format, image, {}, { space, density: 240, about });
      const plain = await write(format, image, {}, { space, density: 240, about: { title: ' ' } });
      expect(plain).toEqual(await write(format, image, {}, { space, density: 240 }));
      const [own, without] = await Promise.all([file, plain].map((f) => readPicture(f, 'a')));
      expect(own).toEqual(without);
      expect(file.length > plain.length).toBe(written.hasWords);
      if (!written.hasWords || format === 'exr') return;
      const { xmp } = await sharp(file).metadata();
      const packet = xmp!.toString();
      expect(XMLValidator.validate(packet)).toBe(true);
      const { Description: said } = new XMLParser({
        htmlEntities: true,
        removeNSPrefix: true,
      }).parse(packet).xmpmeta.RDF;
      expect(said).toEqual({
        title: { Alt: { li: 'Night <seven> & "light"' } },
        creator: { Seq: { li: 'Ada Lindqvist' } },
        rights: { Alt: { li: '© a' } },
      });
    });
  }

  it('an OpenEXR has its attributes for that', async () => {
    const text = (await write('exr', soft(32), {}, { ...said, about }))
      .reduce((all, v) => all + String.fromCharCode(v), '')
      .slice(0, 700);
    expect(text).toContain('comments\0string\0\x17\0\0\0Night <seven> & "light"');
    expect(text).toMatch(/owner\0string\0.{4}Ada Lindqvist\n/);
  });
});

describe('an OpenEXR with layers', () => {
  const lit = soft(32);
  const dark = { ...lit, data: lit.data.map((v, i) => (i % 4 === 3 ? v : v / 8)) } as StraightImage;
  const { written: exr } = formatNamed('exr');
  const layered = (names: string[]) =>
    exr!.encodeLayers!(
      lit,
      names.map((name) => ({ name, make: () => dark })),
      { floats: 'whole' },
      said,
    );

  it('is, to programs that know none, the picture of them all', async () => {
    const one = await readPicture(await write('exr', lit, { floats: 'whole' }), 'a');
    const several = await readPicture(
      await layered(['Halo', 'A very long name of a layer, such as some are']),
      'a',
    );
    expect(several).toEqual(one);
  });

  it('has each by its name: the library reads a layer whose channels change names with the picture', async () => {
    const file = await layered(['Q.a', 'Q.a']);
    const letters = (from: number, to: number) => String.fromCharCode(...file.subarray(from, to));
    const list = 'channels\0chlist\0';
    const start = letters(0, 400).indexOf(list) + list.length + 4;
    const entries: [name: string, rest: Uint8Array][] = [];
    let at = start;
    while (file[at] !== 0) {
      const end = file.indexOf(0, at);
      entries.push([letters(at, end), file.subarray(end + 1, end + 17)]);
      at = end + 17;
    }
    const names = entries.map(([name]) => name);
    const own = ['A', 'B', 'G', 'R'];
    expect(names).toEqual(
      [...own, ...own.flatMap((c) => [`Q_a.${c}`, `Q_a 2.${c}`])].toSorted((a, b) =>
        a < b ? -1 : 1,
      ),
    );
    const swapped = (name: string) =>
      own.includes(name) ? `Q_a.${name}` : name.startsWith('Q_a.') ? name.slice(4) : name;
    const bytes = entries.flatMap(([name, rest]) => [
      ...Array.from(swapped(name), (c) => c.charCodeAt(0)),
      0,
      ...rest,
    ]);
    const changed = file.slice();
    changed.set(bytes, start);
    const read = await readPicture(changed, 'a');
    const apart = read!.data.map((v, i) => Math.abs(v - dark.data[i]!));
    expect(Math.max(...apart)).toBeLessThan(1e-6);
  });

  it('of more than a file can be made of is refused before a layer is made', () => {
    const huge = { width: 8000, height: 6000, depth: 32 as const, data: new Float32Array(0) };
    const make = () => expect.unreachable();
    const layers = Array.from({ length: 9 }, (_, i) => ({ name: `${i}`, make }));
    expect(() => exr!.encodeLayers!(huge, layers, { floats: 'half' }, said)).toThrow(
      /9 layers of 8000 × 6000 px are too much/,
    );
  });
});

describe('a file that was made to ask for more than there is', () => {
  it('an OpenEXR whose header has no end, or that is of tiles, is refused', async () => {
    const file = await write('exr', soft(32));
    await expect(readPicture(file.subarray(0, 120), 'a.exr')).rejects.toThrow(
      /damaged|no picture that can be read/,
    );
    const endless = file.map((v, i) => (i > 60 && v === 0 ? 1 : v));
    await expect(readPicture(endless, 'a.exr')).rejects.toThrow(/damaged|no picture|how large/);
    const tiled = file.slice();
    tiled[5] = 2;
    await expect(readPicture(tiled, 'a.exr')).rejects.toThrow(/of tiles.*Save it as one part/);
  });

  it('a TIFF whose strip goes on and on is refused', async () => {
    const image = { width: 4, height: 4, depth: 8 as const, data: new Uint8Array(64) };
    const file = await write('tif', image);
    const bomb = zlibSync(new Uint8Array(2 ** 27));
    const out = new Uint8Array(file.length + bomb.length);
    out.set(file);
    out.set(bomb, file.length);
    const view = new DataView(out.buffer);
    const directory = view.getUint32(4, true);
    for (let i = 0; i < view.getUint16(directory, true); i++) {
      const at = directory + 2 + 12 * i;
      const tag = view.getUint16(at, true);
      if (tag === 273) view.setUint32(at + 8, file.length, true);
      if (tag === 279) view.setUint32(at + 8, bomb.length, true);
    }
    await expect(readPicture(out, 'bomb.tif')).rejects.toMatchObject({
      cause: { message: 'It holds more than it says.' },
    });
  });
});

describe('half floats', () => {
  const valueOf = (h: number) => {
    const [sign, exponent, fraction] = [h & 0x8000 ? -1 : 1, (h >> 10) & 31, h & 1023];
    if (exponent === 31) return fraction ? NaN : sign * Infinity;
    return exponent === 0
      ? sign * fraction * 2 ** -24
      : sign * (1 + fraction / 1024) * 2 ** (exponent - 15);
  };
  it('are the nearest there is', () => {
    fc.assert(
      fc.property(fc.float({ min: -65504, max: 65504, noNaN: true }), (v) => {
        const h = halfOf(v);
        const [own, below, above] = [h, h - 1, h + 1].map(valueOf);
        const away = Math.abs(own! - v);
        expect(away).toBeLessThanOrEqual(Math.abs(v) * 2 ** -11 + 2 ** -25);
        if ((h & 0x7fff) > 0 && (h & 0x7fff) < 0x7bff) {
          expect(away).toBeLessThanOrEqual(Math.abs(below! - v));
          expect(away).toBeLessThanOrEqual(Math.abs(above! - v));
        }
      }),
    );
  });
  it('have infinities, no number, and ties to even', () => {
    expect(halfOf(1e6)).toBe(0x7c00);
    expect(halfOf(-Infinity)).toBe(0xfc00);
    expect(valueOf(halfOf(NaN))).toBeNaN();
    expect(halfOf(1 + 2 ** -11)).toBe(0x3c00);
    expect(halfOf(1 + 3 * 2 ** -11)).toBe(0x3c02);
    expect(halfOf(65520)).toBe(0x7c00);
  });
});
