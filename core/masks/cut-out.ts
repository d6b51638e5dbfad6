import type { MaskContext, MaskShapeDefinition } from '../definitions/mask';
import { numberOf } from '../definitions/content-key';
import type { CutOutShape } from '../cutout/cut-out';
import { cutOutSchema } from '../cutout/cut-out';
import { marked, resized, labelsFromTones } from '../cutout/labels';
import { byLocalColours } from '../cutout/local-colours';
import type { Affine } from '../geometry/affine';
import { IDENTITY, invert, meanScale, multiply, scaling } from '../geometry/affine';
import { projective } from '../geometry/homography';
import { blurMargin, gaussianBlur } from '../kernels/blur';
import { guidedBy, guidedCoefficients } from '../kernels/guided';
import { lookUp, sampled } from '../kernels/planes';
import { drawPicture } from '../kernels/resample';
import { toneOf } from '../kernels/rows';
import { whole } from '../paint/whole';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { grow, holding, intersect, isEmpty, regionKey } from '../pixels/region';

/** The grid that an edge is looked for on has so many px at most. */
const MAX = 0.6e6;
/** How much the colours of one thing may differ near its edge: a variance, colours 0–1. */
const EVEN = 5e-5;
/** How often the edge is looked for, each time from what was found before. */
const ROUNDS = 2;
/** The table that narrows a coverage before it is gone on from, or smoothed. */
const NARROWED = Float32Array.from({ length: 257 }, (_, i) =>
  Math.min(1, Math.max(0, (i / 256 - 0.5) * 2.5 + 0.5)),
);
/** What a screen shows, px, at most. */
const SCREEN = 2.5e6;
/** An outline runs evenly: that of the coverage is smoothed by so much before it is narrowed, σ px of the picture. */
const SMOOTH = 1.5;
/** Where there is hair the edge is looked for so many times as far, and differs less. */
const HAIR = { reach: 3, even: 0.1 };

/** How far the outline may move to where colours part, for the reach of the edge. */
const MOVES = 1.6;

/** The grid of a picture: its px, and px of it for one of the picture. */
function gridOf({ width, height }: CutOutShape): { region: Region; scale: number } {
  const scale = Math.min(1, Math.sqrt(MAX / (width * height)));
  return {
    scale,
    region: { x: 0, y: 0, width: Math.ceil(width * scale), height: Math.ceil(height * scale) },
  };
}

/** The colours of the picture over a region of px that a map takes it to; kept for the next stroke, as it changes none. */
function coloursOver(
  { asset }: CutOutShape,
  { picture, memo }: MaskContext,
  map: Affine,
  region: Region,
): ColourBuffer {
  const draw = () =>
    crop(drawPicture(picture(asset), projective(map), region, 'displayed'), region);
  // Of a large export they would take the room of all else.
  if (region.width * region.height > SCREEN) return draw();
  const key = JSON.stringify(['colours of', asset, map, regionKey(region)]);
  return memo(key, draw, (made) => made.data.byteLength);
}

/** The rough coverage that was found, moved to where colours part, on the grid; kept, as hair begins with the same. */
function outline(shape: CutOutShape, colours: ColourBuffer, context: MaskContext): Plane {
  const { asset, detail } = shape;
  const found = shape.found!;
  const { region, scale } = gridOf(shape);
  return context.memo(
    JSON.stringify(['outline', asset, found, detail]),
    () => {
      const all = { x: 0, y: 0, width: found.width, height: found.height };
      const rough = toneOf(context.picture(found.asset).level(0, all, 'displayed'));
      const labels = resized(labelsFromTones(rough.data), [found.width, found.height], region);
      return byLocalColours(colours, labels, detail * scale * MOVES);
    },
    (made) => made.data.byteLength,
  );
}

/** The part of a plane where it is not all of one value, grown by a margin; a px of it if that is nowhere. */
function whereMixed({ region, data }: Plane, margin: number): Region {
  const { width } = region;
  const differs = (i: number, k: number) => data[i] !== data[k];
  const own = holding(
    region,
    (i) => (i % width > 0 && differs(i, i - 1)) || (i >= width && differs(i, i - width)),
  );
  if (isEmpty(own)) return { ...region, width: 1, height: 1 };
  return intersect(grow(own, margin), region);
}

