/**
 * The memory that pixels stand in: one WebAssembly memory, so that kernels work where the pixels are,
 * and threads share them where the platform allows it. Blocks are given out again as soon as nobody
 * holds them: what is taken within a scope is given back when the scope ends, save its result.
 */

const PAGE = 65_536;
/** 2 GB: the most that buffers may take. */
const MAX_PAGES = 32_768;
/** The least by which the memory grows, pages. */
const STRIDE = 1024;
/** Blocks begin on multiples of this many bytes: a line of the processor's cache. */
const ALIGN = 64;

/** Thrown when the memory is full. */
export class HeapFull extends Error {
  constructor(bytes: number) {
    super(
      `There is no memory left for ${Math.ceil(bytes / 2 ** 20)} MB of pixels. Hide large layers, or choose a smaller scale.`,
    );
    this.name = 'HeapFull';
  }
}

interface Block {
  size: number;
  /** How many scopes, caches and pictures refer to it. */
  references: number;
}

interface Heap {
  memory: WebAssembly.Memory;
  shared: boolean;
  /** Where the memory ends that was given out or is free, bytes. */
  end: number;
  free: { at: number; size: number }[];
  live: Map<number, Block>;
  /** Every view's buffer: a shared memory that grows gets a new one, and old views stay good. */
  buffers: WeakSet<object>;
  inUse: number;
  most: number;
  /** Sets bytes to 0, faster than a view of shared memory can. */
  clear(at: number, bytes: number): void;
}

let heap: Heap | null = null;
const scopes: number[][] = [];

/** Takes a memory into use; the first `reserved` bytes are not given out. Buffers from before are void. */
export function useMemory(
  memory: WebAssembly.Memory,
  shared: boolean,
  reserved: number,
  clear: Heap['clear'],
): void {
  const from = Math.ceil(reserved / ALIGN) * ALIGN;
  const end = memory.buffer.byteLength;
  heap = {
    memory,
    shared,
    end,
    free: end > from ? [{ at: from, size: end - from }] : [],
    live: new Map(),
    buffers: new WeakSet([memory.buffer]),
    inUse: 0,
    most: 0,
    clear,
  };
  scopes.length = 0;
}

/** A new memory. Shared where asked for; one that is not cannot grow without losing its views. */
export const newMemory = (shared: boolean): WebAssembly.Memory =>
  new WebAssembly.Memory(
    shared
      ? { initial: STRIDE, maximum: MAX_PAGES, shared }
      : { initial: MAX_PAGES * 0.75, maximum: MAX_PAGES * 0.75 },
  );

function take(bytes: number): number {
  const h = heap!;
  const size = Math.max(ALIGN, Math.ceil(bytes / ALIGN) * ALIGN);
  let best = -1;
  for (let i = 0; i < h.free.length; i++) {
    const own = h.free[i]!.size;
    if (own >= size && (best < 0 || own < h.free[best]!.size)) best = i;
  }
  if (best < 0) {
    grow(h, size);
    best = h.free.length - 1;
  }
  const found = h.free[best]!;
  const at = found.at;
  if (found.size === size) h.free.splice(best, 1);
  else {
    found.at += size;
    found.size -= size;
  }
  h.live.set(at, { size, references: 1 });
  h.inUse += size;
  h.most = Math.max(h.most, h.inUse);
  onChange?.(h.live);
  return at;
}

/** Adds to the end of the memory so much that its last free block holds `size` bytes. */
function grow(h: Heap, size: number): void {
  const last = h.free.at(-1);
  const open = last && last.at + last.size === h.end ? last : null;
  const pages = Math.max(STRIDE, Math.ceil((size - (open?.size ?? 0)) / PAGE));
  try {
    if (!h.shared) throw new RangeError();
    h.memory.grow(pages);
  } catch {
    throw new HeapFull(size);
  }
  h.buffers.add(h.memory.buffer);
  if (open) open.size += pages * PAGE;
  else h.free.push({ at: h.end, size: pages * PAGE });
  h.end += pages * PAGE;
}

