/**
 * Whole numbers in as few bytes as they need: seven bits a byte, the lowest first, the eighth set on all but the last (LEB128,
 * as DWARF and WebAssembly have it). Signed ones are folded first, so that small ones of either sign stay short (zigzag, as
 * Protocol Buffers have it). Good for whole numbers up to 2^31 − 1 either way.
 */

/** Collects bytes. */
export interface ByteWriter {
  unsigned(value: number): void;
  signed(value: number): void;
  bytes(values: Uint8Array): void;
  done(): Uint8Array<ArrayBuffer>;
}

export function byteWriter(): ByteWriter {
  let out = new Uint8Array(256);
  let length = 0;
  const room = (more: number) => {
    if (length + more <= out.length) return;
    const larger = new Uint8Array(Math.max(2 * out.length, length + more));
    larger.set(out.subarray(0, length));
    out = larger;
  };
  const unsigned = (value: number) => {
    room(5);
    let v = value >>> 0;
    for (; v > 127; v >>>= 7) out[length++] = (v & 127) | 128;
    out[length++] = v;
  };
  return {
    unsigned,
    signed: (value) => unsigned((value << 1) ^ (value >> 31)),
    bytes(values) {
      room(values.length);
      out.set(values, length);
      length += values.length;
    },
    done: () => out.slice(0, length),
  };
}

/** Reads what a writer wrote. Each throws a RangeError where the bytes end too early, or a number is too long. */
export interface ByteReader {
  unsigned(): number;
  signed(): number;
  bytes(count: number): Uint8Array;
  /** Bytes that are left. */
  left(): number;
}

export function byteReader(from: Uint8Array): ByteReader {
  let at = 0;
  const unsigned = (): number => {
    let value = 0;
    for (let shift = 0; shift < 35; shift += 7) {
      if (at >= from.length) throw new RangeError('The bytes end too early.');
      const byte = from[at++]!;
      value |= (byte & 127) << shift;
      if (byte < 128) return value >>> 0;
    }
    throw new RangeError('A number is too long.');
  };
  return {
    unsigned,
    signed() {
      const v = unsigned();
      return (v >>> 1) ^ -(v & 1);
    },
    bytes(count) {
      if (count > from.length - at) throw new RangeError('The bytes end too early.');
      at += count;
      return from.subarray(at - count, at);
    },
    left: () => from.length - at,
  };
}
