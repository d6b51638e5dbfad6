import { contentKey } from '../../definitions/content-key';
import type { Ground } from '../../definitions/source';
import type { Box } from '../../geometry/affine';
import { IDENTITY, invert, multiply } from '../../geometry/affine';
import type { Path } from '../../geometry/path';
import { mapPath } from '../../geometry/path';
import type { Mask } from '../../masks/mask';
import type { Source } from '../../sources/index';
import { definitionOf, namedBy } from '../../sources/index';
import { boxOf, mapAround, mapOf, placedBox, placedTwice } from '../arrange/placement';
import { clipBase, findLayer } from '../edits/layer-edits';
import { layerKeys, measuresItself } from '../model/step-layers';
import { grades, groundsOf } from '../model/traits';
import type { Layer, Scene, Step } from '../model/schema';
import { everyLayer } from '../model/schema';
import {
  WHOLE,
  apart,
  asOne,
  blind,
  findIn,
  hidingFrom,
  onlyLights,
  shownOf,
  unlooking,
  unmasked,
  unwoven,
} from './as-seen';
import type {
  BoundLayer,
  BoundMask,
  BoundScene,
  BoundSource,
  BoundStep,
  KeptMask,
  Looking,
  Subject,
} from './bound';
import { lookOf, looksOut, withinOf } from './bound';

/** Binds what layers name by ids, and what masks, weaves and steps look at, to what they name: the scene as it is drawn. */

/** Whether what a layer draws depends on another. */
const follows = (layer: Layer): boolean =>
  looksAt(layer) || namedBy(layer.source) !== null || seenBeneath(layer).length > 0;

/** What a layer looks at of what lies beneath it; one that is hidden, at nothing. */
const seenBeneath = (layer: Layer): readonly Ground[] => (layer.visible ? groundsOf(layer) : []);

/** What was bound of a scene: several ask for it in one render. */
const bound = new WeakMap<Scene, BoundScene>();

/**
 * The scene as it is drawn. Every echo is the copy that it stands for: the original's source under both
 * placements, its steps and then the echo's own; one whose original is gone, or that follows itself, draws
 * nothing. A text along a line has the path of that line; if the line is gone it stands straight. A scene in
 * which nothing follows anything is returned as it is. The scene must not be changed in place.
 */
export function asDrawn(scene: Scene): BoundScene {
  const known = bound.get(scene);
  if (known) return known;
  const made = drawnAt(scene, 0);
  bound.set(scene, made);
  return made;
}

/** A selection with all that it looks at: what is selected follows from the picture as it is seen. */
export const selectionAsDrawn = (scene: Scene, mask: Mask): BoundMask =>
  boundAt(scene, 0).bind(mask);

/** What is looked at looks at others in turn, through its mask, so many times; so two may look at each other. */
const MAX_LOOKS = 2;

/** The scene as it is drawn for who looks at it `looks` layers away. */
const drawnAt = (scene: Scene, looks: number): BoundScene =>
  everyLayer(scene.layers).some(follows)
    ? boundAt(scene, looks).drawn()
    : // Nothing of it names anything.
      (scene as BoundScene);

/** What binds the layers of a scene, and selections, to what they look at. */
interface Binding {
  drawn(): BoundScene;
  bind(selection: Mask): BoundMask;
}

/** A value with the layer that it looks at; as it is if that is gone. */
const boundTo = <T extends object>(value: T, subject: Subject | null): T & Looking =>
  subject ? { ...value, subject } : value;

