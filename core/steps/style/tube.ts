import { blendNamed } from '../../blend/index';
import { blendParameter } from '../../blend/parameter';
import { haloOf, tailFalls } from '../../definitions/blurring';
import type { Values } from '../../definitions/parameter';
import { intensity, length, percent, seed } from '../../definitions/number-parameters';
import type { Piece, StyleContext } from '../../definitions/step';
import { defineStyle } from '../../definitions/step';
import { IDENTITY, meanScale } from '../../geometry/affine';
import { piece } from '../../geometry/dash';
import type { Strand } from '../../geometry/strand';
import { displaced, lengthsOf, mapped } from '../../geometry/strand';
import { compositePlanes } from '../../kernels/composite';
import { towards } from '../../paint/lamp';
import { oneColour } from '../../paint/paint';
import type { ColourBuffer, Plane } from '../../pixels/buffer';
import { unwritten } from '../../pixels/buffer';
import { rgb } from '../../pixels/colour';
import { scoped } from '../../pixels/heap';
import { EMPTY, unite } from '../../pixels/region';
import { strokePlane } from '../../sources/pass-shape';
import type { Blur } from '../../sources/stroke';
import { shapeReach, underBlur } from '../../sources/stroke';
import { lengths, opacity } from './parameters';
import type { Tube, Ways } from './tube-ways';
import { isOut, tubesIn } from './tube-ways';

const CENTRE = { along: ['centre'] };

/** Tubes of glass and gas that a shape is bent from, as signs are: along its outline or its centre line. */
export const tube = defineStyle({
  kind: 'style.tube',
  label: 'Tube',
  emits: true,
  help: 'Glass tubes bent along the outline or the centre line of the shape, lit by the gas in them.',
  first: ['width', 'colour', 'halo'],
  parameters: {
    along: {
      kind: 'choice',
      label: 'Path',
      help: 'Whether tubes run round the shape, or along the middle of its strokes.',
      options: [
        { value: 'outline', label: 'The outline' },
        { value: 'centre', label: 'The centre line' },
      ],
      default: 'centre',
    },
    inset: {
      kind: 'number',
      label: 'Inset',
      help: 'How far inside the edge it runs; below 0, outside it.',
      unit: 'px',
      ...{ min: -500, max: 500, slider: [-40, 60], step: 1, default: 8 },
      needs: { along: ['outline'] },
    },
    width: length('Width', 10, {
      min: 0.5,
      max: 500,
      slider: [1, 60],
      help: 'How thick the glass is.',
    }),
    thickness: {
      ...percent('Thick as the shape', 0),
      help: 'How much of its width it has from the thickness of the shape.',
      needs: CENTRE,
    },
    spurs: length('Shortest branch', 0, {
      max: 2000,
      slider: [0, 100],
      help: 'Branches that are shorter than this are left out.',
      needs: CENTRE,
    }),
    bends: length('Bends', 6, {
      max: 400,
      slider: [0, 60],
      help: 'How round it is bent at corners.',
    }),
    gap: length('Gap', 0, {
      max: 2000,
      slider: [0, 100],
      help: 'What is left free where a tube closes on itself or meets another.',
    }),
    ends: {
      kind: 'choice',
      label: 'Ends',
      help: 'Lit to the end; or blocked out with black paint, where they bend back to the wall.',
      options: [
        { value: 'lit', label: 'Lit' },
        { value: 'blocked', label: 'Blocked out' },
      ],
      default: 'lit',
    },
    colour: { kind: 'colour', label: 'Colour', help: 'The colour of the gas.', default: '#ff3d0a' },
    intensity: { ...intensity, default: 4 },
    halo: length('Halo', 6, {
      max: 400,
      slider: [0, 60],
      help: 'How wide the bright part of its halo is; 0 leaves the halo out.',
    }),
    ...tailFalls(1.3, 400),
    haloOpacity: {
      ...percent('Halo’s share', 60),
      help: 'How much light the halo has beside the tube.',
    },
    out: { ...percent('Broken tubes', 0), help: 'How many of the tubes give no light.' },
    flicker: {
      ...percent('Flicker', 30),
      help: 'How far gas still glows from the ends of tubes that are out.',
    },
    glass: { ...percent('Glass', 60), help: 'How well the glass itself is seen, lit or not.' },
    holders: length('Holder spacing', 0, {
      max: 5000,
      slider: [0, 400],
      help: 'Brackets that hold the glass, one so often; 0 leaves them out.',
    }),
    standsOff: length('Distance from wall', 0, {
      max: 1000,
      slider: [0, 120],
      help: 'How far it stands off the wall, on which its shadow falls as the scene light says.',
    }),
    seed: seed(),
    blend: blendParameter('Blend', 'add'),
    opacity: { ...opacity(), help: 'How much of the tube there is.' },
    lengths,
  },
  margin(v, scale) {
    const reach = Math.max(0, -v.inset) + v.width * WIDEST + v.bends + v.standsOff * FARTHEST;
    const blur = Math.max(shapeReach(haloBlurOf(v, scale)), shapeReach(v.standsOff * scale));
    return Math.ceil(reach * scale + blur) + 2;
  },
  pieces(v) {
    const solid = { lands: 'above', blend: 'normal', opacity: 1, unlit: true } as const;
    const light = { lands: 'above', blend: v.blend, opacity: v.opacity / 100 } as const;
    const pieces: Piece[] = [];
    const add = (of: Omit<Piece, 'draw'>, draw: Drawer) =>
      pieces.push({
        ...of,
        draw: (_shape, context) => scoped(() => draw(v, tubesFor(v, context), context)),
      });
    if (v.standsOff > 0) add({ ...solid, opacity: 0.6 }, shadows);
    if (v.holders > 0) add(solid, holders);
    if (v.glass > 0 || v.ends === 'blocked') add(solid, glasses);
    if (v.halo > 0 && v.haloOpacity > 0)
      add({ ...light, opacity: (light.opacity * v.haloOpacity) / 100 }, (values, tubes, context) =>
        lit(values, tubes, haloBlurOf(values, context.scale), context),
      );
    add(light, (values, tubes, context) =>
      lit(values, tubes, values.width * SOFT * context.scale, context),
    );
    return pieces;
  },
});

