import { columnsOf } from '../pixels/profile';
import type { Space } from '../pixels/profile';

/** ICC profiles as they are written (ICC.1:2022): three primaries, and the curve of sRGB. */

const NAMES: Readonly<Record<Space, string>> = { srgb: 'sRGB', p3: 'Display P3' };
const HEADER = 128;

const fixed = (v: number) => Math.round(v * 65536);

/** A part of a profile: its type, four empty bytes, and its content, padded to four bytes. */
function part(type: string, content: readonly number[]): Uint8Array {
  const out = new Uint8Array(Math.ceil((8 + content.length) / 4) * 4);
  for (let i = 0; i < 4; i++) out[i] = type.charCodeAt(i);
  out.set(content, 8);
  return out;
}

const bytesOf = (...values: number[]) =>
  values.flatMap((v) => [(v >> 24) & 255, (v >> 16) & 255, (v >> 8) & 255, v & 255]);

/** Text in English ("multiLocalizedUnicodeType", 10.15). */
const text = (s: string) =>
  part('mluc', [
    ...bytesOf(1, 12),
    ...[...'enUS'].map((c) => c.charCodeAt(0)),
    ...bytesOf(2 * s.length, 28),
    ...[...s].flatMap((c) => [0, c.charCodeAt(0)]),
  ]);

const xyz = (x: number, y: number, z: number) =>
  part('XYZ ', bytesOf(fixed(x), fixed(y), fixed(z)));

/** The curve of sRGB (IEC 61966-2-1) as a formula of the kind 3 ("parametricCurveType", 10.18). */
const CURVE = part('para', [
  ...[0, 3, 0, 0],
  ...bytesOf(...[2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045].map(fixed)),
]);

/** The profile of a space. */
export function writtenIcc(space: Space): Uint8Array {
  const m = columnsOf(space);
  const parts: [string, Uint8Array][] = [
    ['desc', text(NAMES[space])],
    ['cprt', text('Public domain')],
    ['wtpt', xyz(0.9642, 1, 0.8249)],
    ['rXYZ', xyz(m[0], m[3], m[6])],
    ['gXYZ', xyz(m[1], m[4], m[7])],
    ['bXYZ', xyz(m[2], m[5], m[8])],
    ['rTRC', CURVE],
    ['gTRC', CURVE],
    ['bTRC', CURVE],
  ];
  const places = new Map<Uint8Array, number>();
  let size = HEADER + 4 + 12 * parts.length;
  for (const [, content] of parts)
    if (!places.has(content)) {
      places.set(content, size);
      size += content.length;
    }
  const out = new Uint8Array(size);
  const view = new DataView(out.buffer);
  const letters = (at: number, s: string) =>
    [...s].forEach((c, i) => (out[at + i] = c.charCodeAt(0)));
  view.setUint32(0, size);
  view.setUint32(8, 0x04400000);
  letters(12, 'mntrRGB XYZ ');
  [2026, 1, 1].forEach((v, i) => view.setUint16(24 + 2 * i, v));
  letters(36, 'acsp');
  [0.9642, 1, 0.8249].forEach((v, i) => view.setInt32(68 + 4 * i, fixed(v)));
  view.setUint32(HEADER, parts.length);
  parts.forEach(([name, content], i) => {
    const at = HEADER + 4 + 12 * i;
    letters(at, name);
    view.setUint32(at + 4, places.get(content)!);
    view.setUint32(at + 8, content.length);
    out.set(content, places.get(content)!);
  });
  return out;
}

/** Whether a space must be named: files that say nothing are taken for sRGB. */
export const isNamed = (space: Space): boolean => space !== 'srgb';
