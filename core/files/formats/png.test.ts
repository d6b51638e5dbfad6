import { deflateSync, crc32 } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { linear } from '../../pixels/colour';
import type { ColourProfile } from '../../pixels/profile';
import { CURVE_STEPS } from '../../pixels/profile';
import { readPicture } from '../picture-file';

/** What chunks of a PNG say of its colours. */

function chunk(type: string, content: Uint8Array): Buffer {
  const named = Buffer.concat([Buffer.from(type), content]);
  const length = Buffer.alloc(4);
  const sum = Buffer.alloc(4);
  length.writeUInt32BE(content.length);
  sum.writeUInt32BE(crc32(named));
  return Buffer.concat([length, named, sum]);
}

const numbers = (...values: number[]) => {
  const out = Buffer.alloc(4 * values.length);
  values.forEach((v, i) => out.writeUInt32BE(v, 4 * i));
  return out;
};

/** One px of RGB with chunks before its pixels. */
const file = (...parts: [type: string, content: Uint8Array][]) =>
  Uint8Array.from(
    Buffer.concat([
      Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]),
      chunk('IHDR', Buffer.concat([numbers(1, 1), Buffer.from([8, 2, 0, 0, 0])])),
      ...parts.map(([type, content]) => chunk(type, content)),
      chunk('IDAT', deflateSync(Buffer.from([0, 200, 100, 50]))),
      chunk('IEND', Buffer.alloc(0)),
    ]),
  );

const profileOf = async (...parts: [type: string, content: Uint8Array][]) =>
  (await readPicture(file(...parts), 'a.png'))!.profile;

const light = ({ curves }: ColourProfile, number: number) =>
  curves[Math.round(number * CURVE_STEPS)]!;

const SRGB = numbers(31270, 32900, 64000, 33000, 30000, 60000, 15000, 6000);
const P3 = numbers(31270, 32900, 68000, 32000, 26500, 69000, 15000, 6000);

describe('the colours of a PNG', () => {
  it('are those of sRGB if nothing is said, or that', async () => {
    expect(await profileOf()).toBeUndefined();
    expect(await profileOf(['sRGB', Buffer.from([0])])).toBeUndefined();
    expect(await profileOf(['gAMA', numbers(45455)])).toBeUndefined();
    expect(await profileOf(['sRGB', Buffer.from([0])], ['gAMA', numbers(100000)])).toBeUndefined();
  });

  it('are of a gamma and primaries', async () => {
    const found = await profileOf(['gAMA', numbers(55556)], ['cHRM', P3]);
    expect(light(found!, 0.5)).toBeCloseTo(0.5 ** 1.8, 4);
    // Display P3's red in linear sRGB (W3C CSS Color 4, conversion matrices).
    [1.2249, -0.0421, -0.0196].forEach((v, i) => expect(found!.matrix[3 * i]).toBeCloseTo(v, 3));
    const plain = await profileOf(['gAMA', numbers(100000)], ['cHRM', SRGB]);
    [1, 0, 0, 0, 1, 0, 0, 0, 1].forEach((v, i) => expect(plain!.matrix[i]).toBeCloseTo(v, 4));
    expect(light(plain!, 0.5)).toBeCloseTo(0.5, 5);
  });

  it('are of code points, before all else', async () => {
    const p3 = await profileOf(['cICP', Buffer.from([12, 13, 0, 1])], ['sRGB', Buffer.from([0])]);
    expect(light(p3!, 0.5)).toBeCloseTo(linear(0.5), 4);
    expect(p3!.matrix[0]).toBeCloseTo(1.2249, 3);
  });

  it('of HDR are light above white: PQ by its table, HLG with white at three quarters', async () => {
    const pq = await profileOf(['cICP', Buffer.from([9, 16, 0, 1])]);
    // Numbers and cd/m² of ST 2084, white of graphics being 203 (ITU-R BT.2408).
    for (const [number, nits] of [
      [0.508, 100],
      [0.58, 203],
      [0.7518, 1000],
      [1, 10000],
    ] as const)
      expect(light(pq!, number) / (nits / 203)).toBeCloseTo(1, 1);
    const hlg = await profileOf(['cICP', Buffer.from([9, 18, 0, 1])]);
    expect(light(hlg!, 0.75)).toBeCloseTo(1, 1);
    expect(light(hlg!, 1)).toBeCloseTo(1000 / 203, 2);
  });

  it('a profile that is damaged counts as none', async () => {
    const packed = Buffer.concat([Buffer.from('ours\0\0'), deflateSync(Buffer.alloc(200, 7))]);
    expect(await profileOf(['iCCP', packed])).toBeUndefined();
    expect(await profileOf(['iCCP', Buffer.from('ours\0\0nothing')])).toBeUndefined();
  });
});
