import {
  addInFront,
  addLayers,
  duplicateLayer,
  findLayer,
  groupLayers,
  moveLayer,
  removeGuide,
  removeLayer,
  renew,
  setPlacement,
  standingOf,
} from '@ignis/core/scene/edits/layer-edits';
import { setPaths } from '@ignis/core/scene/edits/line-edits';
import { pathsOf } from '@ignis/core/sources/line-shape';
import { tubePasses } from '@ignis/core/sources/pass';
import { dissolveAnchors, mapAnchors } from '@ignis/core/geometry/anchors';
import type { ShapeDefinition } from '@ignis/core/definitions/shape';
import type { Point } from '@ignis/core/geometry/affine';
import { translation } from '@ignis/core/geometry/affine';
import {
  FIRST_LIGHT,
  newEcho,
  newFill,
  newGrade,
  newGroup,
  newId,
  newLineOf,
  newShape,
  newStep,
} from '@ignis/core/scene/model/make';
import { moveLayers, outermost } from '@ignis/core/scene/arrange/arrange';
import { fitted as fittedPlace } from '@ignis/core/scene/arrange/placement';
import type { Layer } from '@ignis/core/scene/model/schema';
import type { StartingPoint } from '@ignis/core/scene/starting-points/index';
import { started } from '@ignis/core/scene/starting-points/index';
import { darken } from '@ignis/core/scene/edits/darken';
import { castShadowOf, spillOn } from '@ignis/core/scene/edits/spill-edits';
import { likelySubject } from '@ignis/core/scene/arrange/subjects';
import { toast } from 'sonner';
import { useBench } from '../state/bench';
import { useReshaping } from '../state/reshaping';
import { nudgeReshaped, removeChosenPart } from './stage/reshape-tools';
import { stageSize } from './stage/stage';
import { centred, fitted, zoomedAt } from './stage/view';

/** What the bench does with layers, anchors and the view, by key, menu or button. */

const bench = useBench.getState;

/** A live copy of a layer, in front of it. */
export function echo(layer: Layer): void {
  const { scene, change, select } = bench();
  const made = newEcho(layer, Math.round(Math.max(scene.width, scene.height) / 40));
  change('Echo', addInFront([made], layer.id, false));
  select(made.id);
}

/** Darkens the scene away from its lights. */
export function darkenScene(): void {
  const id = newId();
  bench().change('Darken the scene', darken(id));
  bench().select(id);
}

/** Lets the light of a layer fall on what it is most likely meant for. */
export function spill(layer: Layer): void {
  const { scene, change, select } = bench();
  const target = likelySubject(scene, layer.id);
  if (!target) {
    toast.error('There is nothing for the light to fall on', {
      description: 'Bring in a picture that does not fill the scene, or a text.',
    });
    return;
  }
  const id = newId();
  change(`Spill on ${target.name}`, spillOn(layer, target.id, id));
  select(id);
}

/** Lets a layer cast a shadow on a floor, beneath it. */
export function castShadow(layer: Layer): void {
  const id = newId();
  bench().change(`Shadow of ${layer.name}`, castShadowOf(layer, id));
  bench().select(id);
  bench().set({ mode: 'style' });
}

/** What has no shape to cast a shadow. */
const NO_SHADOW: ReadonlySet<string> = new Set(['grade', 'fill', 'spill', 'shadow']);

/** Whether a layer has a shape that can cast a shadow. */
export const castsShadow = ({ source }: Layer): boolean => !NO_SHADOW.has(source.kind);

/** Casts the shadow of the selected layer, or of the likeliest subject if that has no shape. */
export function castChosenShadow(): void {
  const { scene, selected } = bench();
  const own = findLayer(scene, selected);
  const subject =
    own && castsShadow(own)
      ? own
      : (likelySubject(scene, selected ?? '') ?? scene.layers.findLast(castsShadow));
  if (subject) castShadow(subject);
  else
    toast.error('There is nothing to cast a shadow', {
      description: 'Bring in a picture, or write a text: its shape casts the shadow.',
    });
}

