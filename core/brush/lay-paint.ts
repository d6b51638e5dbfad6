import type { Memo } from '../definitions/memo';
import type { Grounds } from '../definitions/source';
import type { Affine } from '../geometry/affine';
import { apply, invert, multiply, rotation, scaling } from '../geometry/affine';
import {
  DAB,
  TIP_REACH,
  dabbed,
  dabsWithin,
  layPixels,
  layStroke,
  layStrokes,
  tinted,
  tintsWithin,
  type DabbedStroke,
  type TipPixels,
} from '../kernels/brush';
import { coverage } from '../kernels/coverage';
import { brighten } from '../kernels/grade';
import type { Picture } from '../kernels/picture';
import { lookUp, times } from '../kernels/planes';
import { alphaOf, level, maskInPlace, masked } from '../kernels/rows';
import { texturePlane } from '../paint/textured';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import { rgb } from '../pixels/colour';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { isEmpty, regionKey } from '../pixels/region';
import { dabsFor } from './dabs-for';
import type { PaintBrush, PaintStroke } from './paint-brush';
import { isPlain, isTaking, reachesCorners, wholeBrush } from './paint-brush';
import { POINT } from './points';
import { pointsOf } from './stroke-points';
import { takenFor } from './taken';
import { tipFor } from './tips';

/** What strokes of paint are laid under. */
export interface Laying {
  /** From own px of the layer to px of the render. */
  map: Affine;
  mixing: Mixing;
  /** A picture by its asset; throws if it is not there. */
  picture(asset: string): Picture;
  memo: Memo;
  /** What lies beneath the layer, for strokes that take from it. */
  grounds?: Grounds | undefined;
}

/** Lays strokes on paint one after the other, in place. */
export function layPaint(to: ColourBuffer, strokes: readonly PaintStroke[], laying: Laying): void {
  let plain: PaintStroke[] = [];
  const layPlain = () => {
    if (plain.length > 0) scoped(() => layPlainStrokes(to, plain, laying));
    plain = [];
  };
  // Those of plain brushes are laid together: a layer may have thousands of them.
  for (const stroke of strokes)
    if (isPlain(stroke.brush)) plain.push(stroke);
    else {
      layPlain();
      scoped(() => layOne(to, stroke, laying));
    }
  layPlain();
}

/** So many floats of dabs are laid at a time, at most about: 8 MB. */
const AT_A_TIME = 2_000_000;

function layPlainStrokes(
  to: ColourBuffer,
  strokes: readonly PaintStroke[],
  { map, mixing }: Laying,
): void {
  let some: DabbedStroke[] = [];
  let floats = 0;
  for (const stroke of strokes) {
    const dabs = dabsWithin(dabsFor(stroke, map, mixing).dabs, to.region);
    some.push({
      ...{ dabs, way: stroke.way, colour: rgb(stroke.colour, mixing, stroke.brush.intensity) },
      hardness: stroke.brush.hardness / 100,
      opacity: stroke.brush.opacity / 100,
    });
    floats += dabs.length;
    if (floats < AT_A_TIME) continue;
    layStrokes(to, some);
    [some, floats] = [[], 0];
  }
  layStrokes(to, some);
}

function layOne(to: ColourBuffer, stroke: PaintStroke, laying: Laying): void {
  const { map, mixing, grounds } = laying;
  const { way, offset = [0, 0] } = stroke;
  const opacity = stroke.brush.opacity / 100;
  const brush = wholeBrush(stroke.brush);
  const shape = shapeOf(stroke, brush, to.region, laying);
  if (isEmpty(shape.region)) return;
  const { intensity = 0 } = brush;
  if (!isTaking(stroke) && shape.channels === 1)
    return layStroke(to, shape, way, rgb(stroke.colour, mixing, intensity), opacity);
  const pixels = isTaking(stroke)
    ? masked(
        takenFor(grounds?.[brush.takes], offset, map, shape.region),
        shape.channels === 1 ? shape : alphaOf(shape),
      )
    : (shape as ColourBuffer);
  brighten(pixels, mixing, intensity);
  layPixels(to, pixels, way, opacity);
}

/** What a stroke covers of a region, 0–1; of one with colours of its own those too, premultiplied. */
function shapeOf(
  stroke: PaintStroke,
  brush: PaintBrush,
  region: Region,
  laying: Laying,
): Plane | ColourBuffer {
  const { map, mixing } = laying;
  const grain = grainOf(brush, region, laying);
  const grained = (shape: Plane): Plane => {
    if (grain) times(shape, grain);
    return shape;
  };
  if (brush.tip === 'inside') return grained(inside(stroke, map, region));
  const made = dabsFor(stroke, map, mixing);
  const radii = reachesCorners(brush.tip) ? TIP_REACH : 1;
  const dabs = dabsWithin(made.dabs, region, radii);
  if (brush.tip === 'round' && !made.tints)
    return grained(dabbed(dabs, brush.hardness / 100, region));
  const tints = made.tints
    ? tintsWithin(made.dabs, made.tints, region, radii)
    : allOf([...rgb(stroke.colour, mixing), 1], dabs.length / DAB);
  const hardness = brush.tip === 'soft' ? -1 : brush.hardness / 100;
  const tip = tipOf(brush, made.dabs, laying);
  const pixels = tinted(widened(dabs, tip?.wider ?? 1), tints, hardness, tip, region);
  if (grain) maskInPlace(pixels, grain);
  return pixels;
}