type TubeValues = Values<typeof tube.parameters>;
type Drawer = (v: TubeValues, tubes: readonly Tube[], context: StyleContext) => ColourBuffer;

/** A tube that is as thick as the shape may be so many times as wide as one that is not. */
const WIDEST = 4;
/** Shadows go so many times as far as what stands off the wall, at most. */
const FARTHEST = 4;
/** A rod of gas is brightest where it is deepest: its edge is as soft as a blur of this share of its width. */
const SOFT = 0.14;
/** The light ends so many widths before a blocked end. */
const BLOCKED = 1.3;
/** What is out glows weaker, and in so many steps from the ends on. */
const GLOWS = { most: 0.5, steps: 6 };

const haloBlurOf = (v: TubeValues, scale: number): Blur =>
  v.halo > 0 ? haloOf(v.halo * scale, v, scale) : 0;

/** The tubes of the shape, px of the render; none of a shape without edges. */
function tubesFor(v: TubeValues, context: StyleContext): Tube[] {
  const whole = context.whole();
  if (!whole) return [];
  const ways: Ways = {
    ...{ along: v.along, inset: v.inset, spurs: v.spurs, bends: v.bends },
    ...{ thickness: v.thickness / 100, width: v.width, gap: v.gap },
  };
  return tubesIn(whole, ways, context);
}

/** Strands (px of the render) stroked so wide, in px of the render, under a blur. */
const drawn = (
  strands: readonly Strand[],
  width: number,
  blur: Blur,
  { wanted }: StyleContext,
): Plane =>
  underBlur(blur, IDENTITY, wanted, 1, (grid) =>
    strokePlane(
      strands.map((s) => mapped(s, grid.map, 1)),
      { cap: 'round', join: 'round' },
      (width * meanScale(grid.map)) / 2,
      grid,
    ),
  );

/** From one distance along a strand to another, px; null if there is nothing between. */
const between = (strand: Strand, from: number, to: number): Strand | null =>
  to > from ? piece(strand, lengthsOf(strand), from, to) : null;

const totalOf = (strand: Strand): number => lengthsOf(strand).at(-1) ?? 0;

/** How much of a strand is blocked out at either end, px; `width` of the tube in the same px. */
const blockedOf = ({ ends }: TubeValues, strand: Strand, width: number): number =>
  ends === 'blocked' && !strand.closed ? Math.min(BLOCKED * width, totalOf(strand) / 3) : 0;

