import { contentKey } from '../../definitions/content-key';
import type { Box } from '../../geometry/affine';
import { IDENTITY, invert, multiply } from '../../geometry/affine';
import type { Path } from '../../geometry/path';
import { mapPath } from '../../geometry/path';
import type { Mask } from '../../masks/mask';
import { pathsOf } from '../../sources/line-shape';
import type { TextSource } from '../../sources/text';
import type { KeptMask, Subject } from './bound';
import { boundOn, boundTo, boundWithin, keptMaskOf, lookOf, looksOut, withinOf } from './bound';
import { clipBase, findLayer } from '../edits/layer-edits';
import { newFill, newGroup } from '../model/make';
import { boxOf, mapAround, mapOf, placedBox, placedTwice } from '../arrange/placement';
import type { Layer, Scene, Step } from '../model/schema';
import { everyLayer } from '../model/schema';

/** Layers that follow others, or look at them: echoes, texts along a line, weaves, masks, spills and cast shadows. */

/** Whether what a layer draws is told by another. */
const follows = (layer: Layer): boolean => looksAt(layer) || followsLine(layer);

const followsLine = ({ source }: Layer): boolean =>
  source.kind === 'echo' ||
  source.kind === 'spill' ||
  source.kind === 'shadow' ||
  (source.kind === 'text' && source.along !== null && source.along.line !== null);

/**
 * The scene as it is drawn. Every echo is the copy that it stands for: the original's source under both
 * placements, its steps and then the echo's own; one whose original is gone, or that follows itself, draws
 * nothing. A text along a line has the path of that line; if the line is gone it stands straight. A scene in
 * which nothing follows anything is returned as it is.
 */
export const asDrawn = (scene: Scene): Scene => drawnAt(scene, 0);

/** A selection with all that it looks at: what is selected is told by the picture as it is seen. */
export const selectionAsDrawn = (scene: Scene, mask: Mask): Mask => boundAt(scene, 0).bind(mask);

/** What is looked at looks at others in turn, through its mask, so many times; so two may look at each other. */
const MOST_LOOKS = 2;

/** The scene as it is drawn for who looks at it `looks` layers away. */
const drawnAt = (scene: Scene, looks: number): Scene =>
  everyLayer(scene.layers).some(follows) ? boundAt(scene, looks).drawn() : scene;

/** What binds the layers of a scene, and selections, to what they look at. */
interface Binding {
  drawn(): Scene;
  bind(selection: Mask): Mask;
}

