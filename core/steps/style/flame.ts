import { blendParameter } from '../../blend/parameter';
import type { Parameters, Values } from '../../definitions/parameter';
import { intensity } from '../../definitions/parameter';
import type { StyleContext, WholeShape } from '../../definitions/step';
import { defineStyle } from '../../definitions/step';
import type { Affine, Box } from '../../geometry/affine';
import {
  IDENTITY,
  boxOfRegion,
  boxUnder,
  invert,
  multiply,
  regionAround,
} from '../../geometry/affine';
import { affineOf, boxBeneath, inverseOf } from '../../geometry/homography';
import { addFire } from '../../kernels/flame';
import { sampled } from '../../kernels/planes';
import { warped } from '../../kernels/resample';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer, unwritten } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import type { Region } from '../../pixels/region';
import { EMPTY, intersect, isEmpty } from '../../pixels/region';
import { UNDRAGGED } from '../../sources/beginnings';
import { flameLook } from '../../sources/flame-look';
import { burningParameters } from '../../sources/flame-parameters';
import { gasAt } from '../../sources/gas';
import { burningBox } from '../../sources/gas-fuel';
import type { GasGrid } from '../../sources/gas-grid';
import { FIRE, gridFor } from '../../sources/gas-grid';
import type { GasValues } from '../../sources/gas-parameters';
import { lengths, opacity } from './parameters';

const flameStyleParameters = {
  from: {
    kind: 'choice',
    label: 'Burns',
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

type StyleValues = Values<typeof flameStyleParameters>;

/** Fire that burns from a shape. */
export const flame = defineStyle({
  kind: 'style.flame',
  label: 'Flame',
  emits: true,
  help: 'Fire that burns from the shape: from its upper edges, all of its edges, or all of it.',
  parameters: flameStyleParameters,
  margin: (v, scale) =>
    Math.ceil((v.height * (1.3 + 0.5 * Math.min(2, v.lift / 100)) + 2 * v.wind) * scale) + 2,
  pieces: (v) => [
    {
      ...{ lands: 'above', blend: v.blend, opacity: v.opacity / 100 },
      draw: (_shape, context) => scoped(() => drawn(v, context)),
    },
  ],
});

/** The values in px of the whole shape. */
const inShapePx = (v: StyleValues, k: number) => ({
  ...v,
  ...{ height: v.height * k, tongue: v.tongue * k, wind: v.wind * k },
  ...{ centre: null, wide: 1 },
});

/** The fire of a shape over what is wanted. */
function drawn(values: StyleValues, context: StyleContext): ColourBuffer {
  const { wanted, mixing, memo, draft = false } = context;
  const whole = context.whole();
  const empty: ColourBuffer = unwritten(EMPTY, 4);
  if (!whole) return empty;
  const p = inShapePx(values, whole.fineness);
  const key = `style ${whole.key} ${whole.fineness} ${draft} ${drivers(p)}`;
  const caster = casterOf(whole);
  const scene = () => boxOfRegion(whole.shape().region);
  const [box] = memo(
    `${key} box`,
    () => [scoped(() => burningBox(p, caster, UNDRAGGED, scene(), IDENTITY))],
    () => 64,
  );
  if (!box) return empty;
  const grid = gridFor(p, FIRE, box, draft);
  const { look, reach } = flameLook(p, grid.cell, mixing);
  const place = placeOf(whole, grid, wanted);
  if (!place) return empty;
  const fire = gasAt({
    ...{ values: p, kind: FIRE, grid, caster, place: UNDRAGGED, covers: null, key, reach, memo },
  });
  const out = colourBuffer(place.region);
  addFire(out, fire, place.cells, look);
  return place.upright ? warped(out, whole.map, wanted) : out;
}

/** All that its gas depends on but the moment. */
const drivers = (p: GasValues): string =>
  [p.from, p.height, p.tongue, p.strength, p.turbulence, p.lift, p.breaks, p.wind, p.windAngle]
    .concat(p.gusts, p.seed)
    .join();

/** A whole shape as what gas rises from, in its own px. */
function casterOf(whole: WholeShape) {
  const under = (to: Affine, region: Region) => sampled(whole.shape(), invert(to)!, region);
  return { under, within: under, paths: [] };
}

/** Where a fire is drawn: upright, to be warped into its corners, or at once in the render. */
function placeOf(
  { map }: WholeShape,
  grid: GasGrid,
  wanted: Region,
): { region: Region; cells: Affine; upright: boolean } | null {
  const all: Box = { x0: 0, y0: 0, x1: grid.width, y1: grid.height };
  const straight = affineOf(map);
  const back = straight ? invert(straight) : null;
  if (straight && back) {
    const cells = multiply(grid.map, back);
    const region = intersect(wanted, regionAround(boxUnder(invert(cells)!, all), 1));
    return isEmpty(region) ? null : { region, cells, upright: false };
  }
  const inverse = inverseOf(map);
  const own = regionAround(boxUnder(invert(grid.map)!, all), 1);
  const seen = inverse && boxBeneath(inverse, boxOfRegion(wanted));
  const region = seen ? intersect(own, regionAround(seen, 3)) : own;
  return straight || isEmpty(region) ? null : { region, cells: grid.map, upright: true };
}
