/// <reference lib="webworker" />
/** The worker that computes: previews, small pictures, exports, and decoding. */
import './errors';
import { expose, transfer } from 'comlink';
import { formatNamed } from '@ignis/core/files/formats/index';
import { writePng } from '@ignis/core/files/png';
import { pathsOfRings, ringsOf } from '@ignis/core/geometry/contours';
import '@ignis/core/kernels/load';
import type { Ending } from '@ignis/core/kernels/finish';
import { finish } from '@ignis/core/kernels/finish';
import { inviteHelper, whileWorking } from '@ignis/core/kernels/machine';
import { crop } from '@ignis/core/pixels/buffer';
import { mainColours } from '@ignis/core/pixels/main-colours';
import type { StraightImage, WholeImage } from '@ignis/core/pixels/picture';
import { heapUse, HeapFull, scoped } from '@ignis/core/pixels/heap';
import { isEmpty, regionKey, wholeScene } from '@ignis/core/pixels/region';
import { cacheOf } from '@ignis/core/render/cache';
import { brightestOf } from '@ignis/core/render/brightest';
import { endingOf } from '@ignis/core/render/ending';
import { exportScene } from '@ignis/core/render/export';
import { picturesAlone } from '@ignis/core/render/export-layers';
import { menderOf } from '@ignis/core/render/mend';
import { meterBy } from '@ignis/core/render/meter';
import { weaveSpans } from '@ignis/core/render/weave-spans';
import { gradeTable } from '@ignis/core/render/grade-table';
import { scopesOf } from '@ignis/core/render/scopes';
import { colourAt, lightAt, maskOver } from '@ignis/core/render/selection';
import { render, Stopped, type RenderRequest } from '@ignis/core/render/render';
import { dripsOf } from '@ignis/core/render/drips';
import { mirroredBox } from '@ignis/core/render/mirrored-box';
import { shadowFloor } from '@ignis/core/render/shadow-floor';
import { withDelta, type Delta } from '@ignis/core/scene/model/delta';
import type { Scene } from '@ignis/core/scene/model/schema';
import { knotsOf } from '@ignis/core/sources/crossed-pass';
import { PLAIN_FACE } from '@ignis/core/text/families';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { addFile, forgetOthers, load, picturesFor, spans } from './loaded-assets';
import { bringInPicture, bringInTable } from './bringing-in';
import { pngBlob } from './png-blob';
import type { Engine } from './protocol';
import { tidyScratch } from './scratch';
import { clock } from './spans';
import { drawOnScreen, hasScreens, screenShows, useCanvases } from './stage-canvases';
import { live, reportProgress, throttledHeartbeat } from './watchdog';
import { t } from '../words/t';

/** What intermediates may hold, bytes. */
const cache = cacheOf(384 * 2 ** 20, () => performance.now());
const mender = menderOf();
/** From when on progress is reported, ms. */
const LONG = 200;
/** The longer side of a mask that paths are drawn from, px. */
const PATHS = 2048;
/** The scene of the last request for a preview: others are sent as what is new against it. */
let base: Scene | null = null;

/** A scene that was sent; to be asked for before anything else is waited for, as the next preview changes the base. */
const received = (delta: Delta): Scene => withDelta(base, delta) as Scene;

/** What the last export was made of. */
let exported: {
  pixels: number;
  image: StraightImage;
  layers: ReturnType<typeof picturesAlone> | null;
} | null = null;

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

/** Runs some work again, with nothing kept from before, if there was no memory for it. */
function withRoom<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof HeapFull)) throw error;
    cache.clear();
    mender.clear();
    return work();
  }
}

/** What is asked about a scene that was sent: `answer` gets it with its pictures and what is cached. */
async function about<T>(
  delta: Delta,
  answer: (scene: Scene, given: Pick<RenderRequest, 'picture' | 'memo'>) => T,
): Promise<T> {
  const scene = received(delta);
  const picture = await picturesFor(scene);
  return withRoom(() => answer(scene, { picture, memo: cache.memo }));
}

const isEqual = (a: Ending, b: Ending) =>
  Object.entries(a).every(([key, value]) => b[key as keyof Ending] === value);

/** The brightest light of scenes, by their layers: look sheets and cards ask for others between two pictures of the stage. */
const brightests = new WeakMap<Scene['layers'], number>();
/** The last that was asked for. */
let brightest = 1;

/** The end of a scene; while it is `steady` its brightest light is the last one that was asked for. */
const endOf = (scene: Scene, picture: RenderRequest['picture'], steady = false): Ending =>
  endingOf(scene, () => {
    if (steady) return brightest;
    brightest = brightests.get(scene.layers) ?? brightestOf(scene, { picture, memo: cache.memo });
    brightests.set(scene.layers, brightest);
    return brightest;
  });