export function remove(layer: Layer): void {
  const { scene, change, select } = bench();
  const { list, index, group } = standingOf(scene, layer.id);
  change(`Delete ${layer.name}`, removeLayer(layer.id));
  select((list[index - 1] ?? list[index + 1] ?? group)?.id ?? null);
}

export function duplicate(layer: Layer): void {
  const id = newId();
  bench().change(`Duplicate ${layer.name}`, duplicateLayer(layer.id, id));
  bench().select(id);
}

/** Carries a layer one place towards the front (1) or the back (−1); past the end of a group, out of it. */
export function carry(layer: Layer, by: 1 | -1): void {
  const { scene, change } = bench();
  const { list, index, group } = standingOf(scene, layer.id);
  const to = index + by;
  const label = by > 0 ? 'Carry forward' : 'Carry back';
  if (to >= 0 && to < list.length) change(label, moveLayer(layer.id, to, group?.id ?? null));
  else if (group) {
    const around = standingOf(scene, group.id);
    change(
      `${label}, out of ${group.name}`,
      moveLayer(layer.id, around.index + (by > 0 ? 1 : 0), around.group?.id ?? null),
    );
  }
}

/** The cards in the order of the strip: a group before its layers, unless they are folded away. */
function cards(layers: readonly Layer[], folded: ReadonlySet<string>): Layer[] {
  return layers.flatMap((l) => [l, ...(folded.has(l.id) ? [] : cards(l.layers ?? [], folded))]);
}

/** Selects the card a number of places further to the front. */
export function walk(by: number): void {
  const { scene, selected, folded, select } = bench();
  const all = cards(scene.layers, folded);
  const i = all.findIndex((l) => l.id === selected);
  const next = all[Math.max(0, Math.min(all.length - 1, i < 0 ? all.length - 1 : i + by))];
  if (next) select(next.id);
}

/** Puts a layer into a group of its own, for others to be dropped on. */
export function group(layer: Layer): void {
  const { change, select } = bench();
  const made = newGroup('Group', [], 'through');
  change(`Group ${layer.name}`, groupLayers([layer.id], made));
  select(made.id);
}

/** Folds the cards of a group away, or out again. */
export function fold(id: string): void {
  const { folded, set } = bench();
  const next = new Set(folded);
  if (!next.delete(id)) next.add(id);
  set({ folded: next });
}

/** Puts a new layer in front of the selected one, or at the very front. */
function add(layer: Layer): void {
  const { selected, change, select } = bench();
  change(`Add ${layer.name}`, addInFront([layer], selected, false));
  select(layer.id);
}

export const addFill = (): void => add(newFill('Fill', '#233a66'));
export const addGrade = (): void => add(newGrade('Grade', [newStep('grade.light')]));

/** The middle of what the stage shows, scene px; that of the scene if it shows none of it. */
export function middleOfView(): Point {
  const { scene, view } = bench();
  const x = (stageSize.width / 2 - view.x) / view.zoom;
  const y = (stageSize.height / 2 - view.y) / view.zoom;
  const inside = x >= 0 && y >= 0 && x <= scene.width && y <= scene.height;
  return inside ? { x, y } : { x: scene.width / 2, y: scene.height / 2 };
}

/** Puts a layer that is made round (0, 0) in front of all groups that the selected one stands in. */
function addInView(layer: Layer): void {
  const { selected, change, select } = bench();
  change(`Add ${layer.name}`, addInFront([layer], selected, true));
  select(layer.id);
  bench().set({ mode: 'arrange' });
}

export const addStartingPoint = (point: StartingPoint): void =>
  addInView(started(point, bench().scene, middleOfView()));

/** Adds a ready shape as a tube, small enough for the scene. */
export function addShape({ kind, label }: ShapeDefinition): void {
  const { scene } = bench();
  const width = Math.max(2, Math.round(Math.max(scene.width, scene.height) / 160));
  const line = newLineOf(label, {
    light: FIRST_LIGHT,
    shape: newShape(kind),
    passes: tubePasses(FIRST_LIGHT, width, newId),
  });
  const { x, y } = middleOfView();
  const most = 0.7 * Math.min(scene.width, scene.height);
  line.placement = fittedPlace(line, { x: Math.round(x), y: Math.round(y) }, most);
  addInView(line);
}

