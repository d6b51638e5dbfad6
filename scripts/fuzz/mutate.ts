/** Damages files and values at random, the same from the same seed. */

/** Numbers in turn from a seed (mulberry32; Ettinger, public domain): whole, from 0 up to but not including `below`. */
export type Dice = (below: number) => number;

export function diceOf(seed: number): Dice {
  let state = seed >>> 0;
  return (below) => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return Math.floor((((t ^ (t >>> 14)) >>> 0) / 2 ** 32) * below);
  };
}

/** Values that counts and sizes of formats are overwritten with. */
const EXTREMES = [0, 1, 0x7f, 0x80, 0xff, 0x7fff, 0xffff, 0x7fffffff, 0x80000000, 0xffffffff];

/** Bytes with a few of them flipped, overwritten, cut off, doubled or taken out. */
export function damagedBytes(bytes: Uint8Array, dice: Dice): Uint8Array {
  let out = Uint8Array.from(bytes);
  for (let n = 1 + dice(6); n > 0 && out.length > 8; n--) {
    // Headers stand at the beginning; most of a file is what they speak of.
    const at = dice(dice(2) === 0 ? Math.min(96, out.length) : out.length);
    const view = new DataView(out.buffer, out.byteOffset, out.length);
    switch (dice(7)) {
      case 0:
        out[at]! ^= 1 << dice(8);
        break;
      case 1:
        out[at] = dice(256);
        break;
      case 2:
        if (at + 4 <= out.length)
          view.setUint32(at, EXTREMES[dice(EXTREMES.length)]!, dice(2) === 0);
        break;
      case 3:
        out = out.slice(0, at);
        break;
      case 4: {
        const part = out.slice(at, at + 1 + dice(64));
        out = Uint8Array.from([...out.subarray(0, at), ...part, ...out.subarray(at)]);
        break;
      }
      case 5:
        out = Uint8Array.from([...out.subarray(0, at), ...out.subarray(at + 1 + dice(64))]);
        break;
      default:
        out.fill(dice(256), at, at + 1 + dice(32));
    }
  }
  return out;
}

const WILD: readonly unknown[] = [
  ...[null, true, '', 'constructor', '__proto__', 'x'.repeat(300), 0, -1, 0.5, 1e308, -1e308],
  ...[2 ** 53, [], {}, [[]], { id: 'x' }, [null], '#zzzzzz', 'NaN'],
];

/** A value as JSON has them, with a few of its entries overwritten, taken out, doubled or put elsewhere. */
export function damagedValue(value: unknown, dice: Dice): unknown {
  const out = structuredClone(value);
  const places: { of: Record<string, unknown> | unknown[]; key: string }[] = [];
  const look = (of: unknown) => {
    if (typeof of !== 'object' || of === null) return;
    for (const key of Object.keys(of)) {
      places.push({ of: of as Record<string, unknown>, key });
      look((of as Record<string, unknown>)[key]);
    }
  };
  look(out);
  for (let n = 1 + dice(4); n > 0 && places.length > 0; n--) {
    const { of, key } = places[dice(places.length)]!;
    const from = places[dice(places.length)]!;
    const things = of as Record<string, unknown>;
    switch (dice(5)) {
      case 0:
      case 1:
        things[key] = structuredClone(WILD[dice(WILD.length)]);
        break;
      case 2:
        if (Array.isArray(of)) of.splice(Number(key), 1);
        else Reflect.deleteProperty(things, key);
        break;
      case 3:
        if (Array.isArray(of)) of.push(structuredClone(of[Number(key)]));
        else things[`${key}s`] = things[key];
        break;
      default:
        things[key] = structuredClone((from.of as Record<string, unknown>)[from.key]);
    }
  }
  return out;
}
