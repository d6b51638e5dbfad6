import type { Parameters, Values } from '../../definitions/parameter';
import { angle, length, percent, seed } from '../../definitions/number-parameters';
import type { StepContext } from '../../definitions/step';
import { defineStep } from '../../definitions/step';
import { compile } from '../../fields/compile';
import {
  PLANE,
  X,
  Y,
  mix,
  clamped,
  subtract,
  add,
  divide,
  multiply as product,
} from '../../fields/field';
import { invert, meanScale, multiply, rotation, scaling } from '../../geometry/affine';
import { fieldPlanes } from '../../kernels/field';
import { level } from '../../kernels/rows';
import { shadeByRelief } from '../../paint/relief';
import type { ColourBuffer, Plane } from '../../pixels/buffer';
import { colourBuffer, crop, unwritten } from '../../pixels/buffer';
import { rgb } from '../../pixels/colour';
import { scoped } from '../../pixels/heap';
import { EMPTY, grow, intersect, isEmpty, unite } from '../../pixels/region';
import { tileColours } from './tile-colours';
import { tilesAlongEdges } from './tiles-along-edges';
import type { Tiling } from './tiles';
import { bricks, hexagons, irregular, squares, triangles } from './tiles';

/** How far the largest tiles reach from any of their places, tiles. */
const REACH = 2.3;

const mosaicParameters = {
  shape: {
    kind: 'choice',
    label: 'Tiles',
    help: 'The shape of the tiles.',
    options: [
      { value: 'irregular', label: 'Irregular' },
      { value: 'square', label: 'Squares' },
      { value: 'hexagon', label: 'Hexagons' },
      { value: 'triangle', label: 'Triangles' },
      { value: 'brick', label: 'Bricks' },
    ],
    default: 'irregular',
  },
  size: {
    ...length('Tile size', 40, { min: 1, max: 5000, slider: [4, 300] }),
    help: 'How large a tile is, from edge to edge.',
  },
  loose: {
    ...percent('Irregular', 80),
    help: 'At 0 % all are squares.',
    needs: { shape: ['irregular'] },
  },
  along: {
    ...percent('Along edges', 0),
    help: 'How far the borders of tiles run along the edges of the picture.',
    needs: { shape: ['irregular'] },
    absent: 0,
  },
  turn: angle('Turn', 0, { help: 'How the rows of tiles are turned.' }),
  grout: {
    ...percent('Grout', 6, 0, 60),
    slider: [0, 30],
    help: 'How wide the gaps between tiles are.',
  },
  groutColour: {
    kind: 'colour',
    label: 'Grout colour',
    help: 'The colour between the tiles.',
    default: '#1a1714',
    needs: { grout: 'some' },
  },
  groutOpacity: {
    ...percent('Grout opacity', 100),
    help: 'How much the grout covers: at 0 the picture shows between the tiles.',
    needs: { grout: 'some' },
  },
  bevel: {
    ...percent('Bevel', 20, -200, 200),
    slider: [-100, 100],
    help: 'How far the edges of tiles are rounded off, in the scene light.',
  },
  edges: {
    kind: 'choice',
    label: 'At the edges',
    help: 'What becomes of tiles that the layer covers in part.',
    options: [
      { value: 'cut', label: 'The layer cuts them' },
      { value: 'whole', label: 'They stay whole' },
    ],
    default: 'cut',
  },
  seed: { ...seed(), needs: { shape: ['irregular'] } },
} as const satisfies Parameters;

type MosaicValues = Values<typeof mosaicParameters>;

/** A picture broken into tiles, each in the mean colour of what it covers. */
export const mosaic = defineStep({
  kind: 'surface.mosaic',
  label: 'Mosaic',
  help: 'Breaks a picture into tiles in the colours of what they cover, with grout between, bevelled by the scene light.',
  parameters: mosaicParameters,
  seesPlace: true,
  seesLamp: true,
  margin: ({ size }, scale) => Math.ceil(REACH * size * scale) + 3,
  apply: (input, v, context) => scoped(() => tiled(input, v, context)),
});

/** The fields of the tiles of a mosaic. */
function tilingOf(v: MosaicValues): Tiling {
  switch (v.shape) {
    case 'square':
      return squares(X, Y);
    case 'hexagon':
      return hexagons(X, Y);
    case 'triangle':
      return triangles(X, Y);
    case 'brick':
      return bricks(X, Y);
    default:
      return irregular(X, Y, v.loose / 100, Math.round(v.seed));
  }
}

/** How large a tile is, in squares of its size. */
const AREAS: Readonly<Record<string, number>> = {
  brick: 2,
  hexagon: Math.sqrt(3) / 2,
  triangle: Math.sqrt(3) / 4,
};

