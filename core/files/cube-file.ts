import type { ColourTable, Three } from '../pixels/colour-table';
import { LARGEST_CUBE, LONGEST_CURVE } from '../pixels/colour-table';
import { FileFault } from './fault';

/**
 * Reads and writes lookup tables of colours in the .cube format: lines of words and numbers, `LUT_1D_SIZE` and `LUT_3D_SIZE` with
 * their domains, then the colours, red fastest.
 */

const AGAIN = 'Export the table again from where it was made.';
const ZERO: Three = [0, 0, 0];
const ONE: Three = [1, 1, 1];

/** Reads a table. Throws a FileFault with the line that is wrong. */
export function readCube(text: string, file: string): ColourTable {
  let [curveSize, side] = [0, 0];
  let domain: [Three, Three] = [ZERO, ONE];
  let curveDomain: [Three, Three] | null = null;
  let cubeDomain: [Three, Three] | null = null;
  const numbers: number[] = [];
  const wrong = (line: number, what: string): never => {
    throw new FileFault(file, `${what} in line ${line + 1}`, AGAIN);
  };
  text.split(/\r\n|\r|\n/).forEach((raw, line) => {
    const words = raw.replace(/#.*$/, '').trim().split(/\s+/);
    if (words[0] === '') return;
    const given = words.slice(1).map(Number);
    const three = (): Three =>
      given.length === 3 && given.every(Number.isFinite)
        ? (given as Three)
        : wrong(line, `has no three numbers after ${words[0]}`);
    const range = (): [Three, Three] =>
      given.length === 2 && given.every(Number.isFinite)
        ? [
            [given[0]!, given[0]!, given[0]!],
            [given[1]!, given[1]!, given[1]!],
          ]
        : wrong(line, `has no two numbers after ${words[0]}`);
    const size = (most: number): number =>
      Number.isInteger(given[0]) && given[0]! >= 2 && given[0]! <= most
        ? given[0]!
        : wrong(
            line,
            `has a table of ${words[1] ?? 'no'} entries, where 2 to ${most} can be read,`,
          );
    switch (words[0]!.toUpperCase()) {
      case 'TITLE':
        return;
      case 'LUT_1D_SIZE':
        curveSize = size(LONGEST_CURVE);
        return;
      case 'LUT_3D_SIZE':
        side = size(LARGEST_CUBE);
        return;
      case 'DOMAIN_MIN':
        domain = [three(), domain[1]];
        return;
      case 'DOMAIN_MAX':
        domain = [domain[0], three()];
        return;
      case 'LUT_1D_INPUT_RANGE':
        curveDomain = range();
        return;
      case 'LUT_3D_INPUT_RANGE':
        cubeDomain = range();
        return;
      default: {
        const colour = words.map(Number);
        if (colour.length !== 3 || !colour.every(Number.isFinite))
          wrong(line, `has "${raw.trim().slice(0, 40)}", which is no colour of three numbers,`);
        numbers.push(...colour);
      }
    }
  });
  if (curveSize + side === 0)
    throw new FileFault(file, 'says neither LUT_1D_SIZE nor LUT_3D_SIZE, so it is no table', AGAIN);
  const wanted = curveSize + side ** 3;
  if (numbers.length !== 3 * wanted)
    throw new FileFault(
      file,
      `has ${numbers.length / 3} colours, and should have ${wanted}`,
      AGAIN,
    );
  const made: ColourTable = {
    curve: Float32Array.from(numbers.slice(0, 3 * curveSize)),
    curveDomain: curveDomain ?? domain,
    cube: Float32Array.from(numbers.slice(3 * curveSize)),
    side,
    // With a curve before it, a cube takes what that gives.
    cubeDomain: cubeDomain ?? (curveSize > 0 ? [ZERO, ONE] : domain),
  };
  for (const [low, high] of [made.curveDomain, made.cubeDomain])
    if (low.some((v, i) => !(v < high[i]!)))
      throw new FileFault(file, 'has a domain that ends before it begins', AGAIN);
  return made;
}

/** Writes a cube of colours, `side`³ of three numbers each, red fastest. */
export function writeCube(cube: Float32Array, side: number, title: string): string {
  const lines = [`TITLE "${title.replace(/["\r\n]/g, '')}"`, `LUT_3D_SIZE ${side}`];
  for (let i = 0; i < cube.length; i += 3)
    lines.push([0, 1, 2].map((c) => cube[i + c]!.toFixed(6)).join(' '));
  return `${lines.join('\n')}\n`;
}
