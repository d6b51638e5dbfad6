import { current } from 'immer';
import { defaultsOf } from '../../definitions/parameter-values';
import { stepOfKind } from '../../steps/index';
import { newId } from '../model/new-id';
import type { Scene, Step } from '../model/schema';
import { everyLayer } from '../model/schema';
import { layerKeys } from '../model/step-layers';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';

/** Steps that are copied: beside themselves, on other layers and in other scenes, and their values alone. */

/** Puts a copy of a step of a layer behind it, under an id. */
export const duplicateStep =
  (layer: string, id: string, copy: string): Edit =>
  (s) => {
    const { steps } = layerOf(s, layer);
    const at = steps.findIndex((step) => step.id === id);
    if (at < 0) return;
    steps.splice(at + 1, 0, {
      ...(JSON.parse(JSON.stringify(current(steps[at]!))) as Step),
      id: copy,
    });
  };

/**
 * A step as it can stand on a layer of a scene, with an id of its own: what it names that is not there is left out, other layers, the layer itself and kept
 * selections.
 */
export function transplanted(step: Step, scene: Scene, layer: string): Step {
  const { within, where, ...rest } = JSON.parse(JSON.stringify(step)) as Step;
  const out: Step = { ...rest, id: newId() };
  const others = new Set(everyLayer(scene.layers).map((l) => l.id));
  others.delete(layer);
  for (const key of layerKeys(out))
    if (!others.has(out.values[key] as string)) out.values[key] = '';
  const has = (id: string) => scene.kept.some((k) => k.id === id);
  if (within !== undefined && has(within)) out.within = within;
  // A mask lies where it was painted: elsewhere it would hide what cannot be guessed.
  if (where && everyLayer(scene.layers).some((l) => l.steps.some((s) => s.id === step.id)))
    out.where = where;
  return out;
}

/** Gives a step of a layer values that another of its kind has, or a preset; what they do not say stays. */
export const putValues =
  (layer: string, id: string, values: Step['values']): Edit =>
  (s) => {
    const step = layerOf(s, layer).steps.find((x) => x.id === id);
    if (!step) return;
    const { parameters } = stepOfKind(step.kind);
    for (const [key, value] of Object.entries(values))
      if (key in parameters) step.values[key] = value;
  };

/** Sets all values of a step back to what they were at first. */
export const resetValues =
  (layer: string, id: string): Edit =>
  (s) => {
    const step = layerOf(s, layer).steps.find((x) => x.id === id);
    if (step) step.values = defaultsOf(stepOfKind(step.kind).parameters);
  };

/** The values of a step that mean the same on any layer: not those that name a place, a layer, or what was done by hand. */
export function portableValues({ kind, values }: Pick<Step, 'kind' | 'values'>): Step['values'] {
  const { parameters } = stepOfKind(kind);
  return Object.fromEntries(
    Object.entries(values).filter(([key]) => !BOUND.has(parameters[key]?.kind ?? '')),
  );
}

const BOUND: ReadonlySet<string> = new Set([
  ...['ends', 'point', 'corners', 'layer', 'regions', 'mesh', 'strokes', 'drips'],
]);
