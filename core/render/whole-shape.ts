import type { ShapeStepDefinition, WholeShape } from '../definitions/step';
import { IDENTITY, multiply, scaling } from '../geometry/affine';
import { placementMap } from '../definitions/placement';
import { compose, projective } from '../geometry/homography';
import { covering, grow, isEmpty } from '../pixels/region';
import { cornersMap, placed } from '../scene/arrange/placement';
import type { BoundLayer, BoundStep } from '../scene/bound/bound';
import { stepOfKind } from '../steps/index';
import { marginOfStep, unitOf } from './chain';
import type { Context } from './context';
import { cached, contentOf, valuesNumber } from './context';
import { coverageOf } from './coverage';
import { extentOf, sizesOf } from './reach';

/** The longer side of the grid that a whole shape stands on, px of it. */
const SIDE = 1024;
/** What is small stands on a grid so many times finer than its own px. */
const FINEST = 2;

/**
 * All of a layer's shape as a style of it sees it, after the steps before that: upright and as large as the layer is placed, so that it stays
 * the same wherever that is moved or turned. Limits of these steps (amount, place) do not count. Null for a layer without edges.
 */
export function wholeShape(
  layer: BoundLayer,
  before: readonly BoundStep[],
  style: BoundStep,
  context: Context,
): WholeShape | null {
  const { scaleX, scaleY } = layer.placement;
  const bare: BoundLayer = {
    ...layer,
    ...{ mask: null, weave: null, body: 100, intensity: 0 },
    placement: { ...placed(), scaleX, scaleY },
    steps: before.filter((s) => stepOfKind(s.kind).works === 'pixels'),
  };
  const standing = { map: IDENTITY, scale: 1, around: [] };
  const extent = extentOf(bare, standing);
  if (!extent || isEmpty(extent) || scaleX === 0 || scaleY === 0) return null;
  const fine = Math.min(FINEST, SIDE / Math.max(extent.width, extent.height));
  const sizes = sizesOf(bare, { ...standing, map: scaling(fine), scale: fine });
  const changes = before.filter((s) => stepOfKind(s.kind).works === 'shape');
  const around = changes.reduce((sum, s) => sum + marginOfStep(s, sizes), 2);
  const { x, y, width, height } = extent;
  const region = grow(
    covering(x * fine, y * fine, (x + width) * fine, (y + height) * fine),
    around,
  );
  const key = [
    ...['whole', contentOf(bare), region, fine],
    ...changes.map((s) => [s.kind, valuesNumber(s)]),
  ];
  const shape = () =>
    cached(context, layer.id, 'shape', key, () => {
      const { mixing, lamp, picture, memo, scene } = context;
      const subject = { layer: bare, map: IDENTITY };
      const coverage = coverageOf(subject, scaling(fine), region, context);
      return changes.reduce(
        (made, s) =>
          (stepOfKind(s.kind) as ShapeStepDefinition).apply(made, coverage, s.values, {
            ...{ scale: unitOf(s, sizes), wanted: region, map: scaling(fine) },
            ...{ mixing, lamp, picture, memo, scene },
            mask: () => null,
            seen: () => null,
            keep: (_name, make) => make(),
          }),
        coverage,
      );
    });
  const map = multiply(context.map, placementMap(layer.placement));
  const own = projective(scaling(1 / (fine * scaleX), 1 / (fine * scaleY)));
  const turn = cornersMap(layer.placement);
  return {
    shape,
    region,
    fineness: unitOf(style, sizes),
    map: compose(projective(map), turn ? compose(turn, own) : own),
    key: JSON.stringify([context.mixing, key]),
  };
}
