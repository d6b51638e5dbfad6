import { transfer, wrap, type Remote } from 'comlink';
import type { Region } from '@ignis/core/pixels/region';
import { covering } from '@ignis/core/pixels/region';
import { stateOf } from '@ignis/core/scene/edits/take-edits';
import { deltaOf, type Delta } from '@ignis/core/scene/model/delta';
import { facesOf, picturesOf } from '@ignis/core/scene/model/needs';
import type { Scene } from '@ignis/core/scene/model/schema';
import type { Engine, PictureRequest, Preview, PreviewRequest } from './protocol';
import { watch, type Progress, type Watched } from './watchdog';
import { t } from '../words/t';

/** The page's side of the workers. A worker that dies is replaced and the request tried once more. */

const assets = new Map<string, Blob>();

/** A worker that goes. */
export interface Running {
  worker: Worker;
  remote: Remote<Engine>;
  watched: Watched;
  /** The scene of the last preview that it was asked for. */
  scene: Scene | null;
}

/**
 * Workers of one page: one, whose threads share memory, where the page is isolated; elsewhere several,
 * each of which makes a band of every preview.
 */
const CREW = crossOriginIsolated ? 1 : Math.max(1, Math.min(4, navigator.hardwareConcurrency));

/** How long a worker may go without a heartbeat, s; encoding a large PNG is one long step. */
const PATIENCE = 15;
const EXPORT_PATIENCE = 120;

const newest = crossOriginIsolated ? new Int32Array(new SharedArrayBuffer(4)) : null;
let number = 0;
const crew: (Running | null)[] = Array.from({ length: CREW }, () => null);

/** Gives the canvases that a new worker draws on; null while there is no stage. */
let screens: (() => OffscreenCanvas[]) | null = null;

/** Has workers draw on canvases: `give` is called for each new one. Null ends that. */
export function setScreens(give: (() => OffscreenCanvas[]) | null): void {
  // Several workers cannot draw on one canvas.
  screens = CREW === 1 ? give : null;
  const running = crew[0];
  if (running) handOver(running.remote);
}

function handOver(remote: Remote<Engine>): void {
  const canvases = screens?.() ?? [];
  void remote.useScreens(transfer(canvases, canvases));
}

/** Starts a worker: one of the page's at a place among them, or one by itself, which is patient and draws nothing. */
export function start(place: number | null): Running {
  const worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<Engine>(worker);
  const watched = watch(
    worker,
    (lock) => remote.live(lock),
    place === null ? EXPORT_PATIENCE : PATIENCE,
    () => {
      if (place !== null && crew[place]?.worker === worker) crew[place] = null;
    },
    (how) => new WorkerDied(how),
  );
  worker.addEventListener('message', ({ data }: MessageEvent<Partial<Progress> | null>) => {
    if (place !== null && typeof data?.progress === 'number') onProgress(data.progress);
  });
  void remote.follow(newest);
  if (place !== null) handOver(remote);
  for (const [name, bytes] of assets) void remote.addAsset(name, bytes);
  return { worker, remote, watched, scene: null };
}

/** Starts the workers before they are needed, so that they are ready when the scene is. */
export function startWorkers(): void {
  for (let i = 0; i < CREW; i++) crew[i] ??= start(i);
}

/** Has the workers load and run what most scenes need, while nothing else is to be done. */
export function warmUp(): void {
  startWorkers();
  // It goes without: what fails is loaded again when a picture needs it.
  for (const one of crew) one?.remote.warmUp().catch(() => undefined);
}

/** Ends the warm-up: the workers will be needed. */
export function endWarmUp(): void {
  for (const one of crew) one?.remote.endWarmUp().catch(() => undefined);
}

/** Has the workers load the fonts and decode the pictures of a scene whose picture will be asked for. */
export function prepareScene(scene: Scene): void {
  for (const one of crew)
    // What fails is reported when the picture is made.
    one?.remote.prepare(facesOf(scene), picturesOf(scene), scene.mixing).catch(() => undefined);
}

/** The worker stopped, or did not get on, twice at the same task. */
export class WorkerDied extends Error {
  constructor(readonly how: 'died' | 'hung') {
    super(
      how === 'died'
        ? t`The part of Ignis that computes stopped twice, perhaps for lack of memory. Your scene is safe. Close other tabs, or hide large layers, and try again.`
        : t`The part of Ignis that computes did not get on with it, twice. Your scene is safe. Undo the last change, or hide large layers, and try again.`,
    );
    this.name = 'WorkerDied';
  }
}

/** Called when a worker was ended that hung, before its task is tried again. */
let onHung: () => void = () => undefined;
export const whenHung = (listener: () => void): void => void (onHung = listener);

/** Called with the share (0–1) of a picture that is made. */
let onProgress: (done: number) => void = () => undefined;
export const whenProgress = (listener: (done: number) => void): void =>
  void (onProgress = listener);

/** Whether a preview can be stopped: where the page and its workers share memory. */
export const canStop = newest !== null;

