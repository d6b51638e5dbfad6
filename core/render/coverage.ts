import type { Affine } from '../geometry/affine';
import { boxUnder, invert, meanScale, multiply } from '../geometry/affine';
import { alphaOf, toneOf } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { colourBuffer, crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import type { Subject } from '../scene/echoes';
import type { Context } from './context';
import { contentOf, kept } from './context';

/**
 * How much of each px of a region a layer covers that another looks at, 0–1, or how light it is there, whatever
 * its opacity and whether it is shown; over exactly that region. `to` is from the px that the one who looks is
 * placed on to px of the region, `context` that of the list it stands in.
 */
export function coverageOf(
  { layer, map: own }: Subject,
  to: Affine,
  region: Region,
  context: Context,
  what: 'coverage' | 'tone' = 'coverage',
): Plane {
  const map = multiply(to, own);
  const back = invert(context.map);
  const scene = back ? boxUnder(multiply(to, back), context.scene) : context.scene;
  const shown = { ...layer, visible: true, opacity: 100, clip: false, blend: 'normal' };
  const key = [what, contentOf(layer), map, region, scene];
  return kept(context, layer.id, 'coverage', key, () => {
    const bare: Context = {
      ...context,
      ...{ map, scale: meanScale(map), scene, around: [] },
      ...{ focus: null, held: null, local: false },
    };
    const asked = { wanted: region, part: region };
    const made = crop(context.stack(colourBuffer, [shown], asked, bare, null), region, 4);
    return what === 'tone' ? toneOf(made) : alphaOf(made);
  });
}
