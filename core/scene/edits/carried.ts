import { everyLayer } from '../model/schema';
import type { Layer, Scene } from '../model/schema';
import { withinOf } from '../bound/bound';
import type { Edit } from './edit';
import { renew } from './layer-edits';

/** Layers that are carried from one scene to another: a scene that has nothing but them and what they refer to of it. */

/** The ids of kept selections that layers refer to. */
function keptBy(layers: readonly Layer[]): Set<string> {
  const ids = new Set<string>();
  for (const { mask, steps } of everyLayer(layers)) {
    for (const one of [mask, ...steps.map((s) => s.where)])
      for (const { shape } of one?.parts ?? []) {
        const id = withinOf(shape);
        if (id !== undefined) ids.add(id);
      }
    for (const { within } of steps) if (within !== undefined) ids.add(within);
  }
  return ids;
}

/** A layer of a scene, with all that it holds, as a scene of its own. */
export function carried(scene: Scene, layer: Layer): Scene {
  const kept = keptBy([layer]);
  // A kept selection may refer to another.
  for (let before = -1; before < kept.size;) {
    before = kept.size;
    for (const { id, mask } of scene.kept)
      if (kept.has(id))
        for (const { shape } of mask.parts) {
          const within = withinOf(shape);
          if (within !== undefined) kept.add(within);
        }
  }
  return {
    ...scene,
    ...{ layers: [{ ...layer, clip: false }], guides: [], selection: null },
    kept: scene.kept.filter((k) => kept.has(k.id)),
    takes: undefined,
  };
}

/** Copies of the layers that were carried, with ids of their own, to be added. */
export function unpacked({ layers }: Scene): Layer[] {
  const copies = JSON.parse(JSON.stringify(layers)) as Layer[];
  copies.forEach(renew);
  return copies;
}

/** Puts layers that were unpacked at the front, and the kept selections they refer to beside those there are. */
export const addCarried =
  (layers: Layer[], { kept }: Scene): Edit =>
  (s) => {
    s.layers.push(...layers);
    s.kept.push(...kept.filter((k) => !s.kept.some((own) => own.id === k.id)));
  };
