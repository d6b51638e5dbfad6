import { current } from 'immer';
import { closePath } from '../../geometry/edit-path';
import type { Path } from '../../geometry/path';
import type { LineSource } from '../../sources/line-source';
import type { Gap, KindValues, LineShape, Modifier } from '../../sources/line-shape';
import { isPath, pathsOf } from '../../sources/line-shape';
import type { Pass } from '../../sources/pass';
import { passParameters, relitPasses, withValues } from '../../sources/pass';
import type { Edit } from './edit';
import { layerOf, sourceOf } from './layer-edits';
import { isEcho } from '../model/traits';
import { carry, liveListEdits, within } from './live-list';
import { newId } from '../model/new-id';
import type { Scene } from '../model/schema';

/** What can be done to a line of light: its paths or shape, its modifiers, its passes. */

const lineOf = (scene: Scene, id: string): LineSource => sourceOf(scene, id, 'line');

/** Where the passes of a line stand, or the own ones of an echo. */
function litOf(scene: Scene, id: string): { light: string; passes: Pass[] } {
  const layer = layerOf(scene, id);
  return (isEcho(layer) && layer.source.own) || lineOf(scene, id);
}

/** Gives an echo passes of its own to begin with, or those of its original again. */
export const setOwnPasses =
  (id: string, own: { light: string; passes: Pass[] } | null): Edit =>
  (s) => {
    sourceOf(s, id, 'echo').own = own && {
      light: own.light,
      passes: own.passes.map((p) => ({ ...p, id: newId() })),
    };
  };

/** A shape of paths, whose anchors are frozen at once: else immer would look at each of very many. */
const shapeOf = (paths: Path[]): LineShape => {
  for (const { anchors } of paths) Object.freeze(anchors);
  return { kind: 'path', paths };
};

/** The path of a line, whole: what drawing and dragging anchors come down to. */
export const setPath =
  (id: string, path: Path, index = 0): Edit =>
  (s) => {
    const line = lineOf(s, id);
    const paths = [...pathsOf(current(line.shape))];
    paths[index] = path;
    line.shape = shapeOf(paths);
  };

/** All paths of a line: what cutting, joining and the like come down to. */
export const setPaths =
  (id: string, paths: Path[]): Edit =>
  (s) => {
    lineOf(s, id).shape = shapeOf(paths);
  };

/** Closes a path of a line, which lights its last segment; with fewer than three anchors nothing happens. */
export const closeLine =
  (id: string, index = 0): Edit =>
  (s) => {
    const line = lineOf(s, id);
    const paths = [...pathsOf(current(line.shape))];
    if (!paths[index]) return;
    paths[index] = closePath(paths[index]);
    line.shape = shapeOf(paths);
  };

/** Where a line is broken. */
export const setGaps =
  (id: string, gaps: Gap[]): Edit =>
  (s) => {
    lineOf(s, id).gaps = gaps;
  };

/** Gives a line another shape. */
export const setShape =
  (id: string, shape: LineShape): Edit =>
  (s) => {
    lineOf(s, id).shape = shape;
  };

/** Sets numbers of a line's ready shape. */
export const setShapeValues =
  (id: string, values: KindValues): Edit =>
  (s) => {
    const { shape } = lineOf(s, id);
    if (!isPath(shape)) Object.assign((shape as { values: KindValues }).values, values);
  };

/** Turns a line's ready shape into anchors. */
export const toAnchors =
  (id: string): Edit =>
  (s) => {
    const line = lineOf(s, id);
    line.shape = { kind: 'path', paths: pathsOf(current(line.shape)) };
  };

/** The modifiers of a line: added at the end, set, removed, carried to an index. */
export const {
  add: addModifier,
  set: setModifier,
  remove: removeModifier,
  move: moveModifier,
} = liveListEdits<Modifier>((s, id) => lineOf(s, id).modifiers);

/** Recolours all passes of a line but its cores. */
export const setLight =
  (id: string, light: string): Edit =>
  (s) => {
    const line = litOf(s, id);
    line.passes = relitPasses(current(line.passes), line.light, light);
    line.light = light;
  };

/** Makes all passes of a line wider and softer by factors; each stays within what a pass can be. */
export const scalePasses =
  (id: string, width: number, blur: number): Edit =>
  (s) => {
    const of = (key: 'width' | 'blur', v: number) =>
      Math.round(Math.min(passParameters[key].max, Math.max(0, v)) * 100) / 100;
    for (const p of litOf(s, id).passes) {
      p.width = of('width', p.width * width);
      p.blur = of('blur', p.blur * blur);
    }
  };

export const addPass =
  (id: string, pass: Pass, index = Infinity): Edit =>
  (s) => {
    const { passes } = litOf(s, id);
    passes.splice(within(index, passes.length), 0, pass);
  };

export const setPass =
  (id: string, passId: string, values: Partial<Omit<Pass, 'id'>>): Edit =>
  (s) => {
    const { passes } = litOf(s, id);
    const at = passes.findIndex((p) => p.id === passId);
    if (at >= 0) passes[at] = withValues(current(passes[at]!), values);
  };

export const removePass =
  (id: string, passId: string): Edit =>
  (s) => {
    const line = litOf(s, id);
    line.passes = line.passes.filter((p) => p.id !== passId);
  };

/** Puts a copy of a pass right in front of it. */
export const duplicatePass =
  (id: string, passId: string): Edit =>
  (s) => {
    const { passes } = litOf(s, id);
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
    const { passes } = litOf(s, id);
    const i = passes.findIndex((p) => p.id === passId);
    if (i >= 0) carry(passes, i, index);
  };

/** Gives a line the whole list of passes of another, and its light colour. */
export const copyPasses =
  (from: Pick<LineSource, 'light' | 'passes'>, to: string): Edit =>
  (s) => {
    const line = litOf(s, to);
    line.light = from.light;
    line.passes = from.passes.map((p) => ({ ...p, id: newId() }));
  };
