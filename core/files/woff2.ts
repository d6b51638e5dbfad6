import { viewOf } from './formats/format';

/** Fonts packed as WOFF 2 (W3C, "WOFF File Format 2.0"). */

const HEADER = 48;

/** What the directory of a file says: how many bytes its tables are when they are unpacked, and where what is packed stands. */
interface Directory {
  /** Bytes of all tables, as the font has them, and as they are packed together. */
  plain: number;
  packed: number;
  from: number;
  to: number;
}

/** Tables by the numbers that stand for their names: of these two a plain one is of another kind than of the rest. */
const [GLYF, LOCA, NAMED] = [10, 11, 63];
const PLAIN_GLYPHS = 3;

/** Reads the directory. Throws an Error if it goes on beyond the end of the file, or has a number of too many bytes. */
function directoryOf(bytes: Uint8Array): Directory {
  const view = viewOf(bytes);
  let at = HEADER;
  /** A number of up to five bytes, seven bits in each (4.1, "UIntBase128"). */
  const number = (): number => {
    let v = 0;
    for (let i = 0; i < 5; i++) {
      const byte = view.getUint8(at++);
      v = v * 128 + (byte & 127);
      if (byte < 128) return v;
    }
    throw new Error('A size in its directory is too long.');
  };
  const out = { plain: 0, packed: 0 };
  for (let left = view.getUint16(12); left > 0; left--) {
    const flags = view.getUint8(at++);
    const [table, kind] = [flags & 63, flags >> 6];
    if (table === NAMED) at += 4;
    const size = number();
    const isPlain = table === GLYF || table === LOCA ? kind === PLAIN_GLYPHS : kind === 0;
    out.plain += size;
    out.packed += isPlain ? size : number();
  }
  const to = at + view.getUint32(20);
  return { ...out, from: at, to };
}

/**
 * The font in a WOFF 2 file of one font, not of a collection. Throws an Error if it is damaged, or says that it unpacks to more
 * than `most` bytes.
 */
export async function unpackWoff2(bytes: Uint8Array, most: number): Promise<Uint8Array> {
  const view = viewOf(bytes);
  const { plain, packed, from, to } = directoryOf(bytes);
  if (Math.max(plain, packed, view.getUint32(16)) > most)
    throw new Error(`It unpacks to more than ${most / 2 ** 20} MB.`);
  const [{ decompress }, { woff2Decode }] = await Promise.all([
    import('brotli/decompress'),
    import('woff-lib/woff2/decode'),
  ]);
  // What unpacks the font goes on without end over some damaged streams; this refuses them.
  if (decompress(bytes.subarray(from, to), packed).length !== packed)
    throw new Error('It unpacks to another size than it says.');
  return new Uint8Array(await woff2Decode(bytes));
}