/** The longer side of the picture that main colours are looked for in, px, and how many of them there are at most. */
const COLOURS_SIDE = 160;
const MOST_COLOURS = 10;

/** The whole picture of a scene, or of some of its layers, no larger than so many px on its longer side. It belongs to the scope. */
function small(
  scene: Scene,
  picture: RenderRequest['picture'],
  { side, ...what }: { side: number } & Pick<RenderRequest, 'layers' | 'background'>,
): WholeImage {
  const scale = Math.min(1, side / Math.max(scene.width, scene.height));
  const made = render(scene, { region: wholeScene(scene, scale), scale, picture, ...what });
  return finish(made, 8, endOf(scene, picture));
}

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
    const scene = (base = received(delta));
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

  mainColours: (delta) =>
    about(delta, (scene, { picture }) =>
      scoped(() => {
        const { data } = small(scene, picture, { side: COLOURS_SIDE, background: true });
        return mainColours(data as Uint8ClampedArray, MOST_COLOURS);
      }),
    ),

  weave: (delta, layer) => about(delta, (scene, given) => weaveSpans(scene, layer, given)),

  crossings: (source) => Promise.resolve(knotsOf(source).crossings),

  mirroredBox: (delta, layer) => about(delta, (scene, given) => mirroredBox(scene, layer, given)),

  shadowFloor: (delta, layer) => about(delta, (scene, given) => shadowFloor(scene, layer, given)),

  drips: (delta, layer, step) => about(delta, (scene, given) => dripsOf(scene, layer, step, given)),

  maskView: ({ scene: delta, owner, region, scale, pixels, edge }) =>
    about(delta, (scene, given) => {
      const made = maskOver(scene, owner, { region, scale, ...given });
      if (!made) return null;
      const rings = edge ? ringsOf(made).map((ring) => ring.map((v) => v / scale)) : [];
      const shows = new Uint8ClampedArray(pixels ? made.data.length : 0);
      for (let i = 0; i < shows.length; i++) shows[i] = made.data[i]! * 255;
      return transfer({ region, scale, rings, shows }, [shows.buffer]);
    }),

  maskPaths: (delta, owner) =>
    about(delta, (scene, given) => {
      const scale = Math.min(1, PATHS / Math.max(scene.width, scene.height));
      const made = maskOver(scene, owner, { region: wholeScene(scene, scale), scale, ...given });
      if (!made) return [];
      const rings = ringsOf(made).map((ring) => ring.map((v) => v / scale));
      return pathsOfRings(rings, 0.8 / scale);
    }),

  colourAt: (delta, of, x, y) =>
    about(delta, (scene, given) => colourAt(scene, of, { x, y }, given)),

  lightAt: (delta, x, y) => about(delta, (scene, given) => lightAt(scene, { x, y }, given)),

  scopes: (delta, of) => about(delta, (scene, given) => scopesOf(scene, of, given)),

  gradeTable: (delta, layer, side) =>
    about(delta, (scene, given) => gradeTable(scene, layer, side, given)),

  layersAt: (delta, x, y) =>
    about(delta, (scene, { picture }) => {
      const region = { x: Math.floor(x), y: Math.floor(y), width: 1, height: 1 };
      const shows = (id: string) =>
        render(scene, { region, scale: 1, layers: [id], background: false, picture }).data[3]! >
        0.1;
      return everyLayer(scene.layers)
        .filter((l) => l.visible && !l.layers && shows(l.id))
        .map((l) => l.id)
        .reverse();
    }),

  async exportFile(delta, options, pixels, progress) {
    const { written, type } = formatNamed(options.format);
    if (!written) throw new Error(t`Pictures are not written as ${options.format}.`);
    if (exported?.pixels !== pixels) {
      exported = null;
      const scene = received(delta);
      const picture = await picturesFor(scene);
      const layers = options.together ? picturesAlone(scene, { ...options, picture }) : null;
      // Encoding is the last part of the work, and so is making each layer for it.
      const share = layers ? 1 / (layers.length + 1) : 0.85;
      const image = exportScene(scene, {
        ...options,
        picture,
        progress: (done) => progress(done * share),
      });
      exported = { pixels, image, layers };
    }
    const { image, layers } = exported;
    const bytes =
      layers && written.encodeLayers
        ? await written.encodeLayers(
            image,
            layers.map(({ name, make }, i) => ({
              name,
              make: () => (progress((i + 1) / (layers.length + 1)), make()),
            })),
            ...([options.values, options] as const),
          )
        : await written.encode(image, options.values, options);
    return new Blob([bytes as Uint8Array<ArrayBuffer>], { type });
  },

  bringInTable,

  bringIn(blob, name) {
    isNeeded = true;
    return bringInPicture(blob, name);
  },
};

expose(engine);
