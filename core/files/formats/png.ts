import { zlibSync } from 'fflate';
import { crc32 } from 'hash-wasm';
import type { ColourProfile, Space } from '../../pixels/profile';
import { evenProfile, isSrgb, srgbFrom } from '../../pixels/profile';
import type { WholeImage } from '../../pixels/picture';
import { decodePng, writePng } from '../png';
import { isNamed, writtenIcc } from '../written-icc';
import { chunks, inflatedUpTo } from '../png-parts';
import { profileOfCodePoints } from './code-points';
import { withProfile } from './embedded-profile';
import type { PictureFormat, Said } from './format';
import { asciiOf, joined, viewOf, written } from './format';
import { xmpOf } from './xmp';
import { orientationOf } from './tags';

/** PNG (W3C, "Portable Network Graphics", third edition). */

/** The longest profile that is read, bytes. */
const LONGEST_PROFILE = 2 ** 23;

/** What the chunks of a PNG say of its colours, the one that counts first; undefined if that is nothing, or sRGB. */
function saidBy(found: ReadonlyMap<string, Uint8Array>): ColourProfile | undefined {
  const cicp = found.get('cICP');
  const coded = cicp && profileOfCodePoints(cicp[0]!, cicp[1]!);
  if (coded) return coded;
  const gamma = found.get('gAMA');
  if (found.has('sRGB') || !gamma) return undefined;
  const power = 100_000 / viewOf(gamma).getUint32(0);
  const chrm = found.get('cHRM');
  const pair = (i: number): [number, number] => {
    const view = viewOf(chrm!);
    return [view.getUint32(8 * i) / 100_000, view.getUint32(8 * i + 4) / 100_000];
  };
  // A gamma alone says nothing of the colours, and is what most programs write that mean sRGB.
  if (!chrm) return undefined;
  return evenProfile(
    (v) => v ** power,
    srgbFrom({ white: pair(0), red: pair(1), green: pair(2), blue: pair(3) }),
  );
}

/** The ICC profile of a PNG, behind its name. */
async function profileIn(chunk: Uint8Array): Promise<Uint8Array | null> {
  const end = chunk.indexOf(0);
  return end < 0 ? null : inflatedUpTo(chunk.subarray(end + 2), LONGEST_PROFILE).catch(() => null);
}

/** A chunk with its length and checksum. */
async function chunk(name: string, content: Uint8Array): Promise<Uint8Array> {
  const named = joined(asciiOf(name), content);
  const out = new Uint8Array(named.length + 8);
  out.set(named, 4);
  viewOf(out).setUint32(0, content.length);
  viewOf(out).setUint32(out.length - 4, Number.parseInt(await crc32(named), 16));
  return out;
}

/** Px of a metre, in the chunk that says how dense a picture is. */
function densityOf(density: number): Uint8Array {
  const out = new Uint8Array(9);
  const px = Math.round(density / 0.0254);
  [0, 4].forEach((at) => viewOf(out).setUint32(at, px));
  out[8] = 1;
  return out;
}

/** How the numbers of a space are said: by code points (ITU-T H.273), and a profile for programs that know none. */
async function saidOf(space: Space): Promise<Uint8Array[]> {
  if (!isNamed(space)) return [await chunk('sRGB', Uint8Array.of(0))];
  const profile = joined(asciiOf('Display P3\0\0'), zlibSync(writtenIcc(space)));
  return [await chunk('cICP', Uint8Array.of(12, 13, 0, 1)), await chunk('iCCP', profile)];
}

/** International text that is not compressed, of no language: a keyword, and the packet behind it (XMP part 3, 1.1.5). */
async function wordsOf(about: Said['about']): Promise<Uint8Array[]> {
  const packet = xmpOf(about);
  return packet
    ? [await chunk('iTXt', joined(asciiOf('XML:com.adobe.xmp\0\0\0\0\0'), packet))]
    : [];
}

/** The header of a PNG, with the signature before it, bytes. */
const HEADER = 33;

const COLOURS = ['cICP', 'iCCP', 'sRGB', 'gAMA', 'cHRM'];

export const png: PictureFormat = {
  ...{ format: 'png', label: 'PNG', extensions: ['png'], type: 'image/png' },
  isShown: true,
  orientation(bytes) {
    for (const [name, content] of chunks(bytes)) {
      if (name === 'eXIf') return orientationOf(content);
      if (name === 'IDAT') return 1;
    }
    return 1;
  },
  written: written({
    depths: [8, 16],
    spaces: ['srgb', 'p3'],
    hasDensity: true,
    hasWords: true,
    parameters: {},
    async encode(image, _, { space, density, about }) {
      const file = await writePng(image as WholeImage);
      return joined(
        file.subarray(0, HEADER),
        ...(await saidOf(space)),
        await chunk('pHYs', densityOf(density)),
        ...(await wordsOf(about)),
        file.subarray(HEADER),
      );
    },
  }),
  async decode(bytes) {
    const image = await decodePng(bytes);
    const found = new Map<string, Uint8Array>();
    for (const [name, content] of chunks(bytes)) {
      if (name === 'IDAT') break;
      if (COLOURS.includes(name)) found.set(name, content);
    }
    const icc = found.get('iCCP');
    if (icc && !found.has('cICP')) return withProfile(image, await profileIn(icc));
    const profile = saidBy(found);
    return profile && !isSrgb(profile) ? { ...image, profile } : image;
  },
};