export function zoomBy(k: number): void {
  const { view, set } = bench();
  set({ view: zoomedAt(view, view.zoom * k, stageSize.width / 2, stageSize.height / 2) });
}

export const zoomToFit = (): void => bench().set({ view: fitted(bench().scene, stageSize) });
export const zoomToPixels = (): void =>
  bench().set({ view: centred(bench().scene, stageSize, 1 / window.devicePixelRatio) });

export function nudge(dx: number, dy: number): void {
  const { scene, selected, anchors, mode, change } = bench();
  const layer = findLayer(scene, selected);
  if (!layer) return;
  if (mode === 'reshape' && nudgeReshaped(layer, { x: dx, y: dy })) return;
  if (mode === 'anchors' && anchors.length > 0 && layer.source.kind === 'line') {
    const moved = mapAnchors(pathsOf(layer.source.shape), anchors, translation(dx, dy));
    change('Nudge anchors', setPaths(layer.id, moved));
  } else if (bench().others.length > 0)
    change('Nudge layers', moveLayers([layer.id, ...bench().others], translation(dx, dy)));
  else
    change(
      'Nudge',
      setPlacement(layer.id, { x: layer.placement.x + dx, y: layer.placement.y + dy }),
    );
}

/** Ends measuring, and lets go of guides, anchors and layers besides the selected one. */
export function letGo(): void {
  const { mode, set } = bench();
  if (mode === 'reshape') {
    const { part, points } = useReshaping.getState();
    useReshaping.setState({ part: null, points: [] });
    if (part !== null || points.length > 0) return;
  }
  const back = ['reshape', 'measure', 'write', 'letters', 'lamp', 'style'].includes(mode);
  set({ guide: null, others: [], anchors: [], ...(back && { mode: 'arrange' }) });
}

/** All layers of the scene, to be arranged together; of a line whose anchors are shown, all anchors. */
export function chooseAll(): void {
  const { scene, selected, mode, set } = bench();
  const layer = findLayer(scene, selected);
  if (mode === 'anchors' && layer?.source.kind === 'line') {
    const places = pathsOf(layer.source.shape).flatMap((p, path) =>
      p.anchors.map((_, index) => ({ path, index })),
    );
    return set({ anchors: places });
  }
  const ids = scene.layers.filter((l) => l.visible).map((l) => l.id);
  const first = selected && ids.includes(selected) ? selected : (ids.at(-1) ?? null);
  useBench.setState({ selected: first, others: ids.filter((id) => id !== first), mode: 'arrange' });
}

export function removeChosen(layer: Layer | undefined): void {
  const { anchors, guide, others, mode, change, set } = bench();
  if (guide) {
    change('Remove a guide', removeGuide(guide));
    return set({ guide: null });
  }
  if (!layer) return;
  if (mode === 'reshape' && removeChosenPart(layer)) return;
  if (others.length > 0) {
    const ids = outermost(bench().scene, [layer.id, ...others]);
    change('Delete layers', (s) => ids.forEach((id) => removeLayer(id)(s)));
    return bench().select(null);
  }
  if (mode === 'anchors' && anchors.length > 0 && layer.source.kind === 'line') {
    const left = dissolveAnchors(pathsOf(layer.source.shape), anchors);
    change('Remove anchors', setPaths(layer.id, left));
    set({ anchors: [] });
  } else remove(layer);
}

let clipboard: Layer | null = null;

/** Keeps a layer to be pasted. */
export function copyLayer(layer: Layer): void {
  clipboard = layer;
}

export function pasteLayer(): void {
  if (!clipboard) return;
  const copy = JSON.parse(JSON.stringify(clipboard)) as Layer;
  renew(copy);
  bench().change(`Paste ${copy.name}`, addLayers([copy]));
  bench().select(copy.id);
}

/** Whether a layer was copied that can be pasted. */
export const canPasteLayer = (): boolean => clipboard !== null;
