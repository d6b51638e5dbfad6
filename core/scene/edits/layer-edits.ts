import { current } from 'immer';
import type { Paint } from '../../paint/parameters';
import type { GroupSource } from '../../sources/group';
import type { Edit } from './edit';
import { liveListEdits, within } from './live-list';
import { newId } from '../model/new-id';
import type { Placement } from '../../definitions/placement';
import type { Guide, Layer, Scene, Step } from '../model/schema';
import { rerefer } from '../model/references';
import { grades, isFill, isGroup, isOf } from '../model/traits';
import type { Source } from '../../sources/index';
import { definitionOf, sources } from '../../sources/index';
import { MAX_DEPTH, depthOf, everyLayer } from '../model/schema';

/** Everything the artist can do to a scene. Layers, steps and passes are named by their ids. */

/** Where a layer stands: the list that holds it, its place there, and the group, if that is one's. */
interface Standing<L = Layer> {
  list: L[];
  index: number;
  group: L | null;
}

function find<L extends { id: string; layers?: L[] }>(
  list: L[],
  id: string,
  group: L | null = null,
): Standing<L> | null {
  const index = list.findIndex((l) => l.id === id);
  if (index >= 0) return { list, index, group };
  for (const layer of list) {
    const inner = layer.layers && find(layer.layers, id, layer);
    if (inner) return inner;
  }
  return null;
}

/** Where a layer stands in a scene. Throws if it has none of that id. */
export function standingOf(scene: Scene, id: string): Standing {
  const found = find(scene.layers, id);
  if (!found) throw new Error(`The scene has no layer "${id}".`);
  return found;
}

/** The layer of an id, wherever it stands; undefined if there is none. */
export function findLayer<L extends { id: string; layers?: L[] }>(
  scene: { layers: L[] },
  id: string | null,
): L | undefined {
  const found = id === null ? null : find(scene.layers, id);
  return found ? found.list[found.index] : undefined;
}

/** The layer of an id, wherever it stands. Throws if there is none. */
export function layerOf(scene: Scene, id: string): Layer {
  const { list, index } = standingOf(scene, id);
  return list[index]!;
}

/** The source of a layer that should be of a kind. Throws if there is no such layer, or it is of another. */
export function sourceOf<K extends Source['kind']>(
  scene: Scene,
  id: string,
  kind: K,
): Extract<Source, { kind: K }> {
  const layer = layerOf(scene, id);
  if (!isOf(kind)(layer))
    throw new Error(`The layer "${layer.name}" is no ${sources[kind].label.toLowerCase()}.`);
  return layer.source;
}

/** The place in front of a layer and of what is clipped to the same base: nothing loses its base there. */
export function pastClipped(list: readonly Layer[], index: number): number {
  let at = index + 1;
  while (list[at]?.clip) at++;
  return at;
}

/** What is set on a scene itself. */
export const setScene =
  (values: Partial<Pick<Scene, 'name' | 'background' | 'mixing'>>): Edit =>
  (s) =>
    void Object.assign(s, values);

/** Puts a guide, or moves the one of its id. */
export const putGuide =
  (guide: Guide): Edit =>
  (s) => {
    const at = s.guides.findIndex((g) => g.id === guide.id);
    if (at >= 0) s.guides[at] = guide;
    else s.guides.push(guide);
  };

export const removeGuide =
  (id: string): Edit =>
  (s) => {
    s.guides = s.guides.filter((g) => g.id !== id);
  };

/** Guides through the middle of the scene, upright and level; those that are there already stay. */
export const centreGuides: Edit = (s) => {
  for (const [axis, at] of [
    ['x', s.width / 2],
    ['y', s.height / 2],
  ] as const)
    if (!s.guides.some((g) => g.axis === axis && g.at === at))
      s.guides.push({ id: newId(), axis, at });
};

