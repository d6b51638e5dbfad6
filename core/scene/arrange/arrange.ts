import { current } from 'immer';
import type { Affine, Box, Edge } from '../../geometry/affine';
import {
  IDENTITY,
  about,
  edgeOf,
  invert,
  middleOf,
  multiply,
  rotation,
  scaling,
  translation,
  unitedBox,
} from '../../geometry/affine';
import { placementMap } from '../../definitions/placement';
import { definitionOf } from '../../sources/index';
import { ownBox } from '../bound/bind';
import type { Edit } from '../edits/edit';
import { copied, findLayer, layerOf, standingOf } from '../edits/layer-edits';
import { mapAround, movedBy, placedBox, repivoted } from './placement';
import type { Layer, Scene } from '../model/schema';
import { everyLayer } from '../model/schema';

/** Placing several layers by one another. Boxes and maps are in scene px. */

/** The box of a layer as it stands in the scene; null if it has none. */
export function boxInScene(scene: Scene, id: string): Box | null {
  const layer = findLayer(scene, id);
  const box = layer && ownBox(scene, layer);
  if (!layer || !box) return null;
  return placedBox(layer.placement, box, mapAround(scene.layers, id));
}

/** The box of several layers together; null if none has one. */
export const boxOfAll = (scene: Scene, ids: readonly string[]): Box | null =>
  ids.reduce<Box | null>((all, id) => {
    const own = boxInScene(scene, id);
    return own ? unitedBox(all, own) : all;
  }, null);

/** Those of some layers that do not stand in a group that is one of them: they move along with it. */
export const outermost = (scene: Scene, ids: readonly string[]): string[] => {
  const under = (layers: readonly Layer[], carried: boolean): string[] =>
    layers.flatMap((l) => {
      const own = ids.includes(l.id);
      return [...(own && !carried ? [l.id] : []), ...under(l.layers ?? [], carried || own)];
    });
  return under(scene.layers, false);
};

/** The layer that one is a copy of, by its id; null if it is none. */
const originalOf = ({ source }: Layer): string | null => {
  const { reference } = definitionOf(source);
  return reference?.as === 'copy' ? reference.to(source) : null;
};

/**
 * Moves layers by a map of the scene each, whatever groups they stand in. A copy of one that moves too goes along with that already:
 * it is moved by what is left.
 */
const moveEach =
  (moves: ReadonlyMap<string, Affine>): Edit =>
  (s) => {
    const before = current(s).layers;
    /** The move of a layer in the px that it is placed on. */
    const ownMove = (id: string): Affine => {
      const around = mapAround(before, id);
      return multiply(invert(around) ?? IDENTITY, multiply(moves.get(id)!, around));
    };
    const copies = new Map(
      [...moves.keys()]
        .flatMap((id) => everyLayer([layerOf(current(s), id)]))
        .flatMap((l) => {
          const of = originalOf(l);
          return of !== null && moves.has(of) ? [[l.id, of] as const] : [];
        }),
    );
    for (const id of new Set([...moves.keys(), ...copies.keys()])) {
      const layer = layerOf(s, id);
      const { placement } = current(layer);
      const move = moves.has(id) ? ownMove(id) : IDENTITY;
      const of = copies.get(id);
      const own = placementMap(placement);
      const [taken, back] = [of === undefined ? null : invert(ownMove(of)), invert(own)];
      const rest = taken && back ? multiply(own, multiply(taken, back)) : IDENTITY;
      layer.placement = movedBy(placement, multiply(move, rest));
    }
  };

/** Moves, scales or turns layers together, by one map of the scene. */
export const moveLayers =
  (ids: readonly string[], map: Affine): Edit =>
  (s) =>
    moveEach(new Map(outermost(current(s), ids).map((id) => [id, map])))(s);

/** The layers that have boxes, with them. */
const boxed = (scene: Scene, ids: readonly string[]): [id: string, box: Box][] =>
  outermost(scene, ids).flatMap((id) => {
    const box = boxInScene(scene, id);
    return box ? [[id, box] as [string, Box]] : [];
  });

/** The way from an edge or middle of a box to that of another. */
function toEdge(box: Box, to: Box, edge: Edge): Affine {
  const [a, b] = [edgeOf(box, edge), edgeOf(to, edge)];
  return translation((b.x ?? 0) - (a.x ?? 0), (b.y ?? 0) - (a.y ?? 0));
}

