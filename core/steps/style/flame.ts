import { blendParameter } from '../../blend/parameter';
import type { Parameters, Values } from '../../definitions/parameter';
import { intensity } from '../../definitions/number-parameters';
import type { StyleContext, WholeShape } from '../../definitions/step';
import { defineStyle } from '../../definitions/step';
import type { Affine, Box } from '../../geometry/affine';
import {
  IDENTITY,
  boxOfRegion,
  boxUnder,
  invert,
  meanScale,
  multiply,
  regionAround,
  scaling,
} from '../../geometry/affine';
import type { Homography } from '../../geometry/homography';
import { affineOf, boxBeneath, compose, inverseOf, projective } from '../../geometry/homography';
import { blurMargin, gaussianBlur } from '../../kernels/blur';
import { addFire } from '../../kernels/flame';
import { sampled } from '../../kernels/planes';
import { warped } from '../../kernels/resample';
import type { ColourBuffer, Plane } from '../../pixels/buffer';
import { colourBuffer, unwritten } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import type { Region } from '../../pixels/region';
import { EMPTY, grow, intersect } from '../../pixels/region';
import type { BegunOn } from '../../sources/beginnings';
import { flameLook } from '../../sources/flame-look';
import { burningParameters } from '../../sources/flame-parameters';
import { FIRE, reachedBy } from '../../sources/gas-grid';
import type { GasContext } from '../../sources/risen-gas';
import { bedOf, laidGas, risenGas } from '../../sources/risen-gas';
import { lengths, opacity } from './parameters';

const flameStyleParameters = {
  from: {
    kind: 'choice',
    label: 'Burns from',
    help: 'What it burns from.',
    options: [
      { value: 'upper', label: 'Upper edges' },
      { value: 'edge', label: 'All edges' },
      { value: 'area', label: 'All of it' },
    ],
    default: 'upper',
  },
  ...burningParameters,
  intensity: { ...intensity, default: 1 },
  blend: blendParameter('Blend', 'normal'),
  opacity: opacity(),
  lengths,
} as const satisfies Parameters;

/** How far a shape is blurred for cells, of how much larger they are than its px. */
const CELL_BLUR = 0.4;

type StyleValues = Values<typeof flameStyleParameters>;

/** Fire that burns from a shape. */
export const flame = defineStyle({
  kind: 'style.flame',
  label: 'Flame',
  emits: true,
  help: 'Fire that burns from the shape: from its upper edges, all of its edges, or all of it.',
  first: ['height', 'strength', 'colours'],
  parameters: flameStyleParameters,
  margin(v, scale) {
    const { x0, y0, x1, y1 } = reachedBy(v, FIRE, { x0: 0, y0: 0, x1: 0, y1: 0 });
    return Math.ceil(Math.max(-x0, -y0, x1, y1) * scale) + 2;
  },
  pieces: (v) => [
    {
      ...{ lands: 'above', blend: v.blend, opacity: v.opacity / 100 },
      draw: (_shape, context) => scoped(() => drawn(v, context)),
    },
  ],
});

/** The fire of a shape over what is wanted. It is found upright, in px of the style's lengths, as a flame of a layer is. */
function drawn(values: StyleValues, context: StyleContext): ColourBuffer {
  const { wanted, mixing, memo, draft = false } = context;
  const empty: ColourBuffer = unwritten(EMPTY, 4);
  const whole = context.whole();
  if (!whole) return empty;
  const p = { ...values, centre: null, wide: 1 };
  const own: GasContext = {
    ...{ map: IDENTITY, memo, draft, light: shapeAsBed(whole) },
    scene: boxUnder(scaling(1 / whole.fineness), boxOfRegion(whole.region)),
  };
  const box = bedOf(p, FIRE, own);
  if (!box) return empty;
  const map = compose(whole.map, projective(scaling(whole.fineness)));
  const straight = affineOf(map);
  // Within corners it is drawn upright, and then carried into them.
  const seen = straight ? wanted : seenUpright(map, wanted, reachedBy(p, FIRE, box));
  const laid = laidGas(p, FIRE, box, { map: straight ?? IDENTITY, wanted: seen, draft });
  if (!laid) return empty;
  const { look, reach } = flameLook(p, laid.grid.cell, mixing);
  const out = colourBuffer(laid.region);
  addFire(out, risenGas(p, FIRE, laid.grid, reach, own), laid.cells, look);
  return straight ? out : warped(out, map, wanted);
}

/** The px of an upright picture that a region of the render shows under a map, of those within a box. */
function seenUpright(map: Homography, wanted: Region, within: Box): Region {
  const all = regionAround(within, 1);
  const back = inverseOf(map);
  const seen = back && boxBeneath(back, boxOfRegion(wanted));
  return seen ? intersect(all, regionAround(seen, 3)) : all;
}

/** A whole shape as what fire burns from. Seen on coarse cells, it is blurred as far as they are coarser. */
function shapeAsBed(whole: WholeShape): BegunOn {
  const under = (to: Affine, region: Region): Plane => {
    const back = multiply(scaling(whole.fineness), invert(to)!);
    const blur = CELL_BLUR * Math.max(0, meanScale(back) - 1);
    const shape = whole.shape();
    const around = grow(shape.region, blurMargin(blur));
    return sampled(blur > 0 ? gaussianBlur(shape, blur, around) : shape, back, region);
  };
  return { key: `${whole.key} ${whole.fineness}`, under, within: under, paths: [] };
}
