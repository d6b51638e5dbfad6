import type { Program } from '../fields/compile';
import type { Affine } from '../geometry/affine';
import { IDENTITY } from '../geometry/affine';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import type { Address, Stride } from './arguments';
import { NOWHERE, byteStride } from './arguments';
import type { Placing } from './machine';
import { onHeap, rowsOf, run } from './machine';

/** Where something that a program reads px by px stands; nowhere without it. */
const readOf = (
  at: Placing,
  pixels: ColourBuffer | Plane | null,
  region: Region,
): [Address, Stride] => (pixels ? rowsOf(at, pixels, region) : [NOWHERE, byteStride(0)]);

/** What becomes of the results of a program, in the order in which the kernel numbers it. */
const KINDS = ['planes', 'numbers', 'colours'] as const;

/** What a program reads beside its place. */
export interface Beside {
  /** Takes px of the render to the units of the program; left out, they are px. */
  back?: Affine;
  /** Read as `PLANE`. */
  plane?: Plane | null;
  /** Read as `OTHER`. */
  other?: ColourBuffer | null;
  /** The numbers in which its tables stand. */
  tables?: Float32Array | null;
}

/** Runs a program over a region, into one buffer or a plane for each result; it reads `COLOUR` from `colours`. */
function runInto(
  program: Program,
  into: readonly (ColourBuffer | Plane)[],
  kind: (typeof KINDS)[number],
  region: Region,
  colours: ColourBuffer | null,
  { back = IDENTITY, plane = null, other = null, tables = null }: Beside,
): void {
  if (region.width <= 0 || region.height <= 0) return;
  onHeap((at) => {
    const starts = into.map(({ data }) => at(data, 'write'));
    const outputs = program.results.flatMap((register, n) => {
      const first = starts[n] ?? starts[0]!;
      const { channels } = into[n] ?? into[0]!;
      // A float cannot hold an address: its halves can be.
      return [register, Math.floor(first / 65_536), first % 65_536, 4 * channels * region.width];
    });
    run('fieldRows', region.height, region.width * program.count * 4, [
      at(program.code),
      program.constants,
      program.count,
      at(Float32Array.from(outputs)),
      program.results.length,
      KINDS.indexOf(kind),
      ...readOf(at, colours, region),
      ...readOf(at, other, region),
      tables ? at(tables) : NOWHERE,
      ...readOf(at, plane, region),
      ...([region.x, region.y, region.width] as const),
      ...back,
    ]);
  });
}

/**
 * The results of a program over a region, a plane each. `back` takes px of the render to its units; `plane` is what it reads px
 * by px.
 */
export function fieldPlanes(
  program: Program,
  back: Affine,
  region: Region,
  plane: Plane | null = null,
): Plane[] {
  const planes = program.results.map((): Plane => unwritten(region, 1));
  runInto(program, planes, 'planes', region, null, { back, plane });
  return planes;
}

/** The four results of a program over a region as the channels of one buffer; `back` and `plane` are as of `fieldPlanes`. */
export function fieldColours(
  program: Program,
  back: Affine,
  region: Region,
  plane: Plane | null = null,
): ColourBuffer {
  const buffer: ColourBuffer = unwritten(region, 4);
  runInto(program, [buffer], 'numbers', region, null, { back, plane });
  return buffer;
}

/** Runs a program over the px of a buffer, on a region that lies within it. */
const overColours =
  (kind: 'colours' | 'numbers') =>
  (program: Program, colours: ColourBuffer, region: Region, beside: Beside = {}): ColourBuffer => {
    const out: ColourBuffer = unwritten(region, 4);
    runInto(program, [out], kind, region, colours, beside);
    return out;
  };

/**
 * The colours that a program makes of those of a buffer, over a region that lies within it: three results are straight colour, as the
 * buffer has it (what is below 0 becomes 0), the fourth is the coverage.
 */
export const gradedColours = overColours('colours');

/** Four values a px, as they are, that a program makes of the colours of a buffer, over a region that lies within it. */
export const numbersOf = overColours('numbers');
