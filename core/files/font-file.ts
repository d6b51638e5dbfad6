import { unzlibSync } from 'fflate';
import { faceOfCollection, isCollection } from './font-collection';
import { FileFault, SAVE_AGAIN, damagedFile } from './fault';
import { letters } from './formats/format';
import { unpackWoff2 } from './woff2';

/** Font files: what they are, and WOFF unpacked to the TrueType or OpenType font that it holds. */

/** No font is larger than this, bytes. */
const MAX = 64 * 2 ** 20;

/**
 * A font's file as a plain TrueType (`ttf`) or OpenType (`otf`) font. WOFF 1 is unpacked here (W3C, "WOFF
 * File Format 1.0"), WOFF 2 by a package. Of a collection, the face of a number. Throws a FileFault that says what is wrong
 * with it.
 */
export async function sfntOf(
  bytes: Uint8Array,
  name: string,
  face = 0,
): Promise<{ bytes: Uint8Array; format: 'ttf' | 'otf' }> {
  if (bytes.length === 0) throw new FileFault(name, 'is empty', SAVE_AGAIN);
  if (bytes.length > MAX)
    throw new FileFault(name, 'is larger than 64 MB', 'Bring in a font with fewer letters.');
  const tag = String.fromCharCode(...bytes.subarray(0, 4));
  if (tag === 'wOF2' && letters(bytes, 4, 4) === 'ttcf')
    throw new FileFault(name, 'is a packed collection of fonts', 'Bring it in unpacked, as TTC.');
  let plain = bytes;
  try {
    if (tag === 'wOFF') plain = unpackWoff(bytes);
    else if (tag === 'wOF2') plain = await unpackWoff2(bytes, MAX);
    else if (isCollection(bytes)) plain = faceOfCollection(bytes, face);
  } catch (cause) {
    throw damagedFile(name, cause);
  }
  const own = String.fromCharCode(...plain.subarray(0, 4));
  if (own !== 'OTTO' && own !== '\x00\x01\x00\x00' && own !== 'true')
    throw new FileFault(name, 'is no font that can be read', 'Bring in a TTF, OTF, WOFF or WOFF2.');
  if (isCutShort(plain)) throw new FileFault(name, 'is cut short', SAVE_AGAIN);
  return { bytes: plain, format: own === 'OTTO' ? 'otf' : 'ttf' };
}

/** Whether a table of a font would lie beyond its end. */
function isCutShort(sfnt: Uint8Array): boolean {
  if (sfnt.length < 12) return true;
  const view = new DataView(sfnt.buffer, sfnt.byteOffset, sfnt.byteLength);
  const tables = view.getUint16(4);
  if (sfnt.length < 12 + 16 * tables) return true;
  for (let i = 0; i < tables; i++) {
    const at = 12 + 16 * i;
    if (view.getUint32(at + 8) + view.getUint32(at + 12) > sfnt.length) return true;
  }
  return false;
}

/** The font in a WOFF 1 file. Throws if a part of it is not there, or before it would unpack to more than any font is. */
function unpackWoff(woff: Uint8Array): Uint8Array {
  const view = new DataView(woff.buffer, woff.byteOffset, woff.byteLength);
  const count = view.getUint16(12);
  const sizes = Array.from({ length: count }, (_, i) => view.getUint32(44 + 20 * i + 12));
  if (sizes.reduce((sum, size) => sum + size, 0) > MAX)
    throw new Error('It unpacks to more than 64 MB.');
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 44 + 20 * i;
    const [tag, offset, packed, size, sum] = [0, 4, 8, 12, 16].map((k) => view.getUint32(at + k));
    if (offset! + packed! > woff.length) throw new Error('A table lies beyond its end.');
    const part = woff.subarray(offset!, offset! + packed!);
    const data = packed! < size! ? unzlibSync(part, { out: new Uint8Array(size!) }) : part;
    return { tag: tag!, sum: sum!, data };
  });
  const start = 12 + 16 * count;
  const total = tables.reduce((n, t) => n + ((t.data.length + 3) & ~3), start);
  const out = new Uint8Array(total);
  const to = new DataView(out.buffer);
  to.setUint32(0, view.getUint32(4));
  to.setUint16(4, count);
  const power = 2 ** Math.floor(Math.log2(Math.max(1, count)));
  to.setUint16(6, power * 16);
  to.setUint16(8, Math.log2(power));
  to.setUint16(10, count * 16 - power * 16);
  let at = start;
  tables.forEach(({ tag, sum, data }, i) => {
    const entry = 12 + 16 * i;
    [tag, sum, at, data.length].forEach((v, k) => to.setUint32(entry + 4 * k, v));
    out.set(data, at);
    at += (data.length + 3) & ~3;
  });
  return out;
}
