/** The parts of a PNG (W3C, "Portable Network Graphics", third edition), unpacked within bounds before anything decodes them. */
import { crc32 } from 'hash-wasm';

/** What a PNG says of itself in its header. */
interface Header {
  width: number;
  height: number;
  /** Bits of each channel. */
  depth: number;
  channels: number;
  interlaced: boolean;
}

/** A PNG's parts that pixels are made of. */
interface Parts {
  header: Header;
  /** The header, the palette and what of it is clear: whole chunks, as they stand in the file. */
  chunks: Uint8Array[];
  /** The compressed pixels. */
  data: Uint8Array[];
}

const CHANNELS: Readonly<Record<number, number>> = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 };
const DEPTHS: Readonly<Record<number, readonly number[]>> = {
  ...{ 0: [1, 2, 4, 8, 16], 2: [8, 16], 3: [1, 2, 4, 8], 4: [8, 16], 6: [8, 16] },
};
/** The passes of Adam7: where each begins, and its steps. */
const ADAM7 = [
  ...[
    [0, 0, 8, 8],
    [4, 0, 8, 8],
    [0, 4, 4, 8],
    [2, 0, 4, 4],
  ],
  ...[
    [0, 2, 2, 4],
    [1, 0, 2, 2],
    [0, 1, 1, 2],
  ],
] as const;
const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10];
/** The longest palette, and what of it is clear, bytes. */
const MAX_SMALL = 768;

/** The parts of a PNG up to its end, as they stand in the file: name, content, and the whole of each with length and checksum. Throws if it is damaged. */
export function* chunks(
  png: Uint8Array,
): Generator<[name: string, content: Uint8Array, whole: Uint8Array]> {
  if (!SIGNATURE.every((b, i) => png[i] === b)) throw new Error('It is no PNG.');
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength);
  for (let at = 8; ;) {
    if (at + 12 > png.length) throw new Error('It ends too soon.');
    const end = at + 12 + view.getUint32(at);
    if (end > png.length) throw new Error('It ends too soon.');
    const type = String.fromCharCode(...png.subarray(at + 4, at + 8));
    if (type === 'IEND') return;
    yield [type, png.subarray(at + 8, end - 4), png.subarray(at, end)];
    at = end;
  }
}

/** The parts of a PNG that its pixels need; the rest of it, profiles and texts, is not looked at. Throws if it is damaged. */
async function partsOf(png: Uint8Array): Promise<Parts> {
  const found: Uint8Array[] = [];
  const data: Uint8Array[] = [];
  let header: Header | null = null;
  for (const [type, content, whole] of chunks(png)) {
    if (type === 'IDAT') data.push(content);
    if (type === 'IHDR' || type === 'PLTE' || type === 'tRNS') {
      if (content.length > MAX_SMALL) throw new Error(`Its part ${type} is too long.`);
      const sum = Number.parseInt(await crc32(whole.subarray(4, -4)), 16);
      const said = new DataView(whole.buffer, whole.byteOffset, whole.length);
      if (sum !== said.getUint32(whole.length - 4))
        throw new Error(`Its part ${type} was changed.`);
      found.push(whole);
      if (type === 'IHDR') header = headerOf(content);
    }
  }
  if (!header) throw new Error('It has no header.');
  return { header, chunks: found, data };
}

function headerOf(content: Uint8Array): Header {
  if (content.length !== 13) throw new Error('Its header is damaged.');
  const view = new DataView(content.buffer, content.byteOffset, 13);
  const [depth, type, interlace] = [content[8]!, content[9]!, content[12]!];
  if (!DEPTHS[type]?.includes(depth) || interlace > 1) throw new Error('Its header is damaged.');
  const [width, height] = [view.getUint32(0), view.getUint32(4)];
  return { width, height, depth, channels: CHANNELS[type]!, interlaced: interlace === 1 };
}

