import { centreOf } from '../../definitions/centre';
import type { ChoiceParameter } from '../../definitions/parameter';
import type { StepContext } from '../../definitions/step';
import { compile } from '../../fields/compile';
import type { Term } from '../../fields/field';
import { X, Y, abs, add, clamped, divide, fract, multiply, subtract } from '../../fields/field';
import type { Point } from '../../geometry/affine';
import {
  invert,
  meanScale,
  multiply as composed,
  regionAround,
  scaling,
  translation,
} from '../../geometry/affine';
import type { Beyond } from '../../kernels/distort';
import { distortedBy, extended } from '../../kernels/distort';
import { fieldColours, fieldPlanes } from '../../kernels/field';
import { maskInPlace } from '../../kernels/rows';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { EMPTY, grow, intersect, isEmpty } from '../../pixels/region';

/** Distortions: each px takes its colours from a place that a formula says. */

/** What is taken from beyond the picture. */
export const beyond: ChoiceParameter<Beyond> = {
  kind: 'choice',
  label: 'Outside',
  help: 'What comes in from beyond the picture: what lies there, or the picture mirrored or repeated.',
  options: [
    { value: 'as-is', label: 'what lies there' },
    { value: 'mirrored', label: 'the picture mirrored' },
    { value: 'repeated', label: 'the picture repeated' },
  ],
  default: 'as-is',
};

/** How far colours come from, px of the step's lengths, for a place at (x, y) from the centre along the axes of the layer. */
export type Way = (x: Term, y: Term) => readonly [across: Term, down: Term];

/** What a distortion does. */
export interface Distortion {
  /** Px of the layer's own; null for the middle of the picture. */
  centre: Point | null;
  beyond: Beyond;
  /** How far colours come from at most, px of the step's lengths; Infinity for anywhere. */
  reach: number;
  way: Way;
  /** How much there is of a place, 0–1, by how large a px of the render is (px of lengths); left out, all. */
  cover?(x: Term, y: Term, px: number): Term;
}

/** What is mixed beside the place that colours come from, px of the render: half of what a px takes its mean over, and a spline. */
const BESIDE = 11;

/** What a distortion needs beyond a region: how far colours come from, and what is mixed beside them. */
export const distortMargin = (reach: number, scale: number): number =>
  Math.ceil(reach * scale) + BESIDE;

/** A place along one side of the frame for one beyond it, px: mirrored at its ends, or as it repeats. */
function folded(at: Term, size: number, how: 'mirrored' | 'repeated'): Term {
  if (how === 'repeated') return multiply(size, fract(divide(at, size)));
  const t = multiply(2 * size, fract(divide(at, 2 * size)));
  return subtract(size, abs(subtract(t, size)));
}

/** The pixels of a layer through a distortion. */
export function distorted(
  input: ColourBuffer,
  context: StepContext,
  { centre, beyond: how, reach, way, cover }: Distortion,
): ColourBuffer {
  const { map, scale, scene } = context;
  const margin = distortMargin(reach, scale);
  const near = Number.isFinite(margin) ? grow(input.region, margin) : context.wanted;
  const wanted = how === 'as-is' ? intersect(context.wanted, near) : context.wanted;
  const at = centreOf(centre, context);
  const unit = meanScale(map) / scale;
  // From px of lengths about the centre, along the axes of the layer, to px of the render.
  const toRender = composed(map, composed(translation(at.x, at.y), scaling(1 / unit)));
  const back = invert(toRender);
  if (isEmpty(wanted) || !back) return colourBuffer(EMPTY);
  return scoped(() => {
    const [a, b, c, d, e, f] = toRender;
    const [across, down] = way(X, Y);
    let x = add(multiply(a, across), multiply(c, down));
    let y = add(multiply(b, across), multiply(d, down));
    let pixels = input;
    const frame = regionAround(scene, 0);
    if (how !== 'as-is' && !isEmpty(frame)) {
      const [ownX, ownY] = [
        add(e - frame.x, multiply(a, X), multiply(c, Y)),
        add(f - frame.y, multiply(b, X), multiply(d, Y)),
      ];
      x = subtract(folded(add(ownX, x), frame.width, how), ownX);
      y = subtract(folded(add(ownY, y), frame.height, how), ownY);
      pixels = extended(input, frame, grow(frame, BESIDE), how);
    }
    const ways = fieldColours(compile([x, y, NaN, NaN]), back, grow(wanted, 1));
    const out = distortedBy(pixels, ways, wanted);
    if (cover) {
      const shown = clamped(cover(X, Y, meanScale(back)));
      maskInPlace(out, fieldPlanes(compile([shown]), back, wanted)[0]!);
    }
    return out;
  });
}

/** Whether a distortion takes colours from the far side of the picture. */
export const isCarriedFar = ({ beyond: how }: { beyond: Beyond }): boolean => how !== 'as-is';
