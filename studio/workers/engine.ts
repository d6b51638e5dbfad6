import { proxy, releaseProxy, wrap, type Remote } from 'comlink';
import { covering } from '@ignis/core/pixels/region';
import type { Scene } from '@ignis/core/scene/schema';
import type {
  BroughtIn,
  Engine,
  ExportOptions,
  PictureRequest,
  Preview,
  PreviewRequest,
} from './protocol';

/** The page's side of the workers. A worker that dies is replaced and the request tried once more. */

const assets = new Map<string, Blob>();

interface Running {
  worker: Worker;
  remote: Remote<Engine>;
  /** Rejects when the worker dies. */
  died: Promise<never>;
}

const newest = crossOriginIsolated ? new Int32Array(new SharedArrayBuffer(4)) : null;
let number = 0;
let running: Running | null = null;

function start(): Running {
  const worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<Engine>(worker);
  const died = new Promise<never>((_resolve, reject) => {
    const fail = (e: Event) => {
      e.preventDefault();
      if (running?.worker === worker) running = null;
      worker.terminate();
      reject(new WorkerDied());
    };
    worker.addEventListener('error', fail);
    worker.addEventListener('messageerror', fail);
  });
  died.catch(() => undefined);
  void remote.follow(newest);
  for (const [name, bytes] of assets) void remote.addAsset(name, bytes);
  return { worker, remote, died };
}

/** Starts the worker before it is needed, so that it is ready when the scene is. */
export function warmUp(): void {
  running ??= start();
}

/** The worker stopped twice at the same task. */
export class WorkerDied extends Error {
  constructor() {
    super(
      'The part of Ignis that computes stopped twice, perhaps for lack of memory. Your scene is safe. Close other tabs, or hide large layers, and try again.',
    );
    this.name = 'WorkerDied';
  }
}

async function ask<T>(task: (remote: Remote<Engine>) => Promise<T>): Promise<T> {
  for (let attempt = 0; ; attempt++) {
    running ??= start();
    const { remote, died } = running;
    try {
      return await Promise.race([task(remote), died]);
    } catch (error) {
      const again = error instanceof WorkerDied || (error as Error).name === 'HeapFull';
      if (!again || attempt > 0) throw error;
    }
  }
}

/** Makes a picture's file known to the workers. */
export function addAsset(name: string, bytes: Blob): void {
  if (assets.has(name)) return;
  assets.set(name, bytes);
  if (running) void running.remote.addAsset(name, bytes);
}

/** A preview; null if a newer one was asked for meanwhile. */
export function preview(request: PreviewRequest): Promise<Preview | null> {
  const own = ++number;
  if (newest) Atomics.store(newest, 0, own);
  let next = request;
  return ask((remote) => {
    const asked = next;
    // If this one should fail for want of memory, the next is coarser.
    next = coarser(asked);
    return remote.preview(own, asked);
  });
}

/** The same part of the scene at half the scale. */
function coarser(request: PreviewRequest): PreviewRequest {
  const { x, y, width, height } = request.region;
  const region = covering(x / 2, y / 2, (x + width) / 2, (y + height) / 2);
  return { ...request, region, scale: request.scale / 2 };
}

/** A small picture of a scene or of some of its layers, as PNG. */
export const picture = (request: PictureRequest): Promise<Blob> =>
  ask((remote) => remote.picture(request));

/** The layers that show at a point (scene px), front first. */
export const layersAt = (scene: Scene, x: number, y: number): Promise<string[]> =>
  ask((remote) => remote.layersAt(scene, x, y));

/** Reads a picture's file. Throws with a message for the artist. */
export const bringIn = (bytes: Blob, name: string): Promise<BroughtIn> =>
  ask((remote) => remote.bringIn(bytes, name));

/** An export under way, in a worker of its own. */
export interface Exporting {
  done: Promise<Blob>;
  /** Ends the work at once. */
  cancel(): void;
}

export function exportPng(
  scene: Scene,
  options: ExportOptions,
  progress: (done: number) => void,
): Exporting {
  const { worker, remote, died } = start();
  let cancel: () => void = () => undefined;
  const cancelled = new Promise<never>((_resolve, reject) => {
    cancel = () => reject(new DOMException('The export was cancelled.', 'AbortError'));
  });
  const end = () => {
    remote[releaseProxy]();
    worker.terminate();
  };
  const done = Promise.race([
    remote.exportPng(scene, options, proxy(progress)),
    died,
    cancelled,
  ]).finally(end);
  return { done, cancel };
}