/** How many bytes the pixels of a PNG are before they are compressed: each row begins with its filter. */
function rawBytes({ width, height, depth, channels, interlaced }: Header): number {
  const rows = (w: number, h: number) =>
    w === 0 || h === 0 ? 0 : h * (1 + Math.ceil((w * depth * channels) / 8));
  if (!interlaced) return rows(width, height);
  return ADAM7.reduce(
    (sum, [x, y, dx, dy]) => sum + rows(Math.ceil((width - x) / dx), Math.ceil((height - y) / dy)),
    0,
  );
}

/** How much is handed to the inflater at a time, bytes: what it makes of it is at most a thousand times as much. */
const PIECE = 2 ** 16;

/** What compressed parts come to together: at most so many bytes. Throws if they are damaged, or come to more. */
async function inflated(data: readonly Uint8Array[], most: number): Promise<Uint8Array> {
  const out = new Uint8Array(most);
  const stream = new DecompressionStream('deflate');
  const reader = stream.readable.getReader();
  const writer = stream.writable.getWriter();
  const write = async () => {
    for (const part of data)
      for (let i = 0; i < part.length; i += PIECE)
        await writer.write(part.subarray(i, i + PIECE) as Uint8Array<ArrayBuffer>);
    await writer.close();
  };
  const writing = write();
  // What goes wrong is thrown by reading, too.
  writing.catch(() => undefined);
  let at = 0;
  for (;;) {
    const { value } = await reader.read();
    if (!value) break;
    if (at + value.length > most) {
      await Promise.all([reader.cancel(), writer.abort().catch(() => undefined)]);
      throw new Error('It holds more than it says.');
    }
    out.set(value, at);
    at += value.length;
  }
  return out.subarray(0, at);
}

/** What a compressed part comes to, at most so many bytes. Throws if it is damaged, or comes to more. */
export const inflatedUpTo = (data: Uint8Array, most: number): Promise<Uint8Array> =>
  inflated([data], most);

/** The raw pixels of a PNG. Throws if they are damaged, or are more or fewer than its size says. */
async function rawPixels(data: readonly Uint8Array[], size: number): Promise<Uint8Array> {
  const raw = await inflated(data, size);
  if (raw.length < size) throw new Error('It ends too soon.');
  return raw;
}

/** The longest stored block of DEFLATE (RFC 1951), bytes. */
const BLOCK = 65_535;

/** Bytes as a zlib stream that only stores them. Its checksum is left out: it stands in memory, and is not read. */
function stored(raw: Uint8Array): Uint8Array {
  const blocks = Math.max(1, Math.ceil(raw.length / BLOCK));
  const out = new Uint8Array(2 + 5 * blocks + raw.length + 4);
  const view = new DataView(out.buffer);
  out.set([0x78, 0x01]);
  let at = 2;
  for (let i = 0; i < blocks; i++) {
    const part = raw.subarray(i * BLOCK, (i + 1) * BLOCK);
    out[at] = i === blocks - 1 ? 1 : 0;
    view.setUint16(at + 1, part.length, true);
    view.setUint16(at + 3, ~part.length & 0xffff, true);
    out.set(part, at + 5);
    at += 5 + part.length;
  }
  return out;
}

/**
 * The same PNG without profiles, texts and whatever else its pixels do not need, its pixels stored without compression: what
 * decodes it needs no more memory than its size says. Checksums of chunks are left out. Throws if it is damaged, or holds
 * more or less than its size says.
 */
export async function plainPng(png: Uint8Array): Promise<Uint8Array> {
  const { header, chunks: kept, data } = await partsOf(png);
  const pixels = stored(await rawPixels(data, rawBytes(header)));
  const length = 8 + kept.reduce((n, c) => n + c.length, 0) + 12 + pixels.length + 12;
  const out = new Uint8Array(length);
  const view = new DataView(out.buffer);
  out.set(SIGNATURE);
  let at = 8;
  for (const chunk of kept) {
    out.set(chunk, at);
    at += chunk.length;
  }
  const begin = (type: string, size: number) => {
    view.setUint32(at, size);
    for (let i = 0; i < 4; i++) out[at + 4 + i] = type.charCodeAt(i);
  };
  begin('IDAT', pixels.length);
  out.set(pixels, at + 8);
  at += 12 + pixels.length;
  begin('IEND', 0);
  return out;
}