function give(at: number): void {
  const h = heap!;
  const block = h.live.get(at);
  if (!block || --block.references > 0) return;
  h.live.delete(at);
  h.inUse -= block.size;
  let i = h.free.findIndex((f) => f.at > at);
  if (i < 0) i = h.free.length;
  const before = h.free[i - 1];
  const after = h.free[i];
  const joinsBefore = before && before.at + before.size === at;
  const joinsAfter = after && at + block.size === after.at;
  if (joinsBefore) {
    before.size += block.size + (joinsAfter ? after.size : 0);
    if (joinsAfter) h.free.splice(i, 1);
  } else if (joinsAfter) {
    after.at = at;
    after.size += block.size;
  } else h.free.splice(i, 0, { at, size: block.size });
  onChange?.(h.live);
}

let onChange: ((live: ReadonlyMap<number, { size: number }>) => void) | null = null;

/** Calls back with all blocks whenever one is taken or given back: for the kernels' checked build. */
export function watchBlocks(watch: typeof onChange): void {
  onChange = watch;
}

/** Whether an array stands on the heap. */
export const isOnHeap = (data: ArrayBufferView): boolean =>
  heap !== null && heap.buffers.has(data.buffer);

/**
 * Room for floats, of unknown content: on the heap within a scope, which gives it back when it ends;
 * an array of its own elsewhere. Throws HeapFull.
 */
export function floats(count: number): Float32Array {
  const scope = scopes.at(-1);
  if (!heap || !scope || count === 0) return new Float32Array(count);
  const at = take(count * 4);
  scope.push(at);
  return new Float32Array(heap.memory.buffer, at, count);
}

/** Room for floats, all 0. */
export function zeros(count: number): Float32Array {
  const made = floats(count);
  if (isOnHeap(made)) heap!.clear(made.byteOffset, made.byteLength);
  return made;
}

/** Room for bytes within a scope, as `floats`. */
export function bytes(count: number): Uint8Array {
  const { buffer, byteOffset } = floats(Math.ceil(count / 4));
  return new Uint8Array(buffer, byteOffset, count);
}

/** Something that holds pixels. */
interface HasData {
  data: Float32Array;
}

const dataOf = (value: unknown): Float32Array | null => {
  const data = (value as HasData | null)?.data;
  return data instanceof Float32Array && isOnHeap(data) ? data : null;
};

/**
 * Runs some work and gives back all that it took from the heap, save its result (a buffer or plane),
 * which belongs to the scope around; without one around it is copied to an array of its own.
 */
export function scoped<T>(work: () => T): T {
  const own: number[] = [];
  scopes.push(own);
  try {
    const value = work();
    const data = dataOf(value);
    if (!data) return value;
    const outer = scopes.at(-2);
    if (!outer) return { ...value, data: data.slice() };
    retain(value);
    outer.push(data.byteOffset);
    return value;
  } finally {
    // Leaving a machine behind empties the list of scopes.
    if (scopes.at(-1) === own) {
      scopes.pop();
      for (const at of own) give(at);
    }
  }
}

/** Retains a buffer until `release`. What is not on the heap needs no retaining. */
export function retain(value: unknown): void {
  const data = dataOf(value);
  const block = data && heap!.live.get(data.byteOffset);
  if (block) block.references++;
}

/** Ends one `retain`. */
export function release(value: unknown): void {
  const data = dataOf(value);
  if (data) give(data.byteOffset);
}

/** Retains a buffer that somebody else may release, until the scope under way ends. */
export function borrow<T>(value: T): T {
  const data = dataOf(value);
  const scope = scopes.at(-1);
  if (data && scope) {
    retain(value);
    scope.push(data.byteOffset);
  }
  return value;
}

/** The result of some work, retained on the heap until `release`, also without a scope. */
export function retained<T>(work: () => T): T {
  const own: number[] = [];
  scopes.push(own);
  try {
    const value = work();
    retain(value);
    return value;
  } finally {
    if (scopes.at(-1) === own) {
      scopes.pop();
      for (const at of own) give(at);
    }
  }
}

/** What of the heap is in use now, and was at most, and the size of its memory, bytes. */
export const heapUse = (): { inUse: number; most: number; size: number } => ({
  inUse: heap?.inUse ?? 0,
  most: heap?.most ?? 0,
  size: heap?.memory.buffer.byteLength ?? 0,
});
