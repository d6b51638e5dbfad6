import { times } from '../../pixels/matrix3';
import { srgbFrom } from '../../pixels/profile';
import type { PictureFormat } from './format';
import { UnreadKind, letters } from './format';

/** Radiance pictures (G. Ward, "Real Pixels", Graphics Gems II; the RGBE files of Radiance): light, which may be above 1. */

/** The lines of the header, and where they end: at an empty one. */
interface Lines {
  lines: readonly string[];
  end: number;
}

/** Longer headers are damaged ones, bytes. */
const LONGEST_HEADER = 65_536;

/** The header, with the line that says the size at its end; null if the bytes are of another format. */
function headerLines(bytes: Uint8Array): Lines | null {
  if (letters(bytes, 0, 2) !== '#?') return null;
  const lines: string[] = [];
  let from = 0;
  let isLast = false;
  while (from < Math.min(bytes.length, LONGEST_HEADER)) {
    const to = bytes.indexOf(10, from);
    if (to < 0) return null;
    const line = letters(bytes, from, to - from).trim();
    from = to + 1;
    lines.push(line);
    if (isLast) return { lines, end: from };
    isLast = line === '';
  }
  return null;
}

/** How its rows run: which side is counted first, and whether each is counted from the far end. */
interface Layout {
  /** Of the picture as it is shown, px. */
  width: number;
  height: number;
  /** Whether what is stored as a row is a column. */
  isByColumns: boolean;
  mirroredX: boolean;
  mirroredY: boolean;
}

function layoutOf({ lines }: Lines): Layout | null {
  const said = /^([+-])([XY]) (\d+) ([+-])([XY]) (\d+)$/.exec(lines.at(-1)!);
  if (!said || said[2] === said[5]) return null;
  const [outer, inner] = [
    { sign: said[1], count: Number(said[3]) },
    { sign: said[4], count: Number(said[6]) },
  ];
  const isByColumns = said[2] === 'X';
  const [x, y] = isByColumns ? [outer, inner] : [inner, outer];
  return {
    ...{ width: x.count, height: y.count, isByColumns },
    // X grows to the right, Y upwards.
    ...{ mirroredX: x.sign === '-', mirroredY: y.sign === '+' },
  };
}

/** The numbers of a value that may stand several times, one as far as the others: 1 if it does not stand. */
const products = (lines: readonly string[], name: string, count: number): number[] =>
  lines
    .filter((line) => line.startsWith(`${name}=`))
    .map((line) =>
      line
        .slice(name.length + 1)
        .trim()
        .split(/\s+/)
        .map(Number),
    )
    .filter((numbers) => numbers.length === count && numbers.every((v) => v > 0))
    .reduce((all, numbers) => all.map((v, i) => v * numbers[i]!), Array<number>(count).fill(1));

/** From its light to that of sRGB's primaries, if it says which it has; null if they are those. */
function primariesOf(lines: readonly string[]) {
  const line = lines.findLast((l) => l.startsWith('PRIMARIES='));
  const n = line?.slice('PRIMARIES='.length).trim().split(/\s+/).map(Number) ?? [];
  if (n.length !== 8 || !n.every((v) => v > 0)) return null;
  const pair = (i: number): [number, number] => [n[2 * i]!, n[2 * i + 1]!];
  return srgbFrom({ red: pair(0), green: pair(1), blue: pair(2), white: pair(3) });
}

/** Lengths of rows that are compressed one plane behind another. */
const [SHORTEST, LONGEST] = [8, 32767];

/** Reads rows of four bytes a px, compressed in any of three ways. Throws an Error if they end too early. */
function rowReader(bytes: Uint8Array, from: number): (row: Uint8Array) => void {
  let at = from;
  const next = (): number => {
    if (at >= bytes.length) throw new Error('It is cut short.');
    return bytes[at++]!;
  };
  /** A row of planes, runs of one value marked by counts above 128. */
  const planes = (row: Uint8Array, length: number) => {
    for (let plane = 0; plane < 4; plane++)
      for (let i = 0; i < length;) {
        const said = next();
        const isRun = said > 128;
        const count = isRun ? said - 128 : said;
        if (count === 0 || i + count > length) throw new Error('A row of it is damaged.');
        const value = isRun ? next() : 0;
        for (let k = 0; k < count; k++, i++) row[4 * i + plane] = isRun ? value : next();
      }
  };
  /** A row of px, those of 1, 1, 1 saying how often the last one is to be repeated. */
  const pixels = (row: Uint8Array, length: number, first: readonly number[]) => {
    let shift = 0;
    let given: readonly number[] | null = first;
    for (let i = 0; i < length;) {
      const px: readonly number[] = given ?? [next(), next(), next(), next()];
      given = null;
      if (px[0] !== 1 || px[1] !== 1 || px[2] !== 1) {
        row.set(px, 4 * i++);
        shift = 0;
        continue;
      }
      const count = px[3]! * 2 ** shift;
      if (i === 0 || i + count > length) throw new Error('A row of it is damaged.');
      for (let k = 0; k < count; k++, i++) row.copyWithin(4 * i, 4 * i - 4, 4 * i);
      shift += 8;
    }
  };
  return (row) => {
    const length = row.length / 4;
    const first = [next(), next(), next(), next()];
    const isPlanes = length >= SHORTEST && length <= LONGEST && first[0] === 2 && first[1] === 2;
    if (isPlanes && first[2]! * 256 + first[3]! === length) planes(row, length);
    else pixels(row, length, first);
  };
}

export const radiance: PictureFormat = {
  ...{ format: 'hdr', label: 'Radiance', extensions: ['hdr', 'pic', 'rgbe'] },
  type: 'image/vnd.radiance',
  header(bytes) {
    const lines = headerLines(bytes);
    return lines && (layoutOf(lines) ?? { width: 0, height: 0 });
  },
  async decode(bytes) {
    const header = headerLines(bytes)!;
    if (header.lines.some((line) => line.startsWith('FORMAT=') && line.includes('xyze')))
      throw new UnreadKind(
        'is a Radiance picture in CIE XYZ, which cannot be read here',
        'Save it as RGBE or as OpenEXR.',
      );
    const { width, height, isByColumns, mirroredX, mirroredY } = layoutOf(header)!;
    const [exposure] = products(header.lines, 'EXPOSURE', 1);
    const corrections = products(header.lines, 'COLORCORR', 3);
    const matrix = primariesOf(header.lines);
    const factors = corrections.map((v) => 1 / (v * exposure!));
    const [outer, inner] = isByColumns ? [width, height] : [height, width];
    const data = new Float32Array(width * height * 4);
    const row = new Uint8Array(inner * 4);
    const read = rowReader(bytes, header.end);
    for (let o = 0; o < outer; o++) {
      read(row);
      for (let i = 0; i < inner; i++) {
        const [across, down] = isByColumns ? [o, i] : [i, o];
        const x = mirroredX ? width - 1 - across : across;
        const y = mirroredY ? height - 1 - down : down;
        const to = 4 * (y * width + x);
        const exponent = row[4 * i + 3]!;
        const step = exponent === 0 ? 0 : 2 ** (exponent - 136);
        for (let c = 0; c < 3; c++) data[to + c] = (row[4 * i + c]! + 0.5) * step * factors[c]!;
        if (matrix) data.set(times(matrix, [data[to]!, data[to + 1]!, data[to + 2]!]), to);
        data[to + 3] = 1;
      }
    }
    return { width, height, depth: 32, data };
  },
};
