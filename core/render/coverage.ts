import type { Affine, Box } from '../geometry/affine';
import { boxUnder, invert, meanScale, multiply } from '../geometry/affine';
import { flatten } from '../geometry/flatten';
import { coverage } from '../kernels/coverage';
import { alphaOf, pasted, toneOf } from '../kernels/rows';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer, crop, plane } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import type { Subject } from '../scene/bound';
import { placementMap } from '../scene/placement';
import { pathsOf } from '../sources/line-shape';
import type { Context } from './context';
import { contentOf, kept } from './context';

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
  const outlines = pathsOf(source.shape).map(
    (p) => flatten(p, map, { tolerance: 0.05, turn: Infinity }).points,
  );
  const out = plane(region);
  pasted(out, coverage(outlines, 'evenodd', region), 1);
  return out;
}
