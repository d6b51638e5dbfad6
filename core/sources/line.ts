import * as v from 'valibot';
import { blendNamed } from '../blend/index';
import { HEX } from '../definitions/parameter';
import type { SourceDefinition } from '../definitions/source';
import { boxUnder, meanScale } from '../geometry/affine';
import { composite, compositePlane } from '../kernels/composite';
import { colourBuffer } from '../pixels/buffer';
import { rgb } from '../pixels/colour';
import { EMPTY, covering, grow, isEmpty, unite } from '../pixels/region';
import { gapSchema, lineShapeSchema, measuresOf, modifierSchema } from './line-shape';
import type { Pass } from './pass';
import { passSchema } from './pass';
import { paintedPass, passPlane, passReach } from './pass-light';

export const lineSchema = v.strictObject({
  kind: v.literal('line'),
  light: v.pipe(v.string(), v.regex(HEX, 'The light colour must be written #rrggbb.')),
  shape: lineShapeSchema,
  /** Where the line is broken, as a tube of glass is. */
  gaps: v.array(gapSchema),
  /** In the order of computation. */
  modifiers: v.array(modifierSchema),
  /** Back to front. */
  passes: v.array(passSchema),
});

export type LineSource = v.InferOutput<typeof lineSchema>;

/** A path drawn several times, back to front: wide and soft first, the core last. */
export const lineSource: SourceDefinition<LineSource> = {
  kind: 'line',
  label: 'Line of light',
  help: 'A path drawn several times over: wide and soft, then narrow and bright.',
  schema: lineSchema,
  box: (source) => measuresOf(source).box,
  extent(source, map) {
    const { box, widest } = measuresOf(source);
    if (!box) return EMPTY;
    const { x0, y0, x1, y1 } = boxUnder(map, box);
    const scale = meanScale(map);
    // What was measured coarsely may lie a px farther off.
    const beyond = shownPasses(source).map((p) => passReach(p, scale, widest) + scale);
    // A line may be straight: its box has no height.
    return beyond.length === 0
      ? EMPTY
      : grow(covering(x0, y0, x1 + 1e-6, y1 + 1e-6), Math.ceil(Math.max(...beyond)));
  },
  assets: () => [],
  render(source, context) {
    const drawn = shownPasses(source).map((pass) =>
      pass.paint === 'one'
        ? { pass, shape: passPlane(source, pass, context) }
        : { pass, colour: paintedPass(source, pass, context) },
    );
    const region = drawn.reduce((r, d) => unite(r, (d.shape ?? d.colour).region), EMPTY);
    const out = colourBuffer(region);
    if (isEmpty(region)) return out;
    for (const { pass, shape, colour } of drawn) {
      const { mode } = blendNamed(pass.blend);
      const opacity = pass.opacity / 100;
      if (shape) compositePlane(out, shape, rgb(pass.colour, context.mixing), mode, opacity);
      else composite(out, colour, mode, opacity);
    }
    return out;
  },
};

/** The passes that leave any light. */
const shownPasses = (source: LineSource): Pass[] =>
  source.passes.filter((p) => p.enabled && p.opacity > 0 && (p.draws !== 'stroke' || p.width > 0));
