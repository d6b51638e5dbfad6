import type { Affine, Box } from '../geometry/affine';
import { boxUnder, invert, meanScale, multiply, scaling } from '../geometry/affine';
import { alphaOf, toneOf } from '../kernels/rows';
import type { Path } from '../geometry/path';
import { mapPath } from '../geometry/path';
import { withinPaths } from '../kernels/within-paths';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer, crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { covering, isEmpty } from '../pixels/region';
import type { Subject } from '../scene/bound/bound';
import { placementMap } from '../definitions/placement';
import { definitionOf } from '../sources/index';
import type { Context } from './context';
import { contentOf, cached } from './context';
import { extentOf } from './reach';

/** What a layer is by itself over exactly a region, whatever its opacity and whether it is shown. */
function bare({ layer }: Subject, map: Affine, scene: Box, region: Region, context: Context) {
  const shown = { ...layer, visible: true, opacity: 100, clip: false, blend: 'normal' };
  const inner: Context = {
    ...context,
    ...{ map, scale: meanScale(map), scene, around: [] },
    ...{ focus: null, lastMade: null, local: false },
  };
  const asked = { wanted: region, part: region };
  return crop(context.stack(colourBuffer, [shown], asked, inner, null), region);
}

/** Where the scene lies in what a region of `to` is px of: `to` is from the px that the layers of a list are placed on. */
export function sceneUnder(to: Affine, context: Context): Box {
  const back = invert(context.map);
  return back ? boxUnder(multiply(to, back), context.scene) : context.scene;
}

/**
 * How much of each px of a region a layer covers that another looks at, 0–1, or how light it is there, whatever
 * its opacity and whether it is shown; over exactly that region. `to` is from the px that the one who looks is
 * placed on to px of the region, `context` that of the list it stands in.
 */
export function coverageOf(
  subject: Subject,
  to: Affine,
  region: Region,
  context: Context,
  what: 'coverage' | 'tone' = 'coverage',
): Plane {
  const map = multiply(to, subject.map);
  const scene = sceneUnder(to, context);
  const { layer } = subject;
  return cached(context, layer.id, 'coverage', [what, contentOf(layer), map, region, scene], () => {
    const made = bare(subject, map, scene, region, context);
    return what === 'tone' ? toneOf(made) : alphaOf(made);
  });
}

/** As `coverageOf`: the colours that it has there. */
export function coloursOf(
  subject: Subject,
  to: Affine,
  region: Region,
  context: Context,
): ColourBuffer {
  const map = multiply(to, subject.map);
  const scene = sceneUnder(to, context);
  const { layer } = subject;
  return cached(
    context,
    layer.id,
    'colours',
    ['colours', contentOf(layer), map, region, scene],
    () => bare(subject, map, scene, region, context),
  );
}

/** The paths that a layer is drawn along, px that the one who looks is placed on; none if it has none. */
export function pathsOf({ layer: { source, placement }, map }: Subject): Path[] {
  const paths = definitionOf(source).paths?.(source) ?? [];
  const to = multiply(map, placementMap(placement));
  return paths.map((p) => mapPath(to, p));
}

/** As `coverageOf`: what the paths of a line go round, closed or not; of other layers, what they cover. */
export function insideOf(subject: Subject, to: Affine, region: Region, context: Context): Plane {
  const paths = pathsOf(subject);
  return paths.length > 0
    ? withinPaths(paths, to, region)
    : coverageOf(subject, to, region, context);
}

/** Where a layer lies that another looks at, px that this one is placed on: all of the scene if it has no edges. */
export function subjectRegion({ layer, map }: Subject, context: Context): Region {
  const own = extentOf(layer, { map, scale: meanScale(map), around: [] });
  if (own) return own;
  const back = invert(context.map);
  const { x0, y0, x1, y1 } = back ? boxUnder(back, context.scene) : context.scene;
  return covering(x0, y0, x1, y1);
}

/** The longer side of the grid on which a box is found, px. */
const GRID = 240;

/**
 * The box round what a layer covers by half or more, px that the one who looks is placed on; null for nothing. It is
 * found on a grid, to a fraction of its px: the coverage of the outermost says how far into them it reaches.
 */
export function coveredBox(subject: Subject, context: Context): Box | null {
  const around = subjectRegion(subject, context);
  if (isEmpty(around)) return null;
  const { x, y, width, height } = around;
  const k = Math.min(1, GRID / Math.max(width, height));
  const region = covering(x * k, y * k, (x + width) * k, (y + height) * k);
  const { data } = coverageOf(subject, scaling(k), region, context);
  const columns = new Float32Array(region.width);
  const rows = new Float32Array(region.height);
  for (let v = 0, i = 0; v < rows.length; v++)
    for (let u = 0; u < columns.length; u++, i++) {
      columns[u] = Math.max(columns[u]!, data[i]!);
      rows[v] = Math.max(rows[v]!, data[i]!);
    }
  const [across, down] = [coveredSpan(columns), coveredSpan(rows)];
  if (!across || !down) return null;
  return boxUnder(scaling(1 / k), {
    ...{ x0: region.x + across[0], y0: region.y + down[0] },
    ...{ x1: region.x + across[1], y1: region.y + down[1] },
  });
}

/** From where to where lines of px are covered, given the most covered px of each; null if none is by half. */
function coveredSpan(most: Float32Array): [from: number, to: number] | null {
  const first = most.findIndex((v) => v >= 0.5);
  const last = most.findLastIndex((v) => v >= 0.5);
  if (first < 0) return null;
  return [
    first + 1 - most[first]! - (most[first - 1] ?? 0),
    last + most[last]! + (most[last + 1] ?? 0),
  ];
}
