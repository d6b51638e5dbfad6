import * as v from 'valibot';
import type { Parameters, Values } from '../definitions/parameter';
import { length, percent, seed } from '../definitions/parameter';
import { parametersSchema } from '../definitions/parameter-schema';
import type { Grounds, SourceContext, SourceDefinition } from '../definitions/source';
import type { Affine, Box, Point } from '../geometry/affine';
import {
  apply,
  boxOfRegion,
  boxUnder,
  invert,
  meanScale,
  multiply,
  regionAround,
  rotation,
  scaling,
  translation,
} from '../geometry/affine';
import type { Homography } from '../geometry/homography';
import { boxBeneath, compose, inverseOf, projective } from '../geometry/homography';
import { boxToQuad } from '../geometry/quad';
import { blurMargin, gaussianBlur } from '../kernels/blur';
import { add, lookUp, times } from '../kernels/planes';
import { warped } from '../kernels/resample';
import { copied, level, masked, toneOf } from '../kernels/rows';
import { displaced } from '../kernels/smear';
import { texturePlane } from '../kernels/texture';
import { variedByRows } from '../kernels/varied-blur';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, plane, unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';

const ON_FLOOR = { wet: ['floor'] };

/** What can be set on the reflection of a layer. */
export const reflectionParameters = {
  left: {
    kind: 'point',
    label: 'Line, left',
    help: 'The line on the floor that it is mirrored about: drag its ends on the stage.',
    default: null,
  },
  right: { kind: 'point', label: 'Line, right', default: null },
  lies: {
    kind: 'choice',
    label: 'Lies',
    help: 'Mirrored about its line, or laid on the floor by four corners.',
    options: [
      { value: 'mirrored', label: 'Mirrored' },
      { value: 'corners', label: 'By four corners' },
    ],
    default: 'mirrored',
  },
  corners: {
    kind: 'corners',
    label: 'Corners',
    help: 'Where the corners of what is mirrored lie, px of the layer.',
    default: null,
    needs: { lies: ['corners'] },
  },
  tilt: {
    ...percent('Length', 100, 5, 400),
    slider: [20, 200],
    help: 'How long it is: 100 % in a level mirror, less where the floor falls away from the eye.',
    needs: { lies: ['mirrored'] },
  },
  roughNear: {
    ...length('Rough, near', 0.6, { max: 200, slider: [0, 20] }),
    unit: 'σ px',
    step: 0.1,
    help: 'How much it is blurred where its subject stands.',
  },
  roughFar: {
    ...length('Rough, far', 9, { max: 300, slider: [0, 60] }),
    unit: 'σ px',
    help: 'How much it is blurred so far from its line as it fades.',
  },
  drawn: {
    ...percent('Drawn out', 350, 100, 2000),
    slider: [100, 800],
    help: 'How much farther it is blurred towards the eye than across, as on wet ground.',
  },
  ripples: length('Ripples', 0, {
    max: 500,
    slider: [0, 60],
    help: 'How far waves push it aside.',
  }),
  rippleSize: length('Ripple size', 46, {
    min: 2,
    max: 2000,
    slider: [4, 300],
    needs: { ripples: 'some' },
  }),
  seed: { ...seed(), needs: { ripples: 'some' } },
  fade: {
    ...length('Fades within', 700, { min: 1, max: 20_000, slider: [20, 2500] }),
    help: 'How far from its line it is gone.',
  },
  wet: {
    kind: 'choice',
    label: 'Wet',
    help: 'Everywhere, or where the picture of the floor is dark and smooth. The mask of the layer counts besides.',
    options: [
      { value: 'all', label: 'Everywhere' },
      { value: 'floor', label: 'Where the floor is' },
    ],
    default: 'all',
  },
  darkness: {
    ...percent('Dark below', 45, 1, 100),
    help: 'Floor that is lighter than this does not mirror.',
    needs: ON_FLOOR,
  },
  smoothness: {
    ...percent('Smooth', 50),
    help: 'How much it keeps to what is smooth; what has texture scatters light.',
    needs: ON_FLOOR,
  },
} as const satisfies Parameters;

