import type { FlareAxis } from '../definitions/flare-part';
import { defineFlarePart } from '../definitions/flare-part';
import type { Parameters, Values } from '../definitions/parameter';
import { angle, count, length, percent } from '../definitions/number-parameters';
import type { Point } from '../geometry/affine';
import { chance } from '../geometry/chance';
import { blurMargin, gaussianBlur } from '../kernels/blur';
import { composite } from '../kernels/composite';
import { coverage } from '../kernels/coverage';
import { blendNamed } from '../blend/index';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { EMPTY, grow, intersect, isEmpty, unite } from '../pixels/region';
import { towards } from './spectrum';
import { around, brightness, circle, onAxis, soft, spot, spotTable } from './spots';

const parameters = {
  count: {
    ...count('Ghosts', 7, { min: 1, max: 60 }),
    help: 'How many ghosts there are.',
    slider: [1, 20],
  },
  first: {
    ...percent('From', 30, -300, 400),
    help: 'Where along the axis the first one lies.',
    slider: [-50, 250],
  },
  last: {
    ...percent('To', 190, -300, 400),
    slider: [-50, 250],
    help: 'Between which places of the axis they stand: 0 at the light, 100 at the other end.',
  },
  size: length('Size', 60, { help: 'How large they are.', min: 1, max: 4000, slider: [1, 400] }),
  variation: { ...percent('Variation', 75), help: 'How much sizes and places differ.' },
  blades: {
    ...count('Blades', 6, { min: 0, max: 18 }),
    help: 'How many sides they have; below 3 they are round.',
  },
  turn: angle('Turn', 12, { help: 'How their opening is turned.' }),
  softness: { ...percent('Softness', 12), help: 'How soft their edges are.' },
  rim: { ...percent('Rim', 55), help: 'How much brighter the edge is than the middle.' },
  colour: {
    kind: 'colour',
    label: 'Colour',
    help: 'The colour of the first ghost.',
    default: '#ff9d5c',
  },
  other: {
    kind: 'colour',
    label: 'Other colour',
    help: 'The colour of the last ghost.',
    default: '#7ac7ff',
  },
  ...brightness(22),
} as const satisfies Parameters;

/** Images of the aperture that stand along the axis. */
export const ghosts = defineFlarePart({
  kind: 'ghosts',
  label: 'Ghosts',
  help: 'Images of the aperture along the axis, each of its own size and tint by chance.',
  parameters,
  region: (v, axis): Region =>
    ghostsOf(v, axis).reduce(
      (r, g) => unite(r, around(g.at, g.radius * (1 + v.softness / 100) + 3)),
      EMPTY,
    ),
  draw(v, context): ColourBuffer {
    const { wanted, mixing } = context;
    const region = intersect(ghosts.region(v, context), wanted);
    const out = colourBuffer(region);
    if (isEmpty(region)) return out;
    const [one, other] = [context.lit(v.colour), context.lit(v.other)];
    const { mode } = blendNamed('add');
    const inside = 1 - v.rim / 100;
    for (const g of ghostsOf(v, context))
      scoped(() => {
        const sigma = (g.radius * v.softness) / 200;
        const near = around(g.at, g.radius + blurMargin(sigma) + 1);
        const part = intersect(near, region);
        if (isEmpty(part)) return;
        const aperture = apertureOf(g.at, g.radius, v.blades, v.turn);
        const sharp = coverage([aperture], 'nonzero', grow(part, blurMargin(sigma)), sigma > 3);
        const shape = gaussianBlur(sharp, sigma, part);
        const colour = towards(one, other, g.tint);
        const table = spotTable(
          (r) => inside + (1 - inside) * soft(0.35, 1, r),
          () => colour,
          mixing,
        );
        composite(out, spot(table, circle(g.at, g.radius), near, context, shape), mode, g.bright);
      });
    return out;
  },
});

/** One image of the aperture, px of the render; how much of the other colour it has, and how bright it is, 0–1. */
interface Ghost {
  at: Point;
  radius: number;
  tint: number;
  bright: number;
}

function ghostsOf(v: Values<typeof parameters>, axis: FlareAxis & { seed: number }): Ghost[] {
  const many = Math.round(v.count);
  const by = v.variation / 100;
  return Array.from({ length: many }, (_, i) => {
    const own = (k: number) => chance(axis.seed * 8 + 4 + k, i);
    const step = (v.last - v.first) / many;
    const place = v.first + step * (i + 0.5 + (own(0) - 0.5) * by * 1.4);
    return {
      at: onAxis(axis, place),
      radius: v.size * axis.scale * (1 + by * (1.6 * own(1) ** 2 - 0.75)),
      tint: own(2),
      bright: 1 - 0.75 * by * own(3),
    };
  });
}

/** An aperture of blades, round where these are fewer than three, px of the render. */
function apertureOf(at: Point, radius: number, blades: number, turn: number): Float64Array {
  const sides = Math.round(blades);
  const corners = sides < 3 ? 96 : sides;
  const start = (turn * Math.PI) / 180;
  return Float64Array.from({ length: 2 * corners }, (_, i) => {
    const a = start + (2 * Math.PI * (i >> 1)) / corners;
    return i % 2 === 0 ? at.x + radius * Math.cos(a) : at.y + radius * Math.sin(a);
  });
}