/** Dabs so many times as wide. */
function widened(dabs: Float32Array, by: number): Float32Array {
  if (by === 1) return dabs;
  const out = dabs.slice();
  for (let i = 2; i < out.length; i += DAB) out[i] = out[i]! * by;
  return out;
}

/** The same four floats, so many times. */
function allOf(four: readonly number[], count: number): Float32Array {
  const out = new Float32Array(4 * count);
  for (let i = 0; i < count; i++) out.set(four, 4 * i);
  return out;
}

/** A texture is made so much steeper: from nothing to all between these. */
const [LOW, HIGH] = [0.2, 0.7];
const STEEP = Float32Array.from({ length: 257 }, (_, i) => {
  const t = Math.min(1, Math.max(0, (i / 256 - LOW) / (HIGH - LOW)));
  return t * t * (3 - 2 * t);
});

/** Textures lie aslant, so that no squares of theirs lie along the picture. */
const SLANTED = rotation(0.5);

/** How much the grain of a brush lets through over a region, 0–1; null if it has none. */
function grainOf(brush: PaintBrush, region: Region, { map, memo }: Laying): Plane | null {
  const { grain, grainValues, grainSize, grainDepth } = brush;
  const back = invert(map);
  if (grain === 'none' || grainDepth === 0 || !back) return null;
  return memo(
    `grain ${grain} ${JSON.stringify(grainValues?.[grain] ?? {})} ${grainSize} ${grainDepth} ${map.join()} ${regionKey(region)}`,
    () =>
      scoped(() => {
        const plane = texturePlane(
          { texture: grain, textureValues: grainValues, seed: 1 },
          multiply(SLANTED, multiply(scaling(1 / grainSize), back)),
          region,
        );
        lookUp(plane, STEEP);
        level(plane, grainDepth / 100, 1 - grainDepth / 100);
        return plane;
      }),
    (plane) => plane.data.byteLength,
  );
}

/** What a stroke goes round, closed by a straight line, 0–1 over a region; where it crosses itself are holes. */
function inside(stroke: PaintStroke, map: Affine, region: Region): Plane {
  const all = pointsOf(stroke);
  const outline = new Float64Array((all.length / POINT) * 2);
  for (let i = 0; i < outline.length / 2; i++) {
    const p = apply(map, { x: all[i * POINT]!, y: all[i * POINT + 1]! });
    outline.set([p.x, p.y], 2 * i);
  }
  return coverage([outline], 'evenodd', region);
}

/** A tip, and how many times as wide as the dab its square is. */
interface WideTip extends TipPixels {
  wider: number;
}

/** The tip of a brush, about as fine as the largest of its dabs; null for a round one. */
function tipOf(brush: PaintBrush, dabs: Float32Array, laying: Laying): WideTip | null {
  const { tip } = brush;
  if (tip === 'round' || tip === 'soft' || tip === 'inside') return null;
  let across = 1;
  for (let i = 2; i < dabs.length; i += DAB) across = Math.max(across, 2 * dabs[i]!);
  if (tip === 'stamp') return stampOf(brush, across, laying);
  const { side, coverage: data } = tipFor(tip, across);
  return { side, channels: 1, data, wider: 1 };
}

/** A picture as a tip: in the middle of a square, as large as that. Null without a picture: the dab is round. */
function stampOf(
  { stamp, ownColours }: PaintBrush,
  across: number,
  { picture, mixing, memo }: Laying,
): WideTip | null {
  if (stamp === '') return null;
  const image = picture(stamp);
  const longer = Math.max(image.width, image.height);
  const n = Math.max(0, Math.min(image.levels - 1, Math.floor(Math.log2(longer / across))));
  const [width, height] = [image.width, image.height].map((v) =>
    Math.max(1, Math.ceil(v / 2 ** n)),
  );
  // A px of nothing on every side, so that edges are smooth.
  const side = Math.max(width!, height!) + 2;
  const square: Region = {
    x: -Math.floor((side - width!) / 2),
    y: -Math.floor((side - height!) / 2),
    width: side,
    height: side,
  };
  const made = memo(
    `stamp ${stamp} ${n} ${ownColours} ${mixing}`,
    () =>
      scoped((): ColourBuffer | Plane => {
        const whole = { x: 0, y: 0, width: width!, height: height! };
        const pixels = crop(crop(image.level(n, whole, mixing), whole), square);
        return ownColours ? pixels : alphaOf(pixels);
      }),
    ({ data }) => data.byteLength,
  );
  return {
    side,
    channels: made.channels,
    data: made.data,
    wider: side / Math.max(width!, height!),
  };
}