export const reflectionSchema = v.strictObject({
  kind: v.literal('reflection'),
  /** The id of the layer that is mirrored; null for all lights of the scene. */
  of: v.nullable(v.pipe(v.string(), v.minLength(1))),
  values: parametersSchema(reflectionParameters),
});

export type ReflectionSource = v.InferOutput<typeof reflectionSchema>;
export type ReflectionValues = Values<typeof reflectionParameters>;

/** The line that something is mirrored about, px of the layer: from its left end to its right one. */
export interface MirrorLine {
  left: Point;
  right: Point;
}

/** Where the line lies: as it was dragged, or under the lowest point of what is mirrored. */
export function mirrorLine({ left, right }: ReflectionValues, box: Box): MirrorLine {
  return {
    left: left ?? { x: box.x0, y: right?.y ?? box.y1 },
    right: right ?? { x: box.x1, y: left?.y ?? box.y1 },
  };
}

/** The turn of a line from level, radians, and a map of the plane in which it lies along x and begins at (0, 0). */
function levelled({ left, right }: MirrorLine): { angle: number; map: Affine } {
  const [dx, dy] = [right.x - left.x, right.y - left.y];
  // Ends that were dragged past one another are the same line.
  const angle = Math.atan2(dx < 0 ? -dy : dy, Math.abs(dx) || 1e-6);
  return { angle, map: multiply(rotation(-angle), translation(-left.x, -left.y)) };
}

/** The map that mirrors, px of the layer: what stands so high above the line lies as far below it, times the length. */
export function mirrorMap(values: ReflectionValues, box: Box): Homography {
  const line = mirrorLine(values, box);
  const { map } = levelled(line);
  const back = invert(map)!;
  const upright = multiply(back, multiply(scaling(1, -values.tilt / 100), map));
  if (values.lies !== 'corners' || !values.corners) return projective(upright);
  const quad = boxToQuad(mirrored(box, line), values.corners);
  return quad
    ? compose(quad, projective(multiply(back, multiply(scaling(1, -1), map))))
    : projective(upright);
}

/** The box of what is mirrored, in a level mirror. */
export function mirrored(box: Box, line: MirrorLine): Box {
  const { map } = levelled(line);
  return boxUnder(multiply(invert(map)!, multiply(scaling(1, -1), map)), box);
}

/** The floor is drawn so much coarser along than across at most. */
const COARSEST = 8;

/** What is mirrored: its colours over a region, px of the render, and the box round it, px of the layer. */
interface Mirrored {
  colours(region: Region): ColourBuffer;
  box: Box;
}

/** The box that stands for all lights of a scene, which lies in a box of its own: they stand on a floor in its lower part. */
export const lightsBox = (scene: Box): Box => ({
  ...scene,
  y1: scene.y0 + FLOOR * (scene.y1 - scene.y0),
});

/** What lies higher is no floor, a share of the height of the scene. */
const FLOOR = 0.75;

function mirroredOf(
  source: ReflectionSource,
  { light, grounds, scene, map }: SourceContext,
): Mirrored | null {
  const back = invert(map);
  if (!back) return null;
  if (source.of === null)
    return grounds?.lights
      ? { colours: grounds.lights.colours, box: lightsBox(boxUnder(back, scene)) }
      : null;
  const box = light?.box() ?? null;
  return light && box ? { colours: light.colours, box } : null;
}

/**
 * A layer, or all lights, mirrored on a floor: sharp where it stands, and blurred with the distance, more towards the eye than across. Each
 * of its colours is as bright as what it mirrors.
 */
