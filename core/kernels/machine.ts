import type { ColourBuffer, Plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import type { Address, Stride } from './arguments';
import { NOWHERE, after, byteStride } from './arguments';
import type { OtherArguments, RowArguments } from './built/signatures';
import { ROW_KERNELS } from './built/signatures';
import { floats, isOnHeap, newMemory, scoped, useMemory, watchBlocks } from '../pixels/heap';

/**
 * The compiled kernels at work on the heap, and the threads that share their rows.
 *
 * A kernel works on rows `from`–`to` and on nothing else, and each row comes out the same whoever
 * computes it, so a picture does not depend on how many threads there are. The thread that asks takes
 * part itself; helpers sleep until there is work (`help`).
 */

/** A kernel that works on rows. */
export type RowKernel = keyof RowArguments;

type Exports = Record<RowKernel, (...args: number[]) => void> & {
  [K in Exclude<keyof OtherArguments, Answering>]: (...args: OtherArguments[K]) => void;
} & { [K in Answering]: (...args: OtherArguments[K]) => number };

/** The kernels that answer with a number. */
type Answering = 'heapBase' | 'mostDivergent';

/** How the kernels are compiled: for one thread, for several, or with every access checked. */
export type Build = 'plain' | 'shared' | 'checked';

/** The compiled code of each build, as base64; nothing until `useCode`. */
let code: Partial<Record<Build, string>> = {};

/**
 * Hands over the compiled kernels. The page knows sources and steps by their definitions but computes
 * nothing, so the code comes only to those who do (`kernels/load.ts`).
 */
export function useCode(builds: Partial<Record<Build, string>>): void {
  code = { ...code, ...builds };
}

/** What a helping thread needs to take part; it can be posted to a worker. */
export interface Invitation {
  module: WebAssembly.Module;
  memory: WebAssembly.Memory;
  control: number;
  scratch: number;
}

/** Each thread's room for a row of anything, bytes. */
export const SCRATCH = 2 ** 20;
const MAX_HELPERS = 7;
/** Bytes of the block in which work is handed out, and of the list that the checked build reads. */
const CONTROL = 512;
const CHECK_LIST = 2 ** 16;

/** Work below this many floats is not worth waking anybody for. */
const WORTH_SHARING = 100_000;
/** Chunks of rows for each thread: enough that a slow thread does not delay all. */
const CHUNKS = 4;

/** Places in the control block, 32-bit words. */
const SIGNAL = 0;
const NEXT = 1;
const COUNT = 2;
const DONE = 3;
const FAILED = 4;
const KERNEL = 5;
const ARGUMENTS = 6;
const ROWS = 7;
const GRAIN = 8;
/** Where the arguments stand, bytes from the start of the block. */
const VALUES = 64;
/** No chunk has such a number: while it stands there, nobody finds work. */
const CLOSED = 2 ** 30;

interface Machine {
  build: Build;
  exports: Exports;
  module: WebAssembly.Module;
  memory: WebAssembly.Memory;
  words: Int32Array;
  values: Float64Array;
  base: number;
  helpers: number;
}

let machine: Machine | null = null;

function decoded(base64: string): Uint8Array<ArrayBuffer> {
  const text = atob(base64);
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < bytes.length; i++) bytes[i] = text.charCodeAt(i);
  return bytes;
}

/**
 * Starts the kernels on a memory of their own, and makes that the heap. Buffers from before are void.
 * Threads can only help the shared build, which needs SharedArrayBuffer.
 */
export function startKernels(
  build: Build = 'SharedArrayBuffer' in globalThis ? 'shared' : 'plain',
): void {
  const text = code[build];
  if (!text)
    throw new Error('The compiled kernels are not loaded: import core/kernels/load first.');
  const memory = newMemory(build === 'shared');
  const module = new WebAssembly.Module(decoded(text));
  const exports = instance(module, memory);
  const base = Math.ceil(exports.heapBase() / 64) * 64;
  const rooms = base + CONTROL + CHECK_LIST;
  const reserved = rooms + SCRATCH * (1 + MAX_HELPERS);
  const missing = reserved - memory.buffer.byteLength;
  if (missing > 0) memory.grow(Math.ceil(missing / 65_536));
  exports.useScratch(rooms as Address);
  useMemory(memory, build === 'shared', reserved, (at, bytes) =>
    run('clearRows', Math.ceil(bytes / 65_536), 16_384, [at as Address, bytes]),
  );
  machine = {
    build,
    exports,
    module,
    memory,
    words: new Int32Array(memory.buffer, base, CONTROL / 4),
    values: new Float64Array(memory.buffer, base + VALUES, 32),
    base,
    helpers: 0,
  };
  Atomics.store(machine.words, NEXT, CLOSED);
  watchBlocks(build === 'checked' ? (live) => listBlocks(live, base + CONTROL, rooms) : null);
  if (build === 'checked') exports.checkAgainst((base + CONTROL) as Address);
}

