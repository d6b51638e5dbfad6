import * as v from 'valibot';
import type { MaskContext } from '../definitions/mask';
import type { Values } from '../definitions/parameter';
import { parameterSchema, percent } from '../definitions/parameter';
import { blurMargin, gaussianBlur } from '../kernels/blur';
import { copied, level } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { grow } from '../pixels/region';
import { maskShapeOf, maskShapeSchema } from './index';

/** What can be set on every mask, whatever its shape. */
export const maskParameters = {
  invert: { kind: 'switch', label: 'Invert', help: 'Shows what was hidden.', default: false },
  density: percent('Density', 100),
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
  moves: {
    kind: 'switch',
    label: 'Moves along',
    help: 'The mask moves with the layer; otherwise it stays where it is in the scene.',
    default: true,
  },
} as const;

type Entries = {
  [K in keyof typeof maskParameters]: v.GenericSchema<Values<typeof maskParameters>[K]>;
};

export const maskSchema = v.strictObject({
  enabled: v.boolean(),
  shape: maskShapeSchema,
  ...(Object.fromEntries(
    Object.entries(maskParameters).map(([k, p]) => [k, parameterSchema(p)]),
  ) as Entries),
});

export type Mask = v.InferOutput<typeof maskSchema>;

/**
 * How much of a layer a mask lets through, 0–1, over all of `wanted`: its shape, softened, inverted,
 * and lifted by what its density lacks. `scale` is px of the render for one scene px.
 */
export function maskPlane(mask: Mask, context: MaskContext & { scale: number }): Plane {
  const { wanted, scale } = context;
  const sigma = mask.feather * scale;
  return scoped(() => {
    const around = grow(wanted, blurMargin(sigma));
    const shape = maskShapeOf(mask.shape).render(mask.shape, { ...context, wanted: around });
    const soft = sigma > 0 ? gaussianBlur(shape, sigma, wanted, 1) : shape;
    const density = mask.density / 100;
    if (!mask.invert && density === 1) return soft;
    const out = copied(soft, 1);
    level(out, mask.invert ? -density : density, mask.invert ? 1 : 1 - density);
    return out;
  });
}