/** What happens to the whole picture at its end. */
export const setEnd =
  (values: Partial<Scene['end']>): Edit =>
  (s) => {
    // A roll-off that is turned on arrives at white, in a scene from before there were such too.
    if (values.rollOff && !s.end.rollOff) s.end.arrives ??= 'brightest';
    Object.assign(s.end, values);
  };

/** The lamp that styles follow. */
export const setLamp =
  (values: Partial<Scene['light']>): Edit =>
  (s) =>
    void Object.assign(s.light, values);

/** Puts layers at the very front of a scene. */
export const addLayers =
  (layers: Layer[]): Edit =>
  (s) =>
    void s.layers.push(...layers);

/**
 * Puts layers right in front of another: in its group if it stands in one, or, `outside`, in front of
 * the outermost group it stands in. At the very front if there is no such layer.
 */
export const addInFront =
  (layers: Layer[], id: string | null, outside: boolean): Edit =>
  (s) => {
    let at = id === null ? null : find(s.layers, id);
    while (outside && at?.group) at = find(s.layers, at.group.id);
    if (at) at.list.splice(pastClipped(at.list, at.index), 0, ...layers);
    else s.layers.push(...layers);
  };

export const removeLayer =
  (id: string): Edit =>
  (s) => {
    const { list, index } = standingOf(s, id);
    list.splice(index, 1);
  };

/** Puts a copy in front of a layer; it gets `copyId`, and new ids for its passes and steps. */
export const duplicateLayer =
  (id: string, copyId: string): Edit =>
  (s) => {
    const { list, index } = standingOf(s, id);
    const layer = current(list[index]!);
    const copy = { ...copied(layer, `${layer.name} copy`), id: copyId };
    list.splice(copy.clip ? index + 1 : pastClipped(list, index), 0, copy);
  };

/** A copy of a layer with new ids for it and all that it holds. */
export function copied(layer: Layer, name: string): Layer {
  const copy = JSON.parse(JSON.stringify(layer)) as Layer;
  renew(copy);
  return { ...copy, name };
}

/** Gives a layer, and all that it holds, new ids, in place: what refers to another of them refers to the new one. */
export function renew(layer: Layer): void {
  const renamed = new Map<string, string>();
  const fresh = (part: { id: string }) => {
    const id = newId();
    renamed.set(part.id, id);
    part.id = id;
  };
  for (const l of everyLayer([layer])) {
    [l, ...l.steps].forEach(fresh);
    (definitionOf(l.source).parts?.(l.source) ?? []).forEach(fresh);
    for (const dial of l.dials) dial.of = renamed.get(dial.of) ?? dial.of;
  }
  rerefer(layer, renamed);
}

/**
 * Carries a layer to a depth of a list: the scene's, or that of the group `into`. The index counts
 * without the layer, 0 at the back. Among those clipped to one base a clipped layer stays so; elsewhere
 * it is let free. Into itself, what it holds, or too deep it cannot go: nothing happens.
 */
export const moveLayer =
  (id: string, index: number, into: string | null = null): Edit =>
  (s) => {
    const from = standingOf(s, id);
    const layer = from.list[from.index]!;
    if (into !== null && !canHold(s, into, layer)) return;
    const list = into === null ? s.layers : layerOf(s, into).layers;
    if (!list) return;
    from.list.splice(from.index, 1);
    const at = within(index, list.length);
    list.splice(at, 0, layer);
    if (!list[at - 1]?.clip && !list[at + 1]?.clip) layer.clip = false;
  };

type Settable = 'name' | 'visible' | 'opacity' | 'blend' | 'clip' | 'body' | 'intensity';

export const setLayer =
  (id: string, values: Partial<Pick<Layer, Settable>>): Edit =>
  (s) =>
    void Object.assign(layerOf(s, id), values);