const instance = (module: WebAssembly.Module, memory: WebAssembly.Memory): Exports =>
  new WebAssembly.Instance(module, { env: { memory } }).exports as Exports;

/** Starts the kernels unless they run already. */
export function ensureKernels(): void {
  if (!machine) startKernels();
}

/** Writes down what the checked build may touch: every block, and the first thread's room. */
function listBlocks(live: ReadonlyMap<number, { size: number }>, at: number, room: number): void {
  const list = new Uint32Array(machine!.memory.buffer, at, CHECK_LIST / 4);
  let i = 1;
  for (const [from, to] of [
    [room, room + SCRATCH] as const,
    ...[...live].map(([from, { size }]) => [from, from + size] as const),
  ]) {
    list[i++] = from;
    list[i++] = to;
  }
  list[0] = (i - 1) / 2;
}

/** What one more helping thread needs; null where threads cannot help, or where there are enough. */
export function inviteHelper(): Invitation | null {
  ensureKernels();
  const m = machine!;
  if (m.build !== 'shared' || m.helpers >= MAX_HELPERS) return null;
  m.helpers++;
  return {
    module: m.module,
    memory: m.memory,
    control: m.base,
    scratch: m.base + CONTROL + CHECK_LIST + SCRATCH * m.helpers,
  };
}

/** How many threads may be at work, this one included. */
export const threads = (): number => (lonely ? 1 : 1 + (machine?.helpers ?? 0));

let lonely = false;

/** Runs some work on this thread alone: the result is the same, to measure what threads are worth. */
export function alone<T>(work: () => T): T {
  const before = lonely;
  lonely = true;
  try {
    return work();
  } finally {
    lonely = before;
  }
}

/** A helping thread's life: sleeps until there are rows to compute, and never returns. */
export function help({ module, memory, control, scratch }: Invitation): never {
  const exports = instance(module, memory);
  exports.useScratch(scratch as Address);
  const words = new Int32Array(memory.buffer, control, CONTROL / 4);
  const values = new Float64Array(memory.buffer, control + VALUES, 32);
  for (;;) {
    const seen = Atomics.load(words, SIGNAL);
    takePart(exports, words, values);
    Atomics.wait(words, SIGNAL, seen);
  }
}

/** Called before each kernel. */
let working: () => void = () => undefined;

/** Calls back whenever work goes on: before each kernel, many times a second. */
export const whileWorking = (listener: () => void): void => void (working = listener);

/** Computes chunks of the work at hand until none are left. */
function takePart(exports: Exports, words: Int32Array, values: Float64Array): void {
  for (;;) {
    const chunk = Atomics.add(words, NEXT, 1);
    if (chunk >= Atomics.load(words, COUNT)) return;
    try {
      compute(chunk, exports, words, values);
    } catch {
      // What went wrong cannot be handed to another thread: the one that asked computes the chunk again.
      Atomics.store(words, FAILED, chunk + 1);
    }
    Atomics.add(words, DONE, 1);
    Atomics.notify(words, DONE);
  }
}

/** Computes a chunk of the work at hand. Throws what its kernel throws. */
function compute(chunk: number, exports: Exports, words: Int32Array, values: Float64Array): void {
  const from = chunk * words[GRAIN]!;
  const to = Math.min(words[ROWS]!, from + words[GRAIN]!);
  exports[ROW_KERNELS[words[KERNEL]!]!](...values.subarray(0, words[ARGUMENTS]), from, to);
}

/**
 * Runs a kernel over all of `rows`, each of about `floats` floats, on all threads there are.
 * `args` are those before `from` and `to`.
 */
