import type { Mesh, ReshapedRegion } from '../../definitions/warps';
import { MAX_REGIONS } from '../../definitions/warps';
import type { Box, Point } from '../../geometry/affine';
import { IDENTITY, middleOf, unitedBox } from '../../geometry/affine';
import { flatten } from '../../geometry/flatten';
import { simplifyPath } from '../../geometry/edit-path';
import type { Path } from '../../geometry/path';
import { stepOfKind } from '../../steps/index';
import { flatMesh } from '../../steps/warp/mesh-points';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';
import { newStep } from '../model/make';
import { newId } from '../model/new-id';
import { placed } from '../arrange/placement';
import type { Layer, Step } from '../model/schema';

/** Changes of what carries a layer's pixels: its parts, and its mesh. */

const RESHAPE = 'warp.reshape';
const MESH = 'warp.mesh';

const isReshape = (step: Step): boolean => step.kind === RESHAPE;
const isMesh = (step: Step): boolean => step.kind === MESH;

/** The open step of a kind, or the first of the layer; undefined if there is none. */
const chosenStep = (layer: Layer, open: string | null, is: (s: Step) => boolean) =>
  layer.steps.find((s) => s.id === open && is(s)) ?? layer.steps.find(is);

/** The step that reshapes a layer's parts: the open one, or its first. */
export const reshapeOf = (layer: Layer, open: string | null): Step | undefined =>
  chosenStep(layer, open, isReshape);

/** The step that bends a layer by a mesh: the open one, or its first. */
export const meshOf = (layer: Layer, open: string | null): Step | undefined =>
  chosenStep(layer, open, isMesh);

/** The parts that a step reshapes. */
export const regionsOf = (step: Step | undefined): ReshapedRegion[] =>
  (step?.values.regions as ReshapedRegion[] | undefined) ?? [];

/** Puts a step in before the styles and changes of shape, so that those follow what it does. */
export function putIn(layer: Layer, step: Step): void {
  const at = layer.steps.findIndex((s) => stepOfKind(s.kind).works !== 'pixels');
  layer.steps.splice(at < 0 ? layer.steps.length : at, 0, step);
}

/** The box of a path, its own px. */
export function boxOfPath(path: Path): Box {
  const fine = { tolerance: 0.5, turn: Infinity };
  const { points } = flatten({ ...path, closed: true }, IDENTITY, fine);
  let box: Box | null = null;
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = [points[i]!, points[i + 1]!];
    box = unitedBox(box, { x0: x, y0: y, x1: x, y1: y });
  }
  return box!;
}

/**
 * A part of a layer to reshape: what a path (the layer's own px) goes round, turning about the middle of its box. Its
 * border is a quarter as wide as the part.
 */
export function newRegion(drawn: Path): ReshapedRegion {
  const box = boxOfPath(drawn);
  const size = Math.min(box.x1 - box.x0, box.y1 - box.y0);
  // A hand leaves hundreds of anchors: a few give the same outline.
  const few = simplifyPath({ ...drawn, closed: true }, size / 150);
  const path = few.anchors.length >= 3 ? few : drawn;
  return {
    ...{ id: newId(), path: { ...path, closed: true } },
    soft: Math.min(5000, Math.max(4, Math.round(size / 4))),
    to: placed(middleOf(box)),
  };
}

/**
 * Adds a part to a step that reshapes a layer; the step is put in if it is new. Throws an Error that says so if it has
 * all the parts that it may have.
 */
export const addRegion =
  (id: string, step: Step, region: ReshapedRegion): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    const regions = [...regionsOf(step), region];
    if (regions.length > MAX_REGIONS)
      throw new Error(`One step reshapes at most ${MAX_REGIONS} parts: add another Reshape step.`);
    const own = layer.steps.find((k) => k.id === step.id);
    if (own) own.values.regions = regions;
    else putIn(layer, { ...step, values: { regions } });
  };

/** A new step that reshapes nothing yet. */
export const newReshape = (): Step => newStep(RESHAPE);

/** Changes values of one part. */
export const setRegion =
  (id: string, step: string, region: string, values: Partial<ReshapedRegion>): Edit =>
  (s) => {
    const own = layerOf(s, id).steps.find((k) => k.id === step);
    const found = regionsOf(own).find((r) => r.id === region);
    if (found) Object.assign(found, values);
  };

/** Takes a part out: what it carried goes back. */
export const removeRegion =
  (id: string, step: string, region: string): Edit =>
  (s) => {
    const own = layerOf(s, id).steps.find((k) => k.id === step);
    if (own) own.values.regions = regionsOf(own).filter((r) => r.id !== region);
  };

/** Lays a mesh of so many points over a box of a layer, in a step of its own. */
export const layMesh =
  (id: string, step: Step, box: Box, columns: number, rows: number): Edit =>
  (s) => {
    putIn(layerOf(s, id), { ...step, values: { mesh: flatMesh(box, columns, rows) } });
  };

/** A new step that bends nothing yet. */
export const newMesh = (): Step => newStep(MESH);

/** The mesh with some of its points (by their numbers) moved by an offset, px of the layer. */
export const movedPoints = (mesh: Mesh, which: readonly number[], by: Point): Mesh => ({
  ...mesh,
  points: mesh.points.map((p, i) => (which.includes(i) ? { x: p.x + by.x, y: p.y + by.y } : p)),
});
