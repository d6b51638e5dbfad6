import type { Box } from '../geometry/affine';
import { findLayer } from './edits';
import { boxOf, placedBox, placedTwice } from './placement';
import type { Layer, Scene } from './schema';
import { everyLayer } from './schema';

/** Echoes: live copies that follow other layers, chains of them included. */

/**
 * The scene with every echo as the copy that it stands for: the original's source under both placements,
 * its steps and then the echo's own. One whose original is gone, or that follows itself, draws nothing.
 * A scene without echoes is returned as it is.
 */
export function withEchoes(scene: Scene): Scene {
  if (!everyLayer(scene.layers).some((l) => l.source.kind === 'echo')) return scene;
  const made = new Map<string, Layer>();
  const resolved = (layer: Layer, way: readonly string[]): Layer => {
    const found = made.get(layer.id);
    if (found) return found;
    const out = copyOf(layer, way);
    made.set(layer.id, out);
    return out;
  };
  const copyOf = (layer: Layer, way: readonly string[]): Layer => {
    const { source } = layer;
    const on = [...way, layer.id];
    if (layer.layers) return { ...layer, layers: layer.layers.map((l) => resolved(l, on)) };
    if (source.kind !== 'echo' || on.includes(source.of)) return layer;
    const original = findLayer(scene, source.of);
    if (!original) return layer;
    const base = resolved(original, on);
    const drawn =
      base.source.kind === 'line' && source.own ? { ...base.source, ...source.own } : base.source;
    return {
      ...layer,
      source: drawn,
      ...(base.layers && { layers: base.layers.map((l) => apart(l, layer.id)) }),
      steps: [...base.steps, ...layer.steps],
      placement: placedTwice(layer.placement, base.placement),
    };
  };
  return { ...scene, layers: scene.layers.map((l) => resolved(l, [])) };
}

/** A layer within a copied group, with ids of its own. */
const apart = (layer: Layer, by: string): Layer => ({
  ...layer,
  id: `${by}/${layer.id}`,
  ...(layer.layers && { layers: layer.layers.map((l) => apart(l, by)) }),
});

/** The layer as it is drawn: an echo as the copy that it stands for. */
export const drawnLayer = (scene: Scene, id: string): Layer | undefined =>
  findLayer(withEchoes(scene), id);

/** The box to arrange a layer by, in its own px; that of an echo is the one of its original, where that stands. */
export function ownBox(scene: Scene, layer: Layer): Box | null {
  if (layer.source.kind !== 'echo') return boxOf(layer);
  const original = drawnLayer(scene, layer.source.of);
  const box = original && boxOf(original);
  return box ? placedBox(original.placement, box) : null;
}
