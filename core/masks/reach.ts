import * as v from 'valibot';
import { namedLayerSchema } from '../definitions/id';
import type { Look, MaskContext, MaskShapeDefinition } from '../definitions/mask';
import { percent } from '../definitions/number-parameters';
import { HEX, parameterEntries } from '../definitions/parameter-schema';
import { apply, invert, multiply } from '../geometry/affine';
import { coordinate } from '../geometry/coordinate';
import { likeness } from '../kernels/likeness';
import { lookUp, sampled, times } from '../kernels/planes';
import { level } from '../kernels/rows';
import type { Plane } from '../pixels/buffer';
import { plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { touching } from './touching';

/** What can be set on a colour reach. */
export const reachParameters = {
  tolerance: {
    ...percent('Tolerance', 12),
    help: 'How far a colour may be from the one that was clicked: black is 100 from white.',
  },
  soft: { ...percent('Soft edge', 6), help: 'Over so much more it fades out.' },
  touching: {
    kind: 'switch',
    label: 'Touching',
    help: 'Only what hangs together with the place that was clicked; otherwise everywhere.',
    default: true,
  },
} as const;

export const reachSchema = v.strictObject({
  kind: v.literal('reach'),
  /** The id of the layer whose colours count; null for those of the scene. */
  of: namedLayerSchema,
  /** The place that was clicked, the mask's own px, and its colour. */
  x: coordinate,
  y: coordinate,
  colour: v.pipe(v.string(), v.regex(HEX, 'The colour must be written #rrggbb.')),
  ...parameterEntries(reachParameters),
});

export type ReachShape = v.InferOutput<typeof reachSchema>;

/** The longer side of the grid on which connected regions are found, px. */
const SIDE = 1024;

/** How far 0–100 of a colour's distance count, from 1 to 0: the table's first entry is for 0, its last for 128. */
function table({ tolerance, soft }: ReachShape): Float32Array {
  const width = Math.max(0.25, soft);
  return Float32Array.from({ length: 2049 }, (_, i) =>
    Math.min(1, Math.max(0, (tolerance + width - i / 16) / width)),
  );
}

/** How alike the colours of a buffer are to the one that was clicked, 0–1. */
function alike(shape: ReachShape, colours: ReturnType<Look['colours']>, { mixing }: MaskContext) {
  const out = likeness(colours, shape.colour, mixing);
  level(out, 1 / 128, 0);
  lookUp(out, table(shape));
  return out;
}

/** The px round the place that was clicked, of all that are alike. Edges stay as sharp as the render. */
function fromPlace(shape: ReachShape, look: Look, context: MaskContext, out: Plane): void {
  const { colours, toRender } = look.grid(SIDE);
  const back = invert(toRender);
  if (!back) return;
  const seed = apply(multiply(back, context.map), shape);
  const near = touching(alike(shape, colours, context), seed);
  times(out, sampled(near, back, out.region));
}

/** All of a colour, live. One whose layer is gone shows nothing. */
export const reach: MaskShapeDefinition<ReachShape> = {
  kind: 'reach',
  works: 'alone',
  label: 'Colour reach',
  help: 'All that is like a colour, from the place that was clicked or everywhere.',
  schema: reachSchema,
  assets: () => [],
  render(shape, context) {
    const { wanted } = context;
    const look = context.look(shape);
    if (!look) return plane(wanted);
    return scoped(() => {
      const out = alike(shape, look.colours(wanted), context);
      if (shape.touching) fromPlace(shape, look, context, out);
      return out;
    });
  },
};
