import * as v from 'valibot';
import { namedLayerSchema } from '../definitions/id';
import { parametersSchema } from '../definitions/parameter-schema';
import type { SourceContext, SourceDefinition } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import {
  boxOfRegion,
  boxUnder,
  invert,
  meanScale,
  regionAround,
  scaling,
} from '../geometry/affine';
import type { Homography } from '../geometry/homography';
import { boxBeneath, compose, inverseOf, projective } from '../geometry/homography';
import { blurMargin } from '../kernels/blur';
import { times } from '../kernels/planes';
import { warped } from '../kernels/resample';
import { masked } from '../kernels/rows';
import { displaced } from '../kernels/smear';
import { variedByRows } from '../kernels/varied-blur';
import { texturePlane } from '../paint/textured';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, plane, unwritten } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';
import type { MirrorLine } from './mirror-line';
import { floorGrid, lightsBox, mirrorLine, mirrorMap } from './mirror-line';
import { reflectionParameters, type ReflectionValues } from './reflection-parameters';
import { wetness } from './wet-floor';

export const reflectionSchema = v.strictObject({
  kind: v.literal('reflection'),
  /** The id of the layer that is mirrored; null for all lights of the scene. */
  of: namedLayerSchema,
  values: parametersSchema(reflectionParameters),
});

export type ReflectionSource = v.InferOutput<typeof reflectionSchema>;

/** The floor is drawn so much coarser along than across at most. */
const COARSEST = 8;

/** What is mirrored: its colours over a region, px of the render, and the box round it, px of the layer. */
interface Mirrored {
  colours(region: Region): ColourBuffer;
  box: Box;
}

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
    texturePlane({ texture: 'clouds', seed: n }, scaling(0.4 / size, (1.6 * by) / size), region);
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