function boundAt(scene: Scene, looks: number): Binding {
  const made = new Map<string, Layer>();
  const resolved = (layer: Layer, way: readonly string[]): Layer => {
    const found = made.get(layer.id);
    if (found) return found;
    const out = copyOf(layer, way);
    made.set(layer.id, out);
    return out;
  };
  const limited = (layer: Layer, step: Step): Step =>
    step.within === undefined ? step : boundWithin(step, keptFor(layer, step));
  const copyOf = (layer: Layer, way: readonly string[]): Layer => {
    const { source } = layer;
    const on = [...way, layer.id];
    if (looksAt(layer)) {
      const { weave, mask } = layer;
      const steps = layer.steps.map((s) => limited(layer, s));
      return {
        ...copyOf({ ...layer, weave: null, mask: null, steps }, way),
        weave: weave && boundTo(weave, subjectFrom(layer, weave.with)),
        mask: mask && boundMask(layer, mask),
      };
    }
    if (source.kind === 'spill') {
      // Of its light it minds where that goes behind others.
      const light = on.includes(source.of) ? null : findLayer(scene, source.of);
      const seen = light && seenFrom(layer, resolved(light, on));
      const base = source.values.facing > 0 ? clipBase(scene, layer.id) : undefined;
      const surface = base && looks <= MOST_LOOKS ? subjectFrom(layer, base.id) : null;
      return { ...layer, source: boundOn(boundTo(source, seen ?? null), surface) };
    }
    // A shadow is of a layer as it is by itself, wherever that goes behind others.
    if (source.kind === 'shadow') {
      const subject = looks > MOST_LOOKS ? null : subjectFrom(layer, source.of);
      return { ...layer, source: boundTo(source, subject) };
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
      // A kept selection lies in the scene, wherever the original stands.
      steps: [...base.steps.map((s) => limited(layer, s)), ...layer.steps],
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
  /** A layer for its own mask: as it is without that. */
  const itself = (layer: Layer): Subject => ({
    layer: copyOf({ ...layer, weave: null, mask: null }, []),
    map: IDENTITY,
  });
  let whole: Layer | null = null;
  /** The scene as one: without what masks take of it, as it was when it was clicked. */
  const sceneFrom = (layer: Layer): Subject | null => {
    const back = invert(mapAround(scene.layers, layer.id));
    whole ??= asOne(
      drawnAt({ ...scene, layers: scene.layers.map((l) => unlooking(scene, l)) }, looks + 1),
    );
    return back && { layer: whole, map: back };
  };
  /** A kept selection for one that refers to it; one that refers to itself is none. */
  const keptFor = (layer: Layer, value: object, way: readonly string[] = []): KeptMask | null => {
    const id = withinOf(value);
    const found = id === undefined ? null : scene.kept.find((k) => k.id === id);
    const back = invert(mapAround(scene.layers, layer.id));
    if (!found || !back || way.includes(found.id)) return null;
    const mask = looks > MOST_LOOKS ? blind(found.mask) : found.mask;
    return { mask: boundMask(WHOLE, mask, [...way, found.id]), map: back };
  };
  const boundMask = (layer: Layer, mask: Mask, way: readonly string[] = []): Mask => ({
    ...mask,
    parts: mask.parts.map((p) => {
      const { shape } = p;
      const of = lookOf(shape);
      if (withinOf(shape) !== undefined)
        return { ...p, shape: boundWithin(shape, keptFor(layer, shape, way)) };
      if (of === undefined) return p;
      const subject =
        of === null ? sceneFrom(layer) : of === layer.id ? itself(layer) : subjectFrom(layer, of);
      return { ...p, shape: boundTo(shape, subject) };
    }),
  });
  const drawn = () => ({ ...scene, layers: scene.layers.map((l) => resolved(l, [])) });
  return {
    drawn,
    bind(selection) {
      whole = asOne(drawn());
      return boundMask(WHOLE, selection);
    },
  };
}

/** Stands for the scene itself where a layer is asked for. */
const WHOLE: Layer = { ...newGroup('', [], 'one'), id: '' };

/** A scene as one layer, its background and all. */
const asOne = ({ layers, background }: Scene): Layer => ({
  ...WHOLE,
  layers: [...(background ? [{ ...newFill('', background), id: 'background' }] : []), ...layers],
});

/** Whether a layer looks at others, or at kept selections, to be drawn. */
const looksAt = ({ weave, mask, steps }: Layer): boolean =>
  weave !== null ||
  looksOut(mask) ||
  steps.some((s) => withinOf(s) !== undefined && keptMaskOf(s) === undefined);

/** A mask without what it shows of other layers. */
const blind = (mask: Mask): Mask => ({
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
const unlooking = (scene: Scene, layer: Layer): Layer => ({
  ...layer,
  mask: layer.mask && seesScene(scene, layer.mask) ? null : layer.mask,
  ...(layer.layers && { layers: layer.layers.map((l) => unlooking(scene, l)) }),
});

/** A layer, and all that it holds, without weaves. */
const unwoven = (layer: Layer): Layer => ({
  ...layer,
  weave: null,
  ...(layer.layers && { layers: layer.layers.map(unwoven) }),
});

/** The same, and without what masks show of other layers; a mask of nothing else is none. */
function unmasked(layer: Layer): Layer {
  const mask = layer.mask && blind(layer.mask);
  return {
    ...layer,
    weave: null,
    mask: mask && mask.parts.length > 0 ? mask : null,
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