function boundAt(scene: Scene, looks: number): Binding {
  const made = new Map<string, BoundLayer>();
  const resolved = (layer: Layer, way: readonly string[]): BoundLayer => {
    const found = made.get(layer.id);
    if (found) return found;
    const out = measured(layer, copyOf(layer, way));
    made.set(layer.id, out);
    return out;
  };
  const limited = (layer: Layer, step: Step | BoundStep): BoundStep => ({
    ...(step as BoundStep),
    ...(step.within !== undefined && { keptMask: keptFor(layer, step.within) }),
    ...(step.where && looksOut(step.where) && { where: boundMask(layer, step.where) }),
    ...(layerKeys(step).length > 0 && { seen: seenBy(layer, step) }),
  });
  /** The layers that the values of a step name, or what lies beneath; those that are gone are left out. */
  const seenBy = (layer: Layer, step: Step | BoundStep): Record<string, Subject> =>
    Object.fromEntries(
      layerKeys(step).flatMap((key) => {
        const id = step.values[key] as string;
        if (!layer.visible || !step.enabled || looks > MAX_LOOKS) return [];
        const subject = id === '' ? beneath(layer) : subjectFrom(layer, id);
        return subject ? [[key, subject]] : [];
      }),
    );
  /** A layer with what goes into each of its steps that measures it: for a grade, what lies beneath it. */
  const measured = (layer: Layer, out: BoundLayer): BoundLayer => {
    const measures = (s: BoundStep) => s.enabled && measuresItself(s.kind);
    if (!layer.visible || !out.steps.some(measures)) return out;
    const steps: BoundStep[] = [];
    for (const step of out.steps) {
      const before: BoundLayer = { ...out, steps: [...steps], mask: null, weave: null };
      const itself = measures(step) ? goingIn(layer, before) : null;
      steps.push(itself ? { ...step, seen: { ...step.seen, itself } } : step);
    }
    return { ...out, steps };
  };
  const goingIn = (layer: Layer, before: BoundLayer): Subject | null => {
    if (!grades(layer)) return { layer: before, map: IDENTITY };
    const under = beneath(layer);
    const graded = { ...before, opacity: 100, blend: 'normal' };
    return (
      under && { ...under, layer: { ...under.layer, layers: [...under.layer.layers!, graded] } }
    );
  };
  const copyOf = (layer: Layer, way: readonly string[]): BoundLayer => {
    if (!looksAt(layer)) return referred(layer, way);
    const { weave, mask } = layer;
    const steps = layer.steps.map((s) => limited(layer, s));
    return {
      ...referred({ ...layer, weave: null, mask: null, steps }, way),
      weave: weave && boundTo(weave, subjectFrom(layer, weave.with)),
      mask: mask && boundMask(layer, mask),
    };
  };
  /** A layer whose mask, weave and steps look at nothing, with what its source names and sees. */
  const referred = (layer: Layer, way: readonly string[]): BoundLayer => {
    const out = named(layer, way);
    const seen = seenBeneath(layer).flatMap((ground) => {
      const subject = { base: baseOf, beneath, second: secondOf, lights: lightsFor }[ground](layer);
      return subject ? [[ground, subject] as const] : [];
    });
    return seen.length > 0
      ? { ...out, source: { ...out.source, grounds: Object.fromEntries(seen) } }
      : out;
  };
  /** What a layer is clipped to. */
  const baseOf = (layer: Layer): Subject | null => {
    const base = looks <= MAX_LOOKS ? clipBase(scene, layer.id) : undefined;
    return base ? subjectFrom(layer, base.id) : null;
  };
  /** All that gives off light in the scene, as it is by itself. */
  const lightsFor = (layer: Layer): Subject | null => {
    const back = invert(mapAround(scene.layers, layer.id));
    if (!back || looks > MAX_LOOKS) return null;
    const lit = drawnAt({ ...scene, layers: onlyLights(scene.layers) }, looks + 1);
    return { layer: asOne({ ...lit, background: null, layers: shownOf(lit.layers) }), map: back };
  };
  /** The second layer that one names, as that is by itself. */
  const secondOf = (layer: Layer): Subject | null => {
    const { source } = layer;
    const of = definitionOf(source).second?.of(source) ?? null;
    return of !== null && looks <= MAX_LOOKS ? subjectFrom(layer, of) : null;
  };
  /** All that the scene shows beneath a layer. What is in front is hidden, so that none looks at itself by that way. */
  const beneath = (layer: Layer): Subject | null => {
    const back = invert(mapAround(scene.layers, layer.id));
    if (!back) return null;
    const hidden = drawnAt({ ...scene, layers: hidingFrom(scene.layers, layer.id) }, looks);
    return { layer: asOne({ ...hidden, layers: shownOf(hidden.layers) }), map: back };
  };
  const named = (layer: Layer, way: readonly string[]): BoundLayer => {
    const { source } = layer;
    const on = [...way, layer.id];
    const { reference } = definitionOf(source);
    const of = reference?.to(source) ?? null;
    const withSource = (own: BoundSource): BoundLayer => ({
      ...(layer as BoundLayer),
      source: own,
    });
    if (layer.layers)
      return { ...(layer as BoundLayer), layers: layer.layers.map((l) => resolved(l, on)) };
    if (!reference || of === null) return layer as BoundLayer;
    switch (reference.as) {
      case 'light': {
        // Of its light it minds where that goes behind others.
        const light = on.includes(of) ? null : findLayer(scene, of);
        const seen = light ? seenFrom(layer, resolved(light, on)) : null;
        return withSource(boundTo(source, seen));
      }
      case 'shadow':
        // A shadow is of a layer as it is by itself, wherever that goes behind others.
        return withSource(boundTo(source, looks > MAX_LOOKS ? null : subjectFrom(layer, of)));
      case 'path':
        return withSource(alongItsPath(scene, layer, of, reference.along));
      case 'copy': {
        const original = on.includes(of) ? null : findLayer(scene, of);
        if (!original) return layer as BoundLayer;
        const base = resolved(original, on);
        return {
          ...withSource(reference.copied(source, base.source)),
          ...(base.layers && { layers: base.layers.map((l) => apart(l, layer.id)) }),
          // A kept selection lies in the scene, wherever the original stands.
          steps: [...base.steps.map((s) => limited(layer, s)), ...layer.steps],
          placement: placedTwice(layer.placement, base.placement),
          // The copy is as bright as what it copies, and by its own intensity more.
          ...withIntensity((layer.intensity ?? 0) + (base.intensity ?? 0)),
        };
      }
    }
  };
  let others: BoundScene | null = null;
  /** A layer as it is drawn by itself, seen from where another stands: what that is woven with does not count. */
  const subjectFrom = (layer: Layer, id: string): Subject | null => {
    const bare = looks < MAX_LOOKS ? unwoven : unmasked;
    others ??= drawnAt({ ...scene, layers: scene.layers.map(bare) }, looks + 1);
    const subject = findIn(others.layers, id);
    return subject ? seenFrom(layer, subject) : null;
  };
  const seenFrom = (layer: Layer, subject: BoundLayer): Subject | null => {
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
  let whole: BoundLayer | null = null;
  /** The scene as one: without what masks take of it, as it was when it was clicked. */
  const sceneFrom = (layer: Layer): Subject | null => {
    const back = invert(mapAround(scene.layers, layer.id));
    whole ??= asOne(
      drawnAt({ ...scene, layers: scene.layers.map((l) => unlooking(scene, l)) }, looks + 1),
    );
    return back && { layer: whole, map: back };
  };
  /** A kept selection for one that refers to it by its id; one that refers to itself is none. */
  const keptFor = (layer: Layer, id: string, way: readonly string[] = []): KeptMask | null => {
    const found = scene.kept.find((k) => k.id === id);
    const back = invert(mapAround(scene.layers, layer.id));
    if (!found || !back || way.includes(found.id)) return null;
    const mask = looks > MAX_LOOKS ? blind(found.mask) : found.mask;
    return { mask: boundMask(WHOLE, mask, [...way, found.id]), map: back };
  };
  const boundMask = (layer: Layer, mask: Mask, way: readonly string[] = []): BoundMask => ({
    ...mask,
    parts: mask.parts.map((p) => {
      const { shape } = p;
      const within = withinOf(shape);
      if (within !== undefined)
        return { ...p, shape: { ...shape, keptMask: keptFor(layer, within, way) } };
      const of = lookOf(shape);
      if (of === undefined) return p;
      const subject =
        of === null ? sceneFrom(layer) : of === layer.id ? itself(layer) : subjectFrom(layer, of);
      return { ...p, shape: boundTo(shape, subject) };
    }),
  });
  const drawn = (): BoundScene => ({
    ...(scene as BoundScene),
    layers: scene.layers.map((l) => resolved(l, [])),
  });
  return {
    drawn,
    bind(selection) {
      whole = asOne(drawn());
      return boundMask(WHOLE, selection);
    },
  };
}

/** An intensity, where there is one to say. */
const withIntensity = (stops: number) => (stops === 0 ? {} : { intensity: stops });

/** Whether a layer looks at others, or at kept selections, to be drawn. */
const looksAt = ({ weave, mask, steps }: Layer): boolean =>
  weave !== null ||
  looksOut(mask) ||
  steps.some(
    (s: BoundStep) =>
      (s.seen === undefined && (layerKeys(s).length > 0 || measuresItself(s.kind))) ||
      (s.within !== undefined && s.keptMask === undefined) ||
      looksOut(s.where ?? null),
  );

/** A path of one layer as seen from where another stands. */
function pathFrom(scene: Scene, from: Layer, to: Layer, path: Path): Path {
  const back = invert(mapOf(scene.layers, to));
  return back ? mapPath(multiply(back, mapOf(scene.layers, from)), path) : path;
}

const alongPaths = new WeakMap<Source, { path: string; source: Source }>();

/** A source with the first path of the layer that it runs along, seen from where it stands itself. */
function alongItsPath<S extends Source>(
  scene: Scene,
  layer: Layer & { source: S },
  of: string,
  along: (source: S, path: Path) => S,
): Source {
  const { source } = layer;
  const line = findLayer(scene, of);
  const own = line && definitionOf(line.source).paths?.(line.source)[0];
  if (!line || !own) return source;
  const path = pathFrom(scene, line, layer, own);
  // The same source as long as nothing has moved, so that a text need not be laid out again.
  const key = contentKey(path);
  const known = alongPaths.get(source);
  if (known?.path === key) return known.source;
  const made = along(source, path);
  alongPaths.set(source, { path: key, source: made });
  return made;
}

/** The layer as it is drawn: an echo as the copy that it stands for. */
export const drawnLayer = (scene: Scene, id: string): BoundLayer | undefined =>
  findIn(asDrawn(scene).layers, id);

/** The box to arrange a layer by, in its own px; that of an echo is the one of its original, where that stands. */
export function ownBox(scene: Scene, layer: Layer): Box | null {
  const { reference } = definitionOf(layer.source);
  const of = reference?.to(layer.source) ?? null;
  if (reference?.as === 'path' && (of !== null || looksAt(layer)))
    return boxOf(drawnLayer(scene, layer.id)!);
  if (reference?.as !== 'copy' || of === null) return boxOf(layer);
  const original = drawnLayer(scene, of);
  const box = original && boxOf(original);
  return box ? placedBox(original.placement, box) : null;
}
