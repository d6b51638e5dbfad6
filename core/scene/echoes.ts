import { contentKey } from '../definitions/content-key';
import type { Affine, Box } from '../geometry/affine';
import { invert, multiply } from '../geometry/affine';
import type { Path } from '../geometry/path';
import { mapPath } from '../geometry/path';
import type { Mask } from '../masks/mask';
import { pathsOf } from '../sources/line-shape';
import type { TextSource } from '../sources/text';
import { findLayer } from './edits';
import { boxOf, mapAround, mapOf, placedBox, placedTwice } from './placement';
import type { Layer, Scene } from './schema';
import { everyLayer } from './schema';

/** Layers that follow others, or look at them: echoes, texts along a line, weaves, masks and spills. */

/** Whether what a layer draws is told by another. */
const follows = (layer: Layer): boolean => looksAt(layer) || followsLine(layer);

const followsLine = ({ source }: Layer): boolean =>
  source.kind === 'echo' ||
  source.kind === 'spill' ||
  (source.kind === 'text' && source.along !== null && source.along.line !== null);

/**
 * The scene as it is drawn. Every echo is the copy that it stands for: the original's source under both
 * placements, its steps and then the echo's own; one whose original is gone, or that follows itself, draws
 * nothing. A text along a line has the path of that line; if the line is gone it stands straight. A scene in
 * which nothing follows anything is returned as it is.
 */
export const asDrawn = (scene: Scene): Scene => drawnAt(scene, 0);

/** What is looked at looks at others in turn, through its mask, so many times; so two may look at each other. */
const MOST_LOOKS = 2;

/** The scene as it is drawn for who looks at it `looks` layers away. */
function drawnAt(scene: Scene, looks: number): Scene {
  if (!everyLayer(scene.layers).some(follows)) return scene;
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
    if (looksAt(layer)) {
      const { weave, mask } = layer;
      return {
        ...copyOf({ ...layer, weave: null, mask: null }, way),
        weave: weave && boundTo(weave, subjectFrom(layer, weave.with)),
        mask: mask && boundMask(layer, mask),
      };
    }
    if (source.kind === 'spill') {
      // Of its light it minds where that goes behind others.
      const light = on.includes(source.of) ? null : findLayer(scene, source.of);
      const seen = light && seenFrom(layer, resolved(light, on));
      return { ...layer, source: boundTo(source, seen ?? null) };
    }
    if (layer.layers) return { ...layer, layers: layer.layers.map((l) => resolved(l, on)) };
    if (source.kind === 'text') return { ...layer, source: alongItsLine(scene, layer, source) };
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
  let others: Scene | null = null;
  /** A layer as it is drawn by itself, seen from where another stands: what that is woven with does not count. */
  const subjectFrom = (layer: Layer, id: string): Subject | null => {
    const bare = looks < MOST_LOOKS ? unwoven : unmasked;
    others ??= drawnAt({ ...scene, layers: scene.layers.map(bare) }, looks + 1);
    const subject = findLayer(others, id);
    return subject ? seenFrom(layer, subject) : null;
  };
  const seenFrom = (layer: Layer, subject: Layer): Subject | null => {
    const back = invert(mapAround(scene.layers, layer.id));
    // A layer cannot look at itself, nor at a group that holds it.
    const holds = everyLayer([subject]).some((l) => l.id === layer.id);
    if (holds || !back) return null;
    return { layer: subject, map: multiply(back, mapAround(scene.layers, subject.id)) };
  };
  const boundMask = (layer: Layer, mask: Mask): Mask => ({
    ...mask,
    parts: mask.parts.map((p) =>
      p.shape.kind === 'layer'
        ? { ...p, shape: boundTo(p.shape, subjectFrom(layer, p.shape.of)) }
        : p,
    ),
  });
  return { ...scene, layers: scene.layers.map((l) => resolved(l, [])) };
}

/** A layer that another looks at, as it is drawn. */
export interface Subject {
  layer: Layer;
  /** From the px that the subject is placed on to those that the layer is placed on. */
  map: Affine;
}

const boundTo = <T extends object>(value: T, subject: Subject | null): T =>
  subject ? { ...value, subject } : value;

/**
 * What a weave, a part of a mask or a spill looks at, in a scene as it is drawn; null if that is gone, or if there
 * is nothing to look.
 */
export const subjectOf = (value: object | null): Subject | null =>
  (value as { subject?: Subject } | null)?.subject ?? null;

/** Whether a layer looks at another to be drawn. */
const looksAt = ({ weave, mask }: Layer): boolean =>
  weave !== null || mask?.parts.some((p) => p.shape.kind === 'layer') === true;

/** A layer, and all that it holds, without weaves. */
const unwoven = (layer: Layer): Layer => ({
  ...layer,
  weave: null,
  ...(layer.layers && { layers: layer.layers.map(unwoven) }),
});

/** The same, and without what masks show of other layers; a mask of nothing else is none. */
function unmasked(layer: Layer): Layer {
  const parts = layer.mask?.parts.filter((p) => p.shape.kind !== 'layer') ?? [];
  return {
    ...layer,
    weave: null,
    mask: layer.mask && parts.length > 0 ? { ...layer.mask, parts } : null,
    ...(layer.layers && { layers: layer.layers.map(unmasked) }),
  };
}

/** A path of one layer as seen from where another stands. */
function pathFrom(scene: Scene, from: Layer, to: Layer, path: Path): Path {
  const back = invert(mapOf(scene.layers, to));
  return back ? mapPath(multiply(back, mapOf(scene.layers, from)), path) : path;
}

const alongLines = new WeakMap<TextSource, { path: string; source: TextSource }>();

/** A text with the path of the line that it runs along, seen from where it stands itself. */
function alongItsLine(scene: Scene, layer: Layer, source: TextSource): TextSource {
  const { along } = source;
  const line = findLayer(scene, along?.line ?? null);
  const own = line?.source.kind === 'line' ? pathsOf(line.source.shape)[0] : undefined;
  if (!along || !line || !own) return source;
  const path = pathFrom(scene, line, layer, own);
  // The same text as long as nothing has moved, so that it need not be laid out again.
  const key = contentKey(path);
  const known = alongLines.get(source);
  if (known?.path === key) return known.source;
  const made = { ...source, along: { ...along, path } };
  alongLines.set(source, { path: key, source: made });
  return made;
}

/** A layer within a copied group, with ids of its own. */
const apart = (layer: Layer, by: string): Layer => ({
  ...layer,
  id: `${by}/${layer.id}`,
  ...(layer.layers && { layers: layer.layers.map((l) => apart(l, by)) }),
});

/** The layer as it is drawn: an echo as the copy that it stands for. */
export const drawnLayer = (scene: Scene, id: string): Layer | undefined =>
  findLayer(asDrawn(scene), id);

/** The box to arrange a layer by, in its own px; that of an echo is the one of its original, where that stands. */
export function ownBox(scene: Scene, layer: Layer): Box | null {
  if (layer.source.kind === 'text' && follows(layer)) return boxOf(drawnLayer(scene, layer.id)!);
  if (layer.source.kind !== 'echo') return boxOf(layer);
  const original = drawnLayer(scene, layer.source.of);
  const box = original && boxOf(original);
  return box ? placedBox(original.placement, box) : null;
}