/** Stops the preview that is being made: it comes to null. */
export function stopPreview(): void {
  if (newest) Atomics.store(newest, 0, ++number);
}

/** Resolves when pictures may be made. */
let allowed: Promise<void> = Promise.resolve();

/** Has no worker make anything until what it returns is called. */
export function pausePictures(): () => void {
  let release: () => void = () => undefined;
  allowed = new Promise((done) => (release = done));
  return release;
}

/** Resolves when the stage has its picture: small pictures beside it wait for that. */
let staged: Promise<void> = Promise.resolve();
let stageIsMade: () => void = () => undefined;

/** Called when a scene is opened: its picture on the stage comes before all others. */
export function beginStage(): void {
  stageIsMade();
  staged = new Promise((done) => (stageIsMade = done));
}

/** Called when the picture on the stage stands, or cannot be made. */
export const endStage = (): void => stageIsMade();

/** Asks one of the crew. Throws WorkerDied if it stops at the task. */
function askOnce<T>(
  place: number,
  task: (remote: Remote<Engine>, running: Running) => Promise<T>,
): Promise<T> {
  const running = (crew[place] ??= start(place));
  return running.watched.during(task(running.remote, running));
}

/** Tries once more, as the second time, what failed for want of memory or a worker. */
async function twice<T>(task: (attempt: number) => Promise<T>): Promise<T> {
  await allowed;
  try {
    return await task(0);
  } catch (error) {
    if (!(error instanceof WorkerDied || (error as Error).name === 'HeapFull')) throw error;
    if (error instanceof WorkerDied && error.how === 'hung') onHung();
    return task(1);
  }
}

export const ask = <T>(task: (remote: Remote<Engine>) => Promise<T>): Promise<T> =>
  twice(() => askOnce(0, task));

/** Asks about a scene, of which only what the worker has not is sent. */
export const askAbout = <T>(
  scene: Scene,
  task: (remote: Remote<Engine>, sent: Delta) => Promise<T>,
): Promise<T> =>
  twice(() =>
    askOnce(0, (remote, running) => task(remote, deltaOf(running.scene, stateOf(scene)))),
  );

/** Makes a picture's file known to the workers. */
export function addAsset(name: string, bytes: Blob): void {
  if (assets.has(name)) return;
  assets.set(name, bytes);
  for (const one of crew) void one?.remote.addAsset(name, bytes);
}

/** The file of an asset that is known; undefined if it is not. */
export const assetBytes = (name: string): Blob | undefined => assets.get(name);

/** A preview; null if a newer one was asked for meanwhile. One that fails is tried again, coarser. */
export function preview(request: PreviewRequest): Promise<Preview | null> {
  const own = ++number;
  if (newest) Atomics.store(newest, 0, own);
  return twice(async (attempt) => {
    const asked = attempt === 0 ? request : coarser(request);
    const bands = await Promise.all(
      bandsOf(asked.region, CREW).map((region, i) =>
        askOnce(i, (remote, running) => {
          // Takes are not drawn.
          const state = stateOf(asked.scene);
          const scene = deltaOf(running.scene, state);
          running.scene = state;
          return remote.preview(own, { ...asked, region, scene });
        }),
      ),
    );
    const made = bands.filter((b) => b !== null);
    return made.length === bands.length ? joined(asked.region, made) : null;
  });
}

/** A region as so many bands, one above another; fewer if it is low. */
function bandsOf(region: Region, count: number): Region[] {
  const rows = Math.max(16, Math.ceil(region.height / count));
  const bands: Region[] = [];
  for (let y = 0; y < region.height; y += rows)
    bands.push({ ...region, y: region.y + y, height: Math.min(rows, region.height - y) });
  return bands;
}

/** The bands of a preview as one. */
const joined = (region: Region, bands: readonly Preview[]): Preview => ({
  ...bands[0]!,
  region,
  patches: bands.flatMap((b) => b.patches),
  took: Math.max(...bands.map((b) => b.took)),
  loaded: bands.flatMap((b) => b.loaded),
  costs: bands[0]!.costs && bands.flatMap((b) => b.costs ?? []),
  cached: bands.reduce((sum, b) => sum + b.cached, 0),
  use: {
    inUse: bands.reduce((sum, b) => sum + b.use.inUse, 0),
    most: bands.reduce((sum, b) => sum + b.use.most, 0),
    size: bands.reduce((sum, b) => sum + b.use.size, 0),
  },
});

/** The same part of the scene at half the scale. */
function coarser(request: PreviewRequest): PreviewRequest {
  const { x, y, width, height } = request.region;
  const region = covering(x / 2, y / 2, (x + width) / 2, (y + height) / 2);
  return { ...request, region, scale: request.scale / 2 };
}

/** A small picture of a scene or of some of its layers, as PNG; made when the stage has its own. */
export const picture = async (request: PictureRequest): Promise<Blob> => {
  await staged;
  return askAbout(request.scene, (remote, scene) => remote.picture({ ...request, scene }));
};
