import type { Affine, Box } from '../geometry/affine';
import { boxOfRegion, boxUnder, invert, meanScale, multiply, scaling } from '../geometry/affine';
import { alphaOf, toneOf } from '../kernels/rows';
import { withinPaths } from '../masks/area';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer, crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { covering, holding, isEmpty } from '../pixels/region';
import type { Subject } from '../scene/bound';
import { placementMap } from '../definitions/placement';
import { pathsOf } from '../sources/line-shape';
import type { Context } from './context';
import { contentOf, kept } from './context';
import { extentOf } from './reach';

/** What a layer is by itself over exactly a region, whatever its opacity and whether it is shown. */
function bare({ layer }: Subject, map: Affine, scene: Box, region: Region, context: Context) {
  const shown = { ...layer, visible: true, opacity: 100, clip: false, blend: 'normal' };
  const inner: Context = {
    ...context,
    ...{ map, scale: meanScale(map), scene, around: [] },
    ...{ focus: null, held: null, local: false },
  };
  const asked = { wanted: region, part: region };
  return crop(context.stack(colourBuffer, [shown], asked, inner, null), region, 4);
}

/** Where the scene lies in what a region of `to` is px of. */
function sceneUnder(to: Affine, context: Context): Box {
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
  return kept(context, layer.id, 'coverage', [what, contentOf(layer), map, region, scene], () => {
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
  return kept(context, layer.id, 'colours', ['colours', contentOf(layer), map, region, scene], () =>
    bare(subject, map, scene, region, context),
  );
}

/** As `coverageOf`: what the paths of a line go round, closed or not; of other layers, what they cover. */
export function insideOf(subject: Subject, to: Affine, region: Region, context: Context): Plane {
  const { source, placement } = subject.layer;
  if (source.kind !== 'line') return coverageOf(subject, to, region, context);
  const map = multiply(multiply(to, subject.map), placementMap(placement));
  return withinPaths(pathsOf(source.shape), map, region);
}

/** Where a layer lies that another looks at, px that this one is placed on: all of the scene if it has no edges. */
export function subjectRegion({ layer, map }: Subject, context: Context): Region {
  const own = extentOf(layer, { map, scale: meanScale(map), around: [] });
  if (own) return own;
  const back = invert(context.map);
  const { x0, y0, x1, y1 } = back ? boxUnder(back, context.scene) : context.scene;
  return covering(x0, y0, x1, y1);
}

/** The longer side of the grid that a box is told on, px, and of that on which it is first looked for. */
const [GRID, ROUGH] = [640, 160];
/** So much of a rough px is covered where the box may end. */
const SOME = 0.25;

/** The box round what a layer covers by half or more, px that the one who looks is placed on; null for nothing. */
export function coveredBox(subject: Subject, context: Context): Box | null {
  const around = subjectRegion(subject, context);
  if (isEmpty(around)) return null;
  const { x, y, width, height } = around;
  const grid = (side: number) => Math.min(1, side / Math.max(width, height));
  const under = (k: number, b: Box) => covering(b.x0 * k, b.y0 * k, b.x1 * k, b.y1 * k);
  const all = { x0: x, y0: y, x1: x + width, y1: y + height };
  /** The part of a box where a layer covers so much, told on a grid. */
  const within = (box: Box, k: number, least: number) => {
    const region = under(k, box);
    if (isEmpty(region)) return null;
    const { data } = coverageOf(subject, scaling(k), region, context);
    const covered = holding(region, (i) => data[i]! >= least);
    return isEmpty(covered) ? null : boxUnder(scaling(1 / k), boxOfRegion(covered));
  };
  const fine = grid(GRID);
  const rough = grid(ROUGH) < fine ? within(all, grid(ROUGH), SOME) : null;
  if (!rough) return within(all, fine, 0.5);
  // Each side by itself, a little to either side of where it was found.
  const about = 2 / grid(ROUGH);
  const near = {
    ...{ x0: Math.max(all.x0, rough.x0 - about), y0: Math.max(all.y0, rough.y0 - about) },
    ...{ x1: Math.min(all.x1, rough.x1 + about), y1: Math.min(all.y1, rough.y1 + about) },
  };
  const left = within({ ...near, x1: rough.x0 + about }, fine, 0.5);
  const top = within({ ...near, y1: rough.y0 + about }, fine, 0.5);
  const right = within({ ...near, x0: rough.x1 - about }, fine, 0.5);
  const bottom = within({ ...near, y0: rough.y1 - about }, fine, 0.5);
  if (!left || !top || !right || !bottom) return within(all, fine, 0.5);
  return { x0: left.x0, y0: top.y0, x1: right.x1, y1: bottom.y1 };
}