/** Whether a group can take a layer in: it is not the layer or in it, and does not become too deep. */
export function canHold(scene: Scene, group: string, layer: Layer): boolean {
  if (find([layer], group)) return false;
  let depth = depthOf([layer]);
  for (let at = find(scene.layers, group); at; at = at.group && find(scene.layers, at.group.id))
    depth++;
  return depth <= MAX_DEPTH;
}

/**
 * Clips a layer to another: it is carried right in front of it and of what is clipped to it already.
 */
export const clipTo =
  (id: string, base: string): Edit =>
  (s) => {
    const { group } = standingOf(s, base);
    if (find([layerOf(s, id)], base) || (group && !canHold(s, group.id, layerOf(s, id)))) return;
    const from = standingOf(s, id);
    const [layer] = from.list.splice(from.index, 1);
    const { list, index } = standingOf(s, base);
    layer!.clip = true;
    list.splice(pastClipped(list, index), 0, layer!);
  };

/** The layer that another is, or would be, clipped to; undefined if there is none beneath. */
export function clipBase(scene: Scene, id: string): Layer | undefined {
  const found = find(scene.layers, id);
  const base = found?.list.slice(0, found.index).findLast((l) => !l.clip);
  // A grade covers everything: what stands on it is as if it were not clipped.
  return base && grades(base) ? undefined : base;
}

/**
 * Puts layers of one list into a new group, which takes the place of the frontmost. Where that would be
 * too deep, nothing happens.
 */
export const groupLayers =
  (ids: readonly string[], group: Layer): Edit =>
  (s) => {
    const { list, group: around } = standingOf(s, ids[0]!);
    const inside = list.filter((l) => ids.includes(l.id));
    const made = { ...group, layers: inside };
    if (around ? !canHold(s, around.id, made) : depthOf([made]) > MAX_DEPTH) return;
    const front = list.indexOf(inside.at(-1)!);
    const at = front + 1 - inside.length;
    const outside = list.filter((l) => !ids.includes(l.id));
    list.splice(0, list.length, ...outside);
    list.splice(at, 0, made);
  };

/** Puts the layers of a group in its place. */
export const ungroup =
  (id: string): Edit =>
  (s) => {
    const { list, index } = standingOf(s, id);
    const group = list[index]!;
    if (group.layers) list.splice(index, 1, ...group.layers);
  };

/** Whether the layers of a group land one by one on what lies beneath, or as one. */
export const setLands =
  (id: string, lands: GroupSource['lands']): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    if (isGroup(layer)) layer.source.lands = lands;
  };

export const setFill =
  (id: string, values: Partial<Paint>): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    if (isFill(layer)) Object.assign(layer.source.paint, values);
  };

export const setPlacement =
  (id: string, values: Partial<Placement>): Edit =>
  (s) =>
    void Object.assign(layerOf(s, id).placement, values);

/** The steps of a layer: added at the end, set, removed, carried to an index. */
export const {
  add: addStep,
  set: setStep,
  remove: removeStep,
  move: moveStep,
} = liveListEdits<Step>((s, id) => layerOf(s, id).steps);

/** Lets a step of a layer work within a kept selection alone, or everywhere. */
export const limitStep =
  (layer: string, id: string, within: string | undefined): Edit =>
  (s) => {
    const step = layerOf(s, layer).steps.find((x) => x.id === id);
    if (!step) return;
    if (within === undefined) delete step.within;
    else step.within = within;
  };

/** Sets how what a step makes is laid over what went into it. */
export const setStepBlend =
  (layer: string, id: string, blend: string): Edit =>
  (s) => {
    const step = layerOf(s, layer).steps.find((x) => x.id === id);
    if (!step) return;
    if (blend === 'normal') delete step.blend;
    else step.blend = blend;
  };

/** Sets how much of a step counts, %. */
export const setAmount =
  (layer: string, id: string, amount: number): Edit =>
  (s) => {
    const step = layerOf(s, layer).steps.find((x) => x.id === id);
    if (!step) return;
    if (amount === 100) delete step.amount;
    else step.amount = amount;
  };
