import type { Program } from '../fields/compile';
import type { Affine } from '../geometry/affine';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import type { Address } from './arguments';
import { NOWHERE, byteStride } from './arguments';
import { onHeap, rowsOf, run } from './machine';

/** Where a program writes: each result to a plane of its own, or all of them to the channels of one buffer. */
type Target = { planes: readonly Plane[] } | { buffer: ColourBuffer };

/** Runs a program over a region. `back` takes px of the render to its units; `plane` is what it reads px by px. */
function compute(
  program: Program,
  back: Affine,
  region: Region,
  target: Target,
  plane: Plane | null,
): void {
  if (region.width <= 0 || region.height <= 0) return;
  onHeap((at) => {
    const shared = 'buffer' in target ? at(target.buffer.data, 'write') : null;
    const outputs = program.results.flatMap((register, n) => {
      const into = 'planes' in target ? target.planes[n]! : target.buffer;
      const first = shared === null ? at(into.data, 'write') : shared + 4 * n;
      // A float cannot hold an address: its halves can be.
      return [
        register,
        Math.floor(first / 65_536),
        first % 65_536,
        4 * into.channels * region.width,
        into.channels,
      ];
    });
    const [read, stride] = plane ? rowsOf(at, plane, region) : [NOWHERE, byteStride(0)];
    run('fieldRows', region.height, region.width * program.count * 4, [
      at(program.code),
      program.constants,
      program.count,
      at(Float32Array.from(outputs)),
      program.results.length,
      read as Address,
      stride,
      ...([region.x, region.y, region.width] as const),
      ...back,
    ]);
  });
}

/** The results of a program over a region, a plane each. */
export function fieldPlanes(
  program: Program,
  back: Affine,
  region: Region,
  plane: Plane | null = null,
): Plane[] {
  const planes = program.results.map((): Plane => unwritten(region, 1));
  compute(program, back, region, { planes }, plane);
  return planes;
}

/** The four results of a program over a region as the channels of one buffer. */
export function fieldColours(
  program: Program,
  back: Affine,
  region: Region,
  plane: Plane | null = null,
): ColourBuffer {
  const buffer: ColourBuffer = unwritten(region, 4);
  compute(program, back, region, { buffer }, plane);
  return buffer;
}