/** Tiles of fewer px than one for so many of them have no edges that could be followed. */
const SMALLEST = 1 / 3;

/** How wide the rounded edge of a tile is, tiles. */
const ROUND = 0.16;

function tiled(input: ColourBuffer, v: MosaicValues, context: StepContext): ColourBuffer {
  const { map, scale, lamp, mixing } = context;
  const reach = Math.ceil(REACH * v.size * scale) + 2;
  const wanted = intersect(
    context.wanted,
    v.edges === 'cut' ? input.region : grow(input.region, reach),
  );
  const unit = (v.size * scale) / (meanScale(map) || 1);
  const back = invert(multiply(map, multiply(rotation((v.turn * Math.PI) / 180), scaling(unit))));
  if (!back || isEmpty(wanted)) return colourBuffer(EMPTY);
  // Beyond its pixels there is nothing that would count.
  const near = intersect(grow(wanted, reach), unite(input.region, wanted));
  const px = meanScale(back);
  const followed =
    v.shape === 'irregular' && (v.along ?? 0) > 0 && px < SMALLEST
      ? tilesAlongEdges(crop(input, near), back, {
          ...{ loose: v.loose / 100, seed: Math.round(v.seed), along: v.along! / 100 },
        })
      : null;
  const tiling = tilingOf(v);
  const edge = followed ? PLANE : tiling.edge;
  // Tiles of less than two px have no edge that could be seen.
  const seen = Math.max(0, Math.min(1, (1 / px - 2) / 6));
  // A half of the grout lies on either side.
  const gap = v.grout / 200;
  // A px sees the grout from the tile's side to that of the next, however thin it is.
  const from = (side: number) =>
    clamped(add(divide(subtract(side, edge), Math.max(px, 1e-6)), 0.5));
  const sharp = subtract(1, subtract(from(gap), from(-gap)));
  const body = v.grout > 0 ? mix(1 - 2 * gap, sharp, seen) : 1;
  // Rounded off: as steep as one in one at the edge, and level farther in.
  const inwards = clamped(divide(subtract(edge, gap), ROUND));
  const height = product(ROUND / 2, inwards, subtract(2, inwards));
  const planes = followed
    ? [
        ...[followed.column, followed.row],
        ...fieldPlanes(compile([body]), back, near, followed.edge),
      ]
    : fieldPlanes(compile([tiling.column, tiling.row, body]), back, near);
  const area = (AREAS[v.shape] ?? 1) / px ** 2;
  const made = laid(crop(input, near), v, { mixing, area }, planes, wanted);
  if (v.bevel * seen !== 0) {
    const around = grow(wanted, 1);
    const edges = followed ? crop(followed.edge, around) : null;
    const [heights] = fieldPlanes(compile([height]), back, around, edges);
    level(heights!, (seen * v.bevel) / 100 / px, 0);
    shadeByRelief(made, heights!, lamp, mixing);
  }
  return made;
}

/** The tiles in their colours, and the grout between, over `wanted`. */
function laid(
  pixels: ColourBuffer,
  v: MosaicValues,
  { mixing, area }: { mixing: StepContext['mixing']; area: number },
  [column, row, body]: Plane[],
  wanted: ColourBuffer['region'],
): ColourBuffer {
  const { region } = pixels;
  const { sums, tiles } = tileColours(pixels, column!, row!);
  const out: ColourBuffer = unwritten(wanted, 4);
  const [r, g, b] = rgb(v.groutColour, mixing);
  const covers = v.groutOpacity / 100;
  const whole = v.edges === 'whole';
  for (let y = 0, p = 0; y < wanted.height; y++) {
    let i = (wanted.y + y - region.y) * region.width + wanted.x - region.x;
    for (let x = 0; x < wanted.width; x++, i++, p += 4) {
      const tile = 4 * tiles[i]!;
      const sum = sums[tile + 3]!;
      // A tile that stays whole is there if it covers at least a half.
      const alpha = whole ? (sum >= area / 2 ? 1 : 0) : pixels.data[4 * i + 3]!;
      const share = sum > 0 ? alpha / sum : 0;
      const cover = body!.data[i]!;
      const rest = (1 - cover) * alpha * covers;
      out.data[p] = sums[tile]! * share * cover + r * rest;
      out.data[p + 1] = sums[tile + 1]! * share * cover + g * rest;
      out.data[p + 2] = sums[tile + 2]! * share * cover + b * rest;
      out.data[p + 3] = alpha * cover + rest;
    }
  }
  return out;
}