/** Lines layers up on an edge or middle of them all, or of the scene. */
export const alignLayers =
  (ids: readonly string[], edge: Edge, to: 'selection' | 'scene'): Edit =>
  (s) => {
    const scene = current(s);
    const frame =
      to === 'scene'
        ? { x0: 0, y0: 0, x1: scene.width, y1: scene.height }
        : boxOfAll(scene, outermost(scene, ids));
    if (!frame) return;
    moveEach(new Map(boxed(scene, ids).map(([id, box]) => [id, toEdge(box, frame, edge)])))(s);
  };

/**
 * Spreads layers evenly between the two outermost, across (`x`) or down (`y`): their middles at equal
 * distances, or the gaps between them alike. Fewer than three stay where they are.
 */
export const distributeLayers =
  (ids: readonly string[], axis: 'x' | 'y', by: 'middles' | 'gaps'): Edit =>
  (s) => {
    const span = ([, b]: [string, Box]) =>
      axis === 'x' ? ([b.x0, b.x1] as const) : ([b.y0, b.y1] as const);
    const middle = (item: [string, Box]) => (span(item)[0] + span(item)[1]) / 2;
    const all = boxed(current(s), ids).sort((a, b) => middle(a) - middle(b));
    const n = all.length;
    if (n < 3) return;
    const [first, last] = [all[0]!, all[n - 1]!];
    const size = (item: [string, Box]) => span(item)[1] - span(item)[0];
    const free = span(last)[1] - span(first)[0] - all.reduce((sum, item) => sum + size(item), 0);
    let at = span(first)[0];
    const moves = new Map<string, Affine>();
    all.forEach((item, i) => {
      const to =
        by === 'gaps'
          ? at + size(item) / 2
          : middle(first) + ((middle(last) - middle(first)) * i) / (n - 1);
      at += size(item) + free / (n - 1);
      const d = to - middle(item);
      moves.set(item[0], axis === 'x' ? translation(d, 0) : translation(0, d));
    });
    moveEach(moves)(s);
  };

/** Makes layers as wide (`x`) or as high (`y`) as one of them, each about its middle. */
export const sizeLayers =
  (ids: readonly string[], axis: 'x' | 'y', as: string): Edit =>
  (s) => {
    const scene = current(s);
    const model = boxInScene(scene, as);
    if (!model) return;
    const moves = boxed(scene, ids).map(([id, box]): [string, Affine] => {
      const k =
        axis === 'x'
          ? (model.x1 - model.x0) / (box.x1 - box.x0)
          : (model.y1 - model.y0) / (box.y1 - box.y0);
      // What has no width cannot be made wide.
      if (!Number.isFinite(k) || !(k > 0)) return [id, IDENTITY];
      return [id, about(middleOf(box), scaling(axis === 'x' ? k : 1, axis === 'y' ? k : 1))];
    });
    moveEach(new Map(moves))(s);
  };

/** Mirrors a layer about the middle of its box. */
export const flipLayer =
  (id: string, axis: 'x' | 'y'): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    const box = ownBox(current(s), current(layer));
    if (!box) return;
    const p = repivoted(current(layer).placement, middleOf(box));
    // Mirroring on the stage turns and leans the other way: scale changes sign, and these with it.
    layer.placement = {
      ...p,
      scaleX: axis === 'x' ? -p.scaleX : p.scaleX,
      scaleY: axis === 'y' ? -p.scaleY : p.scaleY,
      shear: 0 - p.shear,
      rotation: 0 - p.rotation,
    };
  };

/** One step of a repeated layer, scene px, degrees and per cent. */
export interface RepeatStep {
  x: number;
  y: number;
  turn: number;
  scale: number;
}

/** Copies of a layer in front of it, each a step from the one before, about the middle of its box. */
export const repeatLayer =
  (id: string, copies: number, step: RepeatStep): Edit =>
  (s) => {
    const scene = current(s);
    const layer = layerOf(scene, id);
    const box = boxInScene(scene, id);
    const around = mapAround(scene.layers, id);
    const back = invert(around) ?? IDENTITY;
    const turn = multiply(rotation((step.turn * Math.PI) / 180), scaling(step.scale / 100));
    const own = multiply(
      translation(step.x, step.y),
      about(box ? middleOf(box) : { x: 0, y: 0 }, turn),
    );
    let map: Affine = IDENTITY;
    const made = Array.from({ length: copies }, (_, i) => {
      map = multiply(own, map);
      const copy = copied(layer, `${layer.name} ${i + 2}`);
      return {
        ...copy,
        placement: movedBy(layer.placement, multiply(back, multiply(map, around))),
      };
    });
    const { list, index } = standingOf(s, id);
    list.splice(index + 1, 0, ...made);
  };