export const reflectionSource: SourceDefinition<ReflectionSource> = {
  kind: 'reflection',
  label: 'Reflection',
  help: 'A layer, or all the light of the scene, mirrored on a floor, live.',
  schema: reflectionSchema,
  note: 'It is of the layer of the id in `of`, and waits while that is gone; `null` stands for all lights of the scene.',
  settings: { values: reflectionParameters },
  shaped: false,
  reference: {
    as: 'light',
    to: ({ of }) => of,
    rename: (source, id) => {
      source.of = id;
    },
  },
  sees: ({ of, values }) => [
    ...(of === null ? (['lights'] as const) : []),
    ...(values.wet === 'floor' ? (['beneath'] as const) : []),
  ],
  box: () => null,
  extent: () => null,
  assets: () => [],
  render(source, context) {
    const { wanted, map } = context;
    const { values } = source;
    const subject = mirroredOf(source, context);
    const back = invert(map);
    if (!subject || !back || isEmpty(wanted)) return unwritten(EMPTY, 4);
    const line = mirrorLine(values, subject.box);
    const mirror = compose(
      projective(map),
      compose(mirrorMap(values, subject.box), projective(back)),
    );
    const part = intersect(wanted, floorRegion(line, values, map, wanted));
    if (isEmpty(part)) return unwritten(EMPTY, 4);
    return scoped(() => {
      const lying = laidDown(subject, mirror, line, values, { ...context, wanted: part });
      const shown = shownBy(lying, line, values, context);
      return masked(crop(lying, shown.region), shown);
    });
  },
};

/** Where of a region a reflection may show: below its line, as far as it fades. */
function floorRegion(
  line: MirrorLine,
  { fade }: ReflectionValues,
  map: Affine,
  wanted: Region,
): Region {
  const grid = floorGrid(line, map, 1);
  const box = boxUnder(grid, boxOfRegion(wanted));
  const [y0, y1] = [Math.max(box.y0, -1), Math.min(box.y1, fade * meanScale(map) + 1)];
  return y1 > y0 ? regionAround(boxUnder(invert(grid)!, { ...box, y0, y1 }), 1) : EMPTY;
}

/** From px of the render to a grid on which the line lies along x at 0, coarser across the line by `by`. */
function floorGrid(line: MirrorLine, map: Affine, by: number): Affine {
  const [a, b] = [apply(map, line.left), apply(map, line.right)];
  const { map: flat } = levelled({ left: a, right: b });
  return multiply(scaling(1, 1 / by), flat);
}

/** What is mirrored as it lies on the floor, over what is wanted: px of the render. */
function laidDown(
  { colours }: Mirrored,
  mirror: Homography,
  line: MirrorLine,
  values: ReflectionValues,
  { wanted, map }: SourceContext,
): ColourBuffer {
  const scale = meanScale(map);
  const [near, far] = [values.roughNear * scale, values.roughFar * scale];
  const ripples = values.ripples * scale;
  const from = inverseOf(mirror);
  const isPlain = near < 0.05 && far < 0.05 && ripples === 0;
  const sourceOf = (shown: Box, beyond: number): ColourBuffer | null => {
    const seen = from && boxBeneath(from, shown);
    return seen && colours(regionAround(seen, beyond));
  };
  if (isPlain) {
    const source = sourceOf(boxOfRegion(wanted), 3);
    return source ? warped(source, mirror, wanted) : unwritten(EMPTY, 4);
  }
  const most = Math.max(near, far);
  // What is drawn out may be drawn as much coarser that way.
  const by = Math.max(1, Math.min(COARSEST, values.drawn / 100));
  const grid = floorGrid(line, map, by);
  const toRender = invert(grid)!;
  const shown = regionAround(boxUnder(grid, boxOfRegion(wanted)), 3);
  const around = grow(shown, blurMargin(most) + Math.ceil(ripples) + 1);
  const source = sourceOf(boxUnder(toRender, boxOfRegion(around)), 4);
  if (!source) return unwritten(EMPTY, 4);
  const onGrid = warped(source, compose(projective(grid), mirror), around);
  const moved = ripples > 0 ? rippled(onGrid, values, scale, by) : onGrid;
  const reach = Math.max(1, values.fade * scale);
  const shares = Float32Array.from({ length: shown.height }, (_, y) =>
    Math.min(1, Math.max(0, ((shown.y + y + 0.5) * by) / reach)),
  );
  return warped(variedByRows(moved, shares, near, far, shown), projective(toRender), wanted);
}

