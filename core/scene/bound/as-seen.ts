import type { Mask } from '../../masks/mask';
import { newFill, newGroup } from '../model/make';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';
import type { BoundLayer, BoundScene } from './bound';
import { emits } from '../../steps/index';
import { emitsLight } from '../model/traits';
import { lookOf, withinOf } from './bound';

/** Layers as others see them: as one, or without what does not count from there. */

/** A layer of a list as it is drawn, or of a group in it; undefined if there is none of that id. */
export const findIn = <L extends { id: string; layers?: L[] }>(
  layers: readonly L[],
  id: string,
): L | undefined => everyLayer(layers).find((l) => l.id === id);

/** Stands for the scene itself where a layer is asked for. */
export const WHOLE = { ...newGroup('', [], 'one'), id: '' } as BoundLayer;

/** A scene as one layer, its background and all. */
export const asOne = ({ layers, background }: BoundScene): BoundLayer => ({
  ...WHOLE,
  layers: [
    ...(background ? [{ ...newFill('', background), id: 'background' } as BoundLayer] : []),
    ...layers,
  ],
});

/** Layers, of which one and all in front of it are hidden, in the groups that hold it too. */
export function hidingFrom(layers: readonly Layer[], id: string): Layer[] {
  const at = layers.findIndex((l) => l.id === id || findIn(l.layers ?? [], id));
  return layers.map((l, i) => {
    if (at < 0 || i < at) return l;
    if (i === at && l.layers && l.id !== id) return { ...l, layers: hidingFrom(l.layers, id) };
    return { ...l, visible: false };
  });
}

/** Layers, of which those that give off no light are hidden; what is clipped to others stays with these. */
export function onlyLights(layers: readonly Layer[]): Layer[] {
  return layers.map((l) =>
    l.layers
      ? {
          ...l,
          layers: onlyLights(l.layers),
          visible: l.visible && everyLayer(l.layers).some(givesLight),
        }
      : givesLight(l)
        ? l
        : { ...l, visible: false },
  );
}

/** Whether a layer gives off light: by what it is, or by a style. */
const givesLight = (layer: Layer): boolean =>
  emitsLight(layer) || layer.steps.some((s) => s.enabled && emits(s.kind));

/** Layers without those that are hidden. */
export const shownOf = (layers: readonly BoundLayer[]): BoundLayer[] =>
  layers.filter((l) => l.visible).map((l) => (l.layers ? { ...l, layers: shownOf(l.layers) } : l));

/** A mask without what it shows of other layers. */
export const blind = (mask: Mask): Mask => ({
  ...mask,
  parts: mask.parts.filter((p) => lookOf(p.shape) === undefined),
});

/** Whether a mask looks at the whole scene, itself or by way of kept selections. */
const seesScene = (scene: Scene, mask: Mask, way: readonly string[] = []): boolean =>
  mask.parts.some(({ shape }) => {
    if (lookOf(shape) === null) return true;
    const id = withinOf(shape);
    const kept = way.includes(id ?? '') ? undefined : scene.kept.find((k) => k.id === id);
    return kept !== undefined && seesScene(scene, kept.mask, [...way, kept.id]);
  });

/** A layer, and all that it holds, without masks that look at the scene. */
export const unlooking = (scene: Scene, layer: Layer): Layer => ({
  ...layer,
  mask: layer.mask && seesScene(scene, layer.mask) ? null : layer.mask,
  steps: layer.steps.filter((s) => !s.where || !seesScene(scene, s.where)),
  ...(layer.layers && { layers: layer.layers.map((l) => unlooking(scene, l)) }),
});

/** A layer, and all that it holds, without weaves. */
export const unwoven = (layer: Layer): Layer => ({
  ...layer,
  weave: null,
  ...(layer.layers && { layers: layer.layers.map(unwoven) }),
});

/** The same, and without what masks show of other layers; a mask of nothing else is none. */
export function unmasked(layer: Layer): Layer {
  const mask = layer.mask && blind(layer.mask);
  return {
    ...layer,
    weave: null,
    mask: mask && mask.parts.length > 0 ? mask : null,
    steps: layer.steps.map((s) => (s.where ? { ...s, where: blind(s.where) } : s)),
    ...(layer.layers && { layers: layer.layers.map(unmasked) }),
  };
}

/** A layer within a copied group, with ids of its own. */
export const apart = (layer: BoundLayer, by: string): BoundLayer => ({
  ...layer,
  id: `${by}/${layer.id}`,
  ...(layer.layers && { layers: layer.layers.map((l) => apart(l, by)) }),
});
