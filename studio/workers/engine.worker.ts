/// <reference lib="webworker" />
/** The worker that computes: previews, small pictures, exports, and decoding. */
import './errors';
import { expose, transfer } from 'comlink';
import { writePng } from '@ignis/core/files/png';
import '@ignis/core/kernels/load';
import type { Ending } from '@ignis/core/kernels/finish';
import { finish } from '@ignis/core/kernels/finish';
import { inviteHelper, whileWorking } from '@ignis/core/kernels/machine';
import { crop } from '@ignis/core/pixels/buffer';
import { heapUse, scoped } from '@ignis/core/pixels/heap';
import { isEmpty, regionKey } from '@ignis/core/pixels/region';
import { meterBy } from '@ignis/core/render/meter';
import { render, Stopped } from '@ignis/core/render/render';
import type { Scene } from '@ignis/core/scene/model/schema';
import { PLAIN_FACE } from '@ignis/core/text/families';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { exportFile } from './engine-export';
import { questions } from './engine-questions';
import { about, cache, endOf, mender, receivedBase, small, withRoom } from './engine-scenes';
import { addFile, forgetOthers, load, picturesFor, spans } from './loaded-assets';
import { bringInPicture, bringInTable } from './bringing-in';
import { pngBlob } from './png-blob';
import type { Engine } from './protocol';
import { tidyScratch } from './scratch';
import { clock } from './spans';
import { drawOnScreen, hasScreens, screenShows, useCanvases } from './stage-canvases';
import { live, reportProgress, throttledHeartbeat } from './watchdog';

/** From when on progress is reported, ms. */
const LONG = 200;
/** The last preview that was sent. */
let sent: { number: number; ending: Ending } | null = null;
let newest: Int32Array<SharedArrayBuffer> | null = null;

/** Threads that share the rows of every kernel with this one, one for each further core. */
function callHelpers(): void {
  for (let i = 1; i < navigator.hardwareConcurrency; i++) {
    const invitation = inviteHelper();
    if (!invitation) return;
    const helper = new Worker(new URL('./helper.worker.ts', import.meta.url), { type: 'module' });
    helper.postMessage(invitation);
  }
}

const compiling = clock();
callHelpers();
spans.add({ part: 'kernels', from: compiling, to: clock() });
whileWorking(throttledHeartbeat);

const isEqual = (a: Ending, b: Ending) =>
  Object.entries(a).every(([key, value]) => b[key as keyof Ending] === value);

/** Reports the progress of a picture that takes long, by the layers that were begun. */
function progressOf(scene: Scene, started: number): (id: string) => void {
  const all = everyLayer(scene.layers).filter((l) => l.visible).length;
  const begun = new Set<string>();
  return (id) => {
    begun.add(id);
    // The frames of a drag are none of it.
    if (performance.now() - started > LONG) reportProgress(begun.size / (all + 1));
  };
}

/** Something is asked for, or will be: the warm-up leaves the rest to it. */
let isNeeded = false;
/** The renders of the warm-up that are still to be run. */
let cold: (() => unknown)[] | null = null;

const engine: Engine = {
  live,

  follow(cell) {
    newest = cell;
  },

  useScreens(canvases) {
    useCanvases(canvases);
  },

  addAsset(name, bytes) {
    isNeeded = true;
    addFile(name, bytes);
  },

  async warmUp() {
    void tidyScratch();
    isNeeded = false;
    const { warmUpRenders } = await import('@ignis/core/render/warm-up');
    await load([PLAIN_FACE], [], 'displayed');
    cold ??= warmUpRenders();
    while (cold.length > 0) {
      // What is asked for meanwhile comes first.
      await new Promise((done) => setTimeout(done));
      if (isNeeded) return;
      cold.shift()!();
    }
  },

  endWarmUp() {
    isNeeded = true;
  },

  async prepare(faces, pictures, mixing) {
    await load(faces, pictures, mixing);
  },

  async preview(number, request) {
    const {
      scene: delta,
      region,
      scale,
      focus,
      shown,
      measure,
      steady,
      draft,
      beyond,
      screen,
    } = request;
    const started = performance.now();
    const scene = receivedBase(delta);
    const picture = await picturesFor(scene);
    forgetOthers(scene);
    const stale = () => newest !== null && Atomics.load(newest, 0) !== number;
    if (stale()) return null;
    const meter = measure ? meterBy(() => performance.now()) : undefined;
    const read = performance.now() - started;
    if (read > 2)
      meter?.costs.push({ layer: null, part: 'pictures', took: read, bytes: 0, cached: false });
    const place = `${regionKey(region)} ${scale}`;
    const draws = hasScreens();
    try {
      const patches = withRoom(() =>
        scoped(() => {
          const onLayer = progressOf(scene, started);
          const ask = {
            ...{ region, scale, focus, draft, picture, memo: cache.memo, meter },
            ...{ shouldStop: stale, onLayer },
          };
          const ending = { ...endOf(scene, picture, steady), marks: beyond };
          // What lies beneath the layer in focus is measured layer by layer too.
          const { picture: made, changed } = meter
            ? { picture: render(scene, { ...ask, focus: null }), changed: region }
            : mender.mend(scene, ask);
          const stays = !draws || screenShows(screen, place);
          const same = stays && sent?.number === shown && isEqual(sent.ending, ending);
          sent = meter ? null : { number, ending };
          const part = same && !meter ? changed : region;
          if (isEmpty(part)) return [];
          const last = () => finish(crop(made, part), 8, ending);
          const image = meter ? meter.measure(null, 'end', last) : last();
          return [{ region: part, pixels: image.data as Uint8ClampedArray<ArrayBuffer> }];
        }),
      );
      const took = performance.now() - started;
      const [costs, cached, use] = [meter?.costs, cache.bytes(), heapUse()];
      const loaded = spans.take();
      const made = { number, region, scale, took, costs, cached, use, loaded };
      if (draws)
        return { ...made, screen: await drawOnScreen(screen, place, region, patches), patches: [] };
      return transfer(
        { ...made, screen: null, patches },
        patches.map((p) => p.pixels.buffer),
      );
    } catch (error) {
      if (error instanceof Stopped) return null;
      throw error;
    }
  },

  cell: ({ scene: delta, region, scale, focus, layers }) =>
    about(delta, (scene, given) => {
      const image = scoped(() => {
        const made = render(scene, {
          ...{ region, scale, focus, ...given },
          ...(layers && { layers, background: false }),
        });
        return finish(made, 8, endOf(scene, given.picture));
      });
      const pixels = image.data as Uint8ClampedArray<ArrayBuffer>;
      return transfer({ region, pixels }, [pixels.buffer]);
    }),

  async picture({ scene: delta, side, layers, background }) {
    const image = await about(delta, (scene, { picture }) =>
      scoped(() => small(scene, picture, { side, layers, background })),
    );
    return pngBlob(await writePng(image));
  },

  ...questions,
  exportFile,
  bringInTable,

  bringIn(blob, name) {
    isNeeded = true;
    return bringInPicture(blob, name);
  },
};

expose(engine);
