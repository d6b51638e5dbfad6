import type { Picture } from '../kernels/picture';
import { picture as wrapped } from '../kernels/picture';
import { shown } from '../pixels/colour';
import { scoped } from '../pixels/heap';
import { findLayer } from '../scene/edits/layer-edits';
import { newPicture } from '../scene/model/make';
import type { Scene } from '../scene/model/schema';
import { isTabular } from '../scene/model/tabular';
import type { RenderRequest } from './render';
import { render } from './render';

/** The grades of a layer as a cube of colours. */

/** The name of the picture that has every colour of the cube; no asset is called so. */
const LATTICE = `${'0'.repeat(64)}.png`;

/** A picture of `side`² × `side` px with every colour of a cube, red fastest. */
function lattice(side: number): Picture {
  const data = new Uint16Array(side ** 3 * 4);
  const at = (i: number) => Math.round((i / (side - 1)) * 65_535);
  for (let i = 0; i < side ** 3; i++)
    data.set(
      [at(i % side), at(Math.floor(i / side) % side), at(Math.floor(i / side ** 2)), 65_535],
      4 * i,
    );
  return wrapped({ width: side ** 2, height: side, depth: 16, data });
}

/**
 * What the grades of a layer make of a cube of sRGB-encoded colours: `side`³ of three numbers, red fastest; null if it has none that fit
 * into a table. Other steps are left out.
 */
export function gradeTable(
  scene: Scene,
  layer: string,
  side: number,
  request: Pick<RenderRequest, 'picture'>,
): Float32Array | null {
  const steps = findLayer(scene, layer)?.steps.filter(isTabular) ?? [];
  if (steps.length === 0) return null;
  const [width, height] = [side ** 2, side];
  const size = { ...scene, width, height };
  const source = { kind: 'picture', asset: LATTICE, width, height } as const;
  const own = newPicture('', source, size, { x: width / 2, y: height / 2 }, false);
  const colours = lattice(side);
  return scoped(() => {
    const { data } = render(
      { ...size, layers: [{ ...own, steps }], background: null, selection: null },
      {
        ...{ region: { x: 0, y: 0, width, height }, scale: 1 },
        picture: (asset) => (asset === LATTICE ? colours : request.picture(asset)),
      },
    );
    const out = new Float32Array(3 * side ** 3);
    for (let i = 0; i < out.length; i++) {
      const v = data[4 * Math.floor(i / 3) + (i % 3)]!;
      out[i] = scene.mixing === 'light' ? shown(v) : v;
    }
    colours.release();
    return out;
  });
}
