import { convertIndexedToRgb, decode } from 'fast-png';
import type { WholeImage } from '../pixels/picture';
import { damagedFile } from './fault';
import { codec } from './formats/codecs';
import { plainPng } from './png-parts';

/** A PNG as straight RGBA, as decodePng. Throws a FileFault that names the file if it is damaged. */
export async function readPng(bytes: Uint8Array, name: string): Promise<WholeImage> {
  try {
    return await decodePng(bytes);
  } catch (cause) {
    throw damagedFile(name, cause);
  }
}

/**
 * A PNG as straight RGBA of its own depth, alpha kept exactly. Grey, palette and 1, 2, 4 bits are widened; one colour that the
 * file says is clear is. Throws if it is damaged, or holds more than its size says.
 */
export async function decodePng(bytes: Uint8Array): Promise<WholeImage> {
  const png = decode(await plainPng(bytes), { checkCrc: false });
  const { width, height } = png;
  let { data, channels } = png as {
    data: Uint8Array | Uint8ClampedArray | Uint16Array;
    channels: number;
  };
  let depth: 8 | 16 = png.depth === 16 ? 16 : 8;
  if (png.palette) {
    data = convertIndexedToRgb(png);
    channels = data.length / (width * height);
    depth = 8;
  } else if (png.depth < 8) {
    data = widened(data as Uint8Array, png.depth, width, height);
    channels = 1;
  }
  const out =
    depth === 16 ? new Uint16Array(width * height * 4) : new Uint8Array(width * height * 4);
  const opaque = depth === 16 ? 65535 : 255;
  for (let i = 0, at = 0; i < out.length; i += 4, at += channels) {
    const grey = channels < 3;
    out[i] = data[at]!;
    out[i + 1] = data[grey ? at : at + 1]!;
    out[i + 2] = data[grey ? at : at + 2]!;
    out[i + 3] = channels % 2 === 0 ? data[at + channels - 1]! : opaque;
  }
  return { width, height, depth, data: out };
}

/** Grey of 1, 2 or 4 bits, packed row by row, as 8 bits. */
function widened(packed: Uint8Array, bits: number, width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height);
  const stride = Math.ceil((width * bits) / 8);
  const top = 2 ** bits - 1;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const bit = x * bits;
      const byte = packed[y * stride + (bit >> 3)]!;
      out[y * width + x] = Math.round((((byte >> (8 - bits - (bit & 7))) & top) / top) * 255);
    }
  return out;
}

const encoder = codec(
  () => import('@jsquash/png/encode.js'),
  '@jsquash/png/codec/pkg/squoosh_png_bg.wasm',
);

/** Straight RGBA as the bytes of a PNG of the same depth, the same on every machine. */
export async function writePng({ width, height, depth, data }: WholeImage): Promise<Uint8Array> {
  const encode = await encoder();
  // The encoder takes the whole buffer that an array stands in, and 16 bits as they stand in the file.
  const encoded =
    depth === 16
      ? encode({ width, height, data: swapped(data as Uint16Array) }, { bitDepth: 16 })
      : encode({ width, height, data: whole(data) } as ImageData, { bitDepth: 8 });
  return new Uint8Array(await encoded);
}

/** The bytes themselves if they have a buffer of their own, else a copy that has. */
const whole = (data: WholeImage['data']) =>
  (data.byteLength === data.buffer.byteLength
    ? data
    : data.slice()) as Uint8ClampedArray<ArrayBuffer>;

/** 16-bit values with their two bytes the other way round. */
function swapped(data: Uint16Array): Uint16Array<ArrayBuffer> {
  const out = new Uint16Array(data.length);
  for (let i = 0; i < out.length; i++) out[i] = ((data[i]! & 0xff) << 8) | (data[i]! >> 8);
  return out;
}

/**
 * Whether a PNG is RGB of 8 bits without any transparency or colour profile: then every decoder gives
 * the same bytes, and the fastest will do.
 */
export function isPlainRgb(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 33 || bytes[24] !== 8 || bytes[25] !== 2) return false;
  for (let at = 33; at + 8 <= bytes.length; at += 12 + view.getUint32(at)) {
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (name === 'IDAT') return true;
    if (['tRNS', 'gAMA', 'cHRM', 'sRGB', 'iCCP', 'cICP'].includes(name)) return false;
  }
  return false;
}