/** The coefficients of the coverage over the colours of the picture, on its grid; kept until what they are of changes. */
function coefficients(shape: CutOutShape, context: MaskContext, hair: boolean): ColourBuffer {
  const grid = gridOf(shape);
  const reach = shape.detail * grid.scale * (hair ? HAIR.reach : 1);
  return context.memo(
    JSON.stringify(['cut-out', shape.asset, shape.found, reach, hair]),
    () =>
      scoped(() => {
        const all = coloursOver(shape, context, scaling(grid.scale), grid.region);
        const whole = outline(shape, all, context);
        // Beyond the reach of the outline all is covered or nothing is, as at the edge of that.
        const near = whereMixed(whole, Math.ceil(2 * blurMargin(reach / 2)));
        const [colours, rough] = [crop(all, near), crop(whole, near)];
        const even = EVEN * (hair ? HAIR.even : 1);
        let made = guidedCoefficients(colours, rough, reach / 2, even);
        // What was found to be covered describes the edge better than the coarse outline did.
        for (let i = 1; i < ROUNDS; i++) {
          const better = guidedBy(colours, made, IDENTITY);
          lookUp(better, NARROWED);
          made = guidedCoefficients(colours, better, reach / 2, even);
        }
        return made;
      }),
    (made) => made.data.byteLength,
  );
}

/** The table that an edge shift and contrast come to. */
function edgeTable({ shift, contrast }: CutOutShape): Float32Array {
  const k = 1 / Math.max(0.02, 1 - contrast / 100);
  return Float32Array.from({ length: 1025 }, (_, i) =>
    Math.min(1, Math.max(0, (i / 1024 - 0.5 + shift / 220) * k + 0.5)),
  );
}

/** How much of each px the subject covers, before its edge is softened, over a region. */
function subject(shape: CutOutShape, context: MaskContext, wanted: Region): Plane {
  const { map } = context;
  const sigma = SMOOTH * meanScale(map);
  const region = grow(wanted, blurMargin(sigma));
  const grid = gridOf(shape);
  const toRender = multiply(map, scaling(1 / grid.scale));
  const colours = coloursOver(shape, context, map, region);
  const back = invert(toRender);
  if (!back) return plane(wanted);
  const rough = guidedBy(colours, coefficients(shape, context, false), back);
  lookUp(rough, NARROWED);
  const out = gaussianBlur(rough, sigma, wanted);
  if (shape.marks.some((m) => m.says === 'hair')) {
    const { width, height } = grid.region;
    const share = context.memo(
      `hair ${numberOf(shape.marks)} ${shape.width} ${shape.height}`,
      () => marked(shape.marks, 'hair', { width, height, scale: grid.scale }),
      (made) => made.data.byteLength,
    );
    const there = sampled(share, back, wanted).data;
    const fine = crop(guidedBy(colours, coefficients(shape, context, true), back), wanted).data;
    for (let i = 0; i < fine.length; i++)
      out.data[i]! += (fine[i]! - out.data[i]!) * Math.min(1, Math.max(0, there[i]!));
  }
  lookUp(out, edgeTable(shape));
  return out;
}

/** A subject separated from its background, live. Until it is found it shows everything. */
export const cutOut: MaskShapeDefinition<CutOutShape> = {
  kind: 'cut-out',
  works: 'alone',
  label: 'Cut-out',
  help: 'The subject of a picture, told from its background by a few strokes.',
  schema: cutOutSchema,
  assets: ({ asset, found }) => (found ? [asset, found.asset] : [asset]),
  render(shape, context) {
    const { wanted, map } = context;
    if (!shape.found) return whole(wanted);
    const sigma = shape.soft * meanScale(map);
    return scoped(() => {
      const region = grow(wanted, blurMargin(sigma));
      const made = subject(shape, context, region);
      return sigma > 0 ? gaussianBlur(made, sigma, wanted) : made;
    });
  },
};