/** Colours on the floor as waves push them aside: the more, the farther from the line they lie. */
function rippled(
  pixels: ColourBuffer,
  { ripples, rippleSize, seed: number }: ReflectionValues,
  scale: number,
  by: number,
): ColourBuffer {
  const { region } = pixels;
  const size = Math.max(0.5, rippleSize * scale);
  // Waves are seen from the side: long across, and short towards the eye.
  const waves = (n: number) =>
    texturePlane('clouds', scaling(0.4 / size, (1.6 * by) / size), n, region);
  const [aside, along] = [waves(number), waves(number + 5000)];
  const ways = floats(4 * region.width * region.height);
  ways.fill(0);
  for (let y = 0, i = 0; y < region.height; y++) {
    const far = Math.min(1, Math.max(0, ((region.y + y + 0.5) * by) / (3 * size)));
    for (let x = 0; x < region.width; x++, i++) {
      ways[4 * i] = (aside.data[i]! - 0.5) * 0.7 * ripples * scale * far;
      ways[4 * i + 1] = ((along.data[i]! - 0.5) * 2 * ripples * scale * far) / by;
    }
  }
  return displaced(pixels, ways, region);
}

/** How much of the reflection shows: below its line, less the farther away, and where the floor is wet. */
function shownBy(
  { region }: ColourBuffer,
  line: MirrorLine,
  values: ReflectionValues,
  { map, grounds }: SourceContext,
): Plane {
  const scale = meanScale(map);
  const grid = floorGrid(line, map, 1);
  const out = plane(region);
  const [, b, , d, , f] = grid;
  const reach = Math.max(1, values.fade * scale);
  const shows = (below: number) =>
    Math.min(1, Math.max(0, below + 0.5)) * Math.max(0, 1 - Math.max(0, below) / reach) ** 1.5;
  const isLevel = Math.abs(b) * region.width < 1e-6;
  for (let y = 0; y < region.height; y++) {
    const row = y * region.width;
    const left = b * (region.x + 0.5) + d * (region.y + y + 0.5) + f;
    if (isLevel) out.data.fill(shows(left), row, row + region.width);
    else for (let x = 0; x < region.width; x++) out.data[row + x] = shows(left + b * x);
  }
  if (values.wet === 'floor' && grounds?.beneath)
    times(out, wetness(values, scale, region, grounds.beneath));
  return out;
}

/** The texture of a floor is looked at about so many px wide, σ. */
const TEXTURE = 2;

/** Where a floor is dark and smooth, 0–1: as it is seen, without the light that it mirrors. */
function wetness(
  { darkness, smoothness }: ReflectionValues,
  scale: number,
  region: Region,
  floor: NonNullable<Grounds['beneath']>,
): Plane {
  const sigma = Math.max(0.7, TEXTURE * scale);
  const around = grow(region, 3 * blurMargin(sigma));
  const tone = toneOf(floor.colours(around));
  const soft = crop(gaussianBlur(tone, sigma, around), around);
  const wet = copied(crop(gaussianBlur(soft, 2 * sigma, region), region));
  // From all of it, half as light as the limit, to none.
  const limit = darkness / 100;
  level(wet, -2 / limit, 2);
  lookUp(wet, Float32Array.of(0, 1));
  if (smoothness === 0) return wet;
  // How far each px is from what lies about it.
  const rough = copied(tone);
  const less = copied(soft);
  level(less, -1, 0);
  add(rough, less);
  rough.data.forEach((n, i) => (rough.data[i] = Math.abs(n)));
  const even = copied(crop(gaussianBlur(rough, 2 * sigma, region), region));
  level(even, -(smoothness / 100) * 24, 1);
  lookUp(even, Float32Array.of(0, 1));
  times(wet, even);
  return wet;
}
