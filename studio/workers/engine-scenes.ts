/** The scenes that were sent to the worker that computes, and what is cached of them. */
import type { Ending } from '@ignis/core/kernels/finish';
import { finish } from '@ignis/core/kernels/finish';
import { HeapFull } from '@ignis/core/pixels/heap';
import type { WholeImage } from '@ignis/core/pixels/picture';
import { wholeScene } from '@ignis/core/pixels/region';
import { brightestOf } from '@ignis/core/render/brightest';
import { cacheOf } from '@ignis/core/render/cache';
import { endingOf } from '@ignis/core/render/ending';
import { menderOf } from '@ignis/core/render/mend';
import { render, type RenderRequest } from '@ignis/core/render/render';
import { withDelta, type Delta } from '@ignis/core/scene/model/delta';
import type { Scene } from '@ignis/core/scene/model/schema';
import { picturesFor } from './loaded-assets';

/** What intermediates may hold, bytes. */
export const cache = cacheOf(384 * 2 ** 20, () => performance.now());
export const mender = menderOf();

/** The scene of the last request for a preview: others are sent as what is new against it. */
let base: Scene | null = null;

/** A scene that was sent; to be asked for before anything else is waited for, as the next preview changes the base. */
export const received = (delta: Delta): Scene => withDelta(base, delta) as Scene;

/** The same of a preview: the scenes of requests after it are sent against its own. */
export const receivedBase = (delta: Delta): Scene => (base = received(delta));

/** Runs some work again, with nothing cached, if there was no memory for it. */
export function withRoom<T>(work: () => T): T {
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
export async function about<T>(
  delta: Delta,
  answer: (scene: Scene, given: Pick<RenderRequest, 'picture' | 'memo'>) => T,
): Promise<T> {
  const scene = received(delta);
  const picture = await picturesFor(scene);
  return withRoom(() => answer(scene, { picture, memo: cache.memo }));
}

/** The brightest light of scenes, by their layers: look sheets and cards ask for others between two pictures of the stage. */
const brightests = new WeakMap<Scene['layers'], number>();
/** The last that was asked for. */
let brightest = 1;

/** The end of a scene; while it is `steady` its brightest light is the last one that was asked for. */
export const endOf = (scene: Scene, picture: RenderRequest['picture'], steady = false): Ending =>
  endingOf(scene, () => {
    if (steady) return brightest;
    brightest = brightests.get(scene.layers) ?? brightestOf(scene, { picture, memo: cache.memo });
    brightests.set(scene.layers, brightest);
    return brightest;
  });

/** The whole picture of a scene, or of some of its layers, no larger than so many px on its longer side. It belongs to the scope. */
export function small(
  scene: Scene,
  picture: RenderRequest['picture'],
  { side, ...what }: { side: number } & Pick<RenderRequest, 'layers' | 'background'>,
): WholeImage {
  const scale = Math.min(1, side / Math.max(scene.width, scene.height));
  const made = render(scene, { region: wholeScene(scene, scale), scale, picture, ...what });
  return finish(made, 8, endOf(scene, picture));
}