export function run<K extends RowKernel>(
  kernel: K,
  rows: number,
  floats: number,
  args: RowArguments[K],
): void {
  const m = machine!;
  if (rows <= 0) return;
  working();
  if (m.helpers === 0 || lonely || rows * floats < WORTH_SHARING) {
    m.exports[kernel](...args, 0, rows);
    return;
  }
  const { words, values } = m;
  const grain = Math.ceil(rows / (CHUNKS * (1 + m.helpers)));
  const count = Math.ceil(rows / grain);
  values.set(args);
  words[KERNEL] = ROW_KERNELS.indexOf(kernel);
  words[ARGUMENTS] = args.length;
  words[ROWS] = rows;
  words[GRAIN] = grain;
  Atomics.store(words, FAILED, 0);
  Atomics.store(words, DONE, 0);
  Atomics.store(words, COUNT, count);
  // From here on helpers find work.
  Atomics.store(words, NEXT, 0);
  Atomics.add(words, SIGNAL, 1);
  Atomics.notify(words, SIGNAL);
  takePart(m.exports, words, values);
  for (let done = Atomics.load(words, DONE); done < count; done = Atomics.load(words, DONE))
    Atomics.wait(words, DONE, done, 100);
  Atomics.store(words, NEXT, CLOSED);
  const failed = Atomics.load(words, FAILED);
  if (failed === 0) return;
  let cause: unknown;
  try {
    compute(failed - 1, m.exports, words, values);
  } catch (error) {
    cause = error;
  }
  throw new Error(`The kernel ${kernel} failed.`, { cause });
}

/** Runs the sweep over polygons, which is one thread's work (assembly/sweep.ts). */
export function sweep(args: OtherArguments['sweep']): void {
  working();
  machine!.exports.sweep(...args);
}
/** Lays dabs of the finger, which is one thread's work: each begins with what the one before it left (assembly/smear.ts). */
export function smear(args: OtherArguments['smearDabs']): void {
  working();
  machine!.exports.smearDabs(...args);
}
/** One step of a fluid, which is one thread's work (assembly/fluid.ts). */
export function flowOn(args: OtherArguments['flowOn']): void {
  working();
  machine!.exports.flowOn(...args);
}
export const settleFlow = (args: OtherArguments['settleFlow']): void =>
  machine!.exports.settleFlow(...args);
export const mostDivergent = (args: OtherArguments['mostDivergent']): number =>
  machine!.exports.mostDivergent(...args);

export const layer = (args: OtherArguments['layer']): void => machine!.exports.layer(...args);
export const pile = (args: OtherArguments['pile']): void => machine!.exports.pile(...args);

/** Where an array stands in the memory, byte; one that is elsewhere is copied there first. */
export interface Placing {
  (array: Float32Array | Float64Array | Uint8Array | Uint16Array, use?: 'read' | 'write'): Address;
}

/**
 * Where part of a buffer (4 channels) or plane (1) begins in the memory, and the length of its rows,
 * bytes: what kernels ask for first.
 */
export const rowsOf = (
  at: Placing,
  { channels, region, data }: ColourBuffer | Plane,
  part: Region,
  use: 'read' | 'write' = 'read',
): [start: Address, stride: Stride] => {
  const px = channels * 4;
  const offset = (part.y - region.y) * region.width + part.x - region.x;
  return [after(at(data, use), offset * px), byteStride(region.width * px)];
};

/** As `rowsOf`, for a plane that may be missing: kernels take 0 for none. */
export const rowsOfMask = (at: Placing, mask: Plane | null, part: Region): [Address, Stride] =>
  mask ? rowsOf(at, mask, part) : [NOWHERE, byteStride(0)];

/**
 * Gives kernels arrays to work on. Those that are not on the heap are copied to it, and back if they
 * are written: slower, but right for any array.
 */
export function onHeap(work: (at: Placing) => void): void {
  ensureKernels();
  scoped(() => {
    const back: [to: Uint8Array, from: Uint8Array][] = [];
    work((array, use = 'read') => {
      if (isOnHeap(array)) return array.byteOffset as Address;
      const own = new Uint8Array(array.buffer, array.byteOffset, array.byteLength);
      const room = floats(Math.max(1, Math.ceil(own.length / 4)));
      const copy = new Uint8Array(room.buffer, room.byteOffset, own.length);
      copy.set(own);
      if (use === 'write') back.push([own, copy]);
      return room.byteOffset as Address;
    });
    for (const [to, from] of back) to.set(from);
  });
}
