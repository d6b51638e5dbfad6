import { current } from 'immer';
import type { Path } from '../geometry/path';
import { closePath } from '../geometry/edit-path';
import { definitionOf } from '../sources/index';
import type { LineSource } from '../sources/line';
import type { Pass } from '../sources/pass';
import { relitPasses } from '../sources/pass';
import type { Edit } from './edit';
import { newId } from './make';
import { middleOf, repivoted } from './placement';
import type { Layer, Placement, Scene, Step } from './schema';

/** Everything the artist can do to a scene. Layers, steps and passes are named by their ids. */

function layerOf(scene: Scene, id: string): Layer {
  const layer = scene.layers.find((l) => l.id === id);
  if (!layer) throw new Error(`The scene has no layer "${id}".`);
  return layer;
}

function lineOf(scene: Scene, id: string): LineSource {
  const { source, name } = layerOf(scene, id);
  if (source.kind !== 'line') throw new Error(`The layer "${name}" is no line of light.`);
  return source;
}

const within = (n: number, length: number) => Math.max(0, Math.min(length, n));

/** Moves an item of a list to an index of the list without it. */
function carry<T>(list: T[], from: number, to: number): void {
  const [item] = list.splice(from, 1);
  if (item !== undefined) list.splice(within(to, list.length), 0, item);
}

/** What is set on a scene itself. */
export const setScene =
  (values: Partial<Pick<Scene, 'name' | 'background'>>): Edit =>
  (s) =>
    void Object.assign(s, values);

/** Puts layers in at an index (0 is the back); at the front if none is given. */
export const addLayers =
  (layers: Layer[], index = Infinity): Edit =>
  (s) =>
    void s.layers.splice(within(index, s.layers.length), 0, ...layers);

export const removeLayer =
  (id: string): Edit =>
  (s) => {
    s.layers = s.layers.filter((l) => l.id !== id);
  };

/** Puts a copy in front of a layer; it gets `copyId`, and new ids for its passes and steps. */
export const duplicateLayer =
  (id: string, copyId: string): Edit =>
  (s) => {
    const i = s.layers.indexOf(layerOf(s, id));
    const copy = JSON.parse(JSON.stringify(current(s.layers[i]!))) as Layer;
    copy.id = copyId;
    copy.name = `${copy.name} copy`;
    for (const step of copy.steps) step.id = newId();
    if (copy.source.kind === 'line') for (const pass of copy.source.passes) pass.id = newId();
    s.layers.splice(i + 1, 0, copy);
  };

/** Carries a layer to a depth: its index in the list without it, 0 at the back. */
export const moveLayer =
  (id: string, index: number): Edit =>
  (s) =>
    carry(s.layers, s.layers.indexOf(layerOf(s, id)), index);

export const setLayer =
  (id: string, values: Partial<Pick<Layer, 'name' | 'visible' | 'opacity' | 'blend'>>): Edit =>
  (s) =>
    void Object.assign(layerOf(s, id), values);

export const setPlacement =
  (id: string, values: Partial<Placement>): Edit =>
  (s) =>
    void Object.assign(layerOf(s, id).placement, values);

/** Mirrors a layer about the middle of its box. */
export const flipLayer =
  (id: string, axis: 'x' | 'y'): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    const box = definitionOf(current(layer).source).box(current(layer).source);
    if (!box) return;
    const p = repivoted(current(layer).placement, middleOf(box));
    // Mirroring on the stage turns the other way: scale changes sign, and the turn with it.
    layer.placement = {
      ...p,
      scaleX: axis === 'x' ? -p.scaleX : p.scaleX,
      scaleY: axis === 'y' ? -p.scaleY : p.scaleY,
      rotation: p.rotation === 0 ? 0 : -p.rotation,
    };
  };

/** The path of a line, whole: what drawing and dragging anchors come down to. */
export const setPath =
  (id: string, path: Path): Edit =>
  (s) => {
    lineOf(s, id).path = path;
  };

export const closeLine =
  (id: string): Edit =>
  (s) => {
    const line = lineOf(s, id);
    line.path = closePath(current(line.path));
  };

/** Recolours all passes of a line but its cores. */
export const setLight =
  (id: string, light: string): Edit =>
  (s) => {
    const line = lineOf(s, id);
    line.passes = relitPasses(current(line.passes), line.light, light);
    line.light = light;
  };

export const addPass =
  (id: string, pass: Pass, index = Infinity): Edit =>
  (s) => {
    const { passes } = lineOf(s, id);
    passes.splice(within(index, passes.length), 0, pass);
  };

export const setPass =
  (id: string, passId: string, values: Partial<Omit<Pass, 'id'>>): Edit =>
  (s) => {
    const pass = lineOf(s, id).passes.find((p) => p.id === passId);
    if (pass) Object.assign(pass, values);
  };

export const removePass =
  (id: string, passId: string): Edit =>
  (s) => {
    const line = lineOf(s, id);
    line.passes = line.passes.filter((p) => p.id !== passId);
  };

/** Puts a copy of a pass right in front of it. */
export const duplicatePass =
  (id: string, passId: string): Edit =>
  (s) => {
    const { passes } = lineOf(s, id);
    const i = passes.findIndex((p) => p.id === passId);
    if (i >= 0)
      passes.splice(i + 1, 0, {
        ...current(passes[i]!),
        id: newId(),
        name: `${passes[i]!.name} copy`,
      });
  };

export const movePass =
  (id: string, passId: string, index: number): Edit =>
  (s) => {
    const { passes } = lineOf(s, id);
    const i = passes.findIndex((p) => p.id === passId);
    if (i >= 0) carry(passes, i, index);
  };

/** Gives a line the whole list of passes of another, and its light colour. */
export const copyPasses =
  (from: Pick<LineSource, 'light' | 'passes'>, to: string): Edit =>
  (s) => {
    const line = lineOf(s, to);
    line.light = from.light;
    line.passes = from.passes.map((p) => ({ ...p, id: newId() }));
  };

export const addStep =
  (id: string, step: Step): Edit =>
  (s) =>
    void layerOf(s, id).steps.push(step as Layer['steps'][number]);

export const setStep =
  (
    id: string,
    stepId: string,
    values: { enabled?: boolean; values?: Record<string, unknown> },
  ): Edit =>
  (s) => {
    const step = layerOf(s, id).steps.find((x) => x.id === stepId);
    if (!step) return;
    if (values.enabled !== undefined) step.enabled = values.enabled;
    if (values.values) Object.assign(step.values, values.values);
  };

export const removeStep =
  (id: string, stepId: string): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    layer.steps = layer.steps.filter((x) => x.id !== stepId);
  };

export const moveStep =
  (id: string, stepId: string, index: number): Edit =>
  (s) => {
    const { steps } = layerOf(s, id);
    const i = steps.findIndex((x) => x.id === stepId);
    if (i >= 0) carry(steps, i, index);
  };