/** What of the tubes gives light. */
function litStrands(v: TubeValues, tubes: readonly Tube[], { scale }: StyleContext): Strand[] {
  const width = v.width * scale;
  return tubes.flatMap((t) => {
    const { strand } = t;
    const total = totalOf(strand);
    const dark = blockedOf(v, strand, width);
    if (!isOut(t, v.out / 100, v.seed)) return between(strand, dark, total - dark) ?? [];
    // From its ends, or where it closes, the gas glows a little way and fades.
    const glows = ((total - 2 * dark) / 2) * (v.flicker / 100);
    return Array.from({ length: GLOWS.steps }, (_, i) => {
      const part = (glows * (i + 1)) / GLOWS.steps;
      const strength = GLOWS.most / GLOWS.steps;
      return [
        between(strand, dark, dark + part),
        between(strand, total - dark - part, total - dark),
      ].flatMap((s) => (s ? { ...s, strength } : []));
    }).flat();
  });
}

/** The light of the tubes. */
const lit = (
  v: TubeValues,
  tubes: readonly Tube[],
  blur: Blur,
  context: StyleContext,
): ColourBuffer =>
  oneColour(
    drawn(litStrands(v, tubes, context), v.width * context.scale, blur, context),
    v.colour,
    context.mixing,
  );

/** Planes in colours of their own, back to front. */
function inColours(
  parts: readonly (readonly [shape: Plane, colour: string, opacity: number])[],
  { mixing }: StyleContext,
): ColourBuffer {
  const region = parts.reduce((r, [shape]) => unite(r, shape.region), EMPTY);
  const { mode } = blendNamed('normal');
  return compositePlanes(
    region,
    parts.map(([shape, colour, opacity]) => ({
      ...{ shape, mode, opacity },
      colour: rgb(colour, mixing),
    })),
  );
}

/** The glass: a dark rod, a light on the side of the lamp, and black paint at the ends. */
function glasses(v: TubeValues, tubes: readonly Tube[], context: StyleContext): ColourBuffer {
  const width = v.width * context.scale;
  const strands = tubes.map((t) => t.strand);
  const [x, y] = towards(context.lamp);
  const shine = strands.map((s) => displaced(s, () => [x * width * 0.26, y * width * 0.26]));
  const painted =
    v.ends === 'blocked'
      ? strands
          .filter((s) => !s.closed)
          .flatMap((s) => {
            const total = totalOf(s);
            const dark = blockedOf(v, s, width);
            return [between(s, 0, dark), between(s, total - dark, total)].flatMap((p) => p ?? []);
          })
      : [];
  const share = v.glass / 100;
  return inColours(
    [
      [drawn(strands, width * 1.25, 0.06 * width, context), '#14171c', share * 0.75],
      [drawn(strands, width * 0.8, 0.12 * width, context), '#3a4048', share * 0.5],
      [drawn(shine, width * 0.16, 0.07 * width, context), '#dfe6ee', share * 0.45],
      [drawn(painted, width * 1.3, 0.04 * width, context), '#08080a', 1],
    ],
    context,
  );
}

/** Brackets across the tubes: a dark clasp, and a light on it. */
function holders(v: TubeValues, tubes: readonly Tube[], context: StyleContext): ColourBuffer {
  const { scale } = context;
  const [width, every] = [v.width * scale, v.holders * scale];
  const clasps = tubes.flatMap(({ strand }) => {
    const total = totalOf(strand);
    const many = Math.min(200, Math.max(total > 4 * width ? 1 : 0, Math.round(total / every)));
    return Array.from({ length: many }, (_, i) => {
      const at = (total * (i + 0.5)) / many;
      return between(strand, at - 0.12 * width, at + 0.12 * width);
    }).flatMap((s) => s ?? []);
  });
  if (clasps.length === 0) return unwritten(EMPTY, 4);
  return inColours(
    [
      [drawn(clasps, width * 1.9, 0.05 * width, context), '#1b1d20', 0.95],
      [drawn(clasps, width * 1.5, 0.1 * width, context), '#565b62', 0.6],
    ],
    context,
  );
}

/** What the glass takes from the light of the lamp on the wall behind it. */
function shadows(v: TubeValues, tubes: readonly Tube[], context: StyleContext): ColourBuffer {
  const { scale, lamp, mixing } = context;
  const [x, y, z] = towards(lamp);
  const far = Math.min(FARTHEST, 1 / Math.max(z, 0.05)) * v.standsOff * scale;
  const strands = tubes.map(({ strand }) => displaced(strand, () => [-x * far, -y * far]));
  return oneColour(
    drawn(strands, v.width * scale, v.standsOff * scale * 0.25, context),
    '#000000',
    mixing,
  );
}
