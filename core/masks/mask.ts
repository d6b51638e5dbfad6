import * as v from 'valibot';
import { numberOf } from '../definitions/content-key';
import type { Before, MaskContext } from '../definitions/mask';
import { length, percent } from '../definitions/number-parameters';
import { parameterEntries } from '../definitions/parameter-schema';
import { placementSchema } from '../definitions/placement';
import { blurMargin, gaussianBlur } from '../kernels/blur';
import { cover } from '../kernels/brush';
import { band, grown, signedDistance } from '../kernels/contour';
import { lookUp, times, without } from '../kernels/planes';
import { copied, level } from '../kernels/rows';
import { whole } from '../paint/whole';
import type { Plane } from '../pixels/buffer';
import { crop, plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { grow } from '../pixels/region';
import { maskShapeOf, maskShapeSchema } from './index';

/** What can be set on every mask, whatever its parts. */
export const maskParameters = {
  invert: { kind: 'switch', label: 'Invert', help: 'Shows what was hidden.', default: false },
  density: {
    ...percent('Density', 100),
    help: 'How much the mask hides: at less than 100 % what is hidden shows through.',
  },
  smooth: {
    ...length('Smooth', 0, { max: 500, slider: [0, 60] }),
    help: 'Rounds off corners and fills notches narrower than so many px.',
  },
  grow: {
    ...length('Grow', 0, { min: -1000, max: 1000, slider: [-60, 60] }),
    help: 'Grows what shows by so many px, or shrinks it; its edge is then sharp.',
  },
  border: {
    ...length('Border', 0, { max: 1000, slider: [0, 60] }),
    help: 'Keeps only a band of so many px about the edge.',
  },
  feather: {
    kind: 'number',
    label: 'Feather',
    help: 'Softens the edge of the mask: standard deviation of a Gaussian.',
    unit: 'σ px',
    min: 0,
    max: 1000,
    slider: [0, 120],
    step: 1,
    default: 0,
  },
  contrast: { ...percent('Contrast', 0), help: 'Makes soft edges narrower, about their middle.' },
  moves: {
    kind: 'switch',
    label: 'Moves along',
    help: 'The mask moves with the layer; otherwise it stays where it is in the scene.',
    default: true,
  },
} as const;

/** What a part of a mask does to those before it. */
export const partWays = [
  { value: 'add', label: 'Shows' },
  { value: 'subtract', label: 'Hides' },
  { value: 'intersect', label: 'Intersects' },
] as const;

export const partSchema = v.strictObject({
  id: v.pipe(v.string(), v.minLength(1), v.maxLength(64)),
  enabled: v.boolean(),
  way: v.picklist(partWays.map((w) => w.value)),
  shape: maskShapeSchema,
});

export const maskSchema = v.strictObject({
  enabled: v.boolean(),
  /** In the order in which they count. One that begins by hiding begins with everything. */
  parts: v.array(partSchema),
  /** How its parts are moved, turned and scaled as one; null if they are where they were drawn. */
  place: v.nullable(placementSchema),
  ...parameterEntries(maskParameters),
});

export type MaskPart = v.InferOutput<typeof partSchema>;
export type Mask = v.InferOutput<typeof maskSchema>;

/**
 * What the parts of a mask show together, 0–1: each shows what it has over what is left (a + b − ab), hides it
 * (a (1 − b)), or keeps only that (ab); strokes are laid on what is there.
 */
function partsPlane(parts: readonly MaskPart[], context: MaskContext): Plane {
  const { wanted } = context;
  const on = parts
    .filter((p) => p.enabled)
    .map((part) => ({ part, definition: maskShapeOf(part.shape) }));
  const [first] = on;
  const all = first?.definition.works === 'alone' && first.part.way !== 'add';
  const start: Before = { made: () => (all ? whole(wanted) : plane(wanted)), name: '' };
  return on
    .reduce<Before>((before, { part, definition }) => {
      const { shape, way } = part;
      return {
        name: `${before.name} ${numberOf(part)}`,
        made: () =>
          definition.works === 'onto'
            ? definition.render(shape, before, context)
            : scoped(() => {
                const made = definition.render(shape, context);
                const out = copied(before.made());
                if (way === 'add') cover(out, made, 1);
                else if (way === 'subtract') without(out, made);
                else times(out, made);
                return out;
              }),
      };
    }, start)
    .made();
}

/** The table that narrows what is between 0 and 1 about its middle: at 100 % it is a step. */
function contrastTable(contrast: number): Float32Array {
  const k = 1 / Math.max(1 / 256, 1 - contrast / 100);
  return Float32Array.from({ length: 1025 }, (_, i) =>
    Math.min(1, Math.max(0, (i / 1024 - 0.5) * k + 0.5)),
  );
}

/**
 * How much of a layer a mask lets through, 0–1, over all of `wanted`: its parts, smoothed, grown, bordered,
 * softened, narrowed, inverted, and lifted by what its density lacks. `map` is that of its parts, `scale` px of the
 * render for one scene px.
 */
export function maskPlane(mask: Mask, context: MaskContext & { scale: number }): Plane {
  const { wanted, scale } = context;
  const sigma = mask.feather * scale;
  const by = mask.grow * scale;
  const [round, half] = [(mask.smooth * scale) / 2, (mask.border * scale) / 2];
  return scoped(() => {
    const soft = grow(wanted, blurMargin(sigma));
    const near = half === 0 ? soft : grow(soft, Math.ceil(half) + 3);
    const far = by === 0 ? near : grow(near, Math.ceil(Math.abs(by)) + 3);
    const rough = round === 0 ? far : grow(far, blurMargin(round) + 3);
    let made = partsPlane(mask.parts, { ...context, wanted: rough });
    // Where a blur of the shape is half is its edge without what is narrower than the blur.
    if (round > 0) made = grown(gaussianBlur(made, round, grow(far, 3)), 0, far, false);
    if (by !== 0) made = grown(made, by, near, false);
    if (half > 0)
      made = crop(band(signedDistance(made, near, { reach: half + 1 }), -half, half), soft);
    if (sigma > 0) made = gaussianBlur(made, sigma, wanted);
    const density = mask.density / 100;
    if (!mask.invert && density === 1 && mask.contrast === 0) return crop(made, wanted);
    const out = copied(crop(made, wanted));
    if (mask.contrast > 0) lookUp(out, contrastTable(mask.contrast));
    if (mask.invert || density < 1)
      level(out, mask.invert ? -density : density, mask.invert ? 1 : 1 - density);
    return out;
  });
}
