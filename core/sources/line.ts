import * as v from 'valibot';
import { blendNamed } from '../blend/index';
import { contentKey } from '../definitions/content-key';
import { HEX } from '../definitions/parameter';
import type { SourceDefinition } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import { boxUnder, meanScale, regionAround } from '../geometry/affine';
import { composite, compositePlane } from '../kernels/composite';
import { times } from '../kernels/planes';
import { copied, level, masked, pasted } from '../kernels/rows';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer, crop } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { rgb } from '../pixels/colour';
import type { Region } from '../pixels/region';
import { EMPTY, intersect, isEmpty, unite } from '../pixels/region';
import { differenceOf, gapSchema, lineShapeSchema, measuresOf, modifierSchema } from './line-shape';
import type { Pass } from './pass';
import { bodyWidth, passSchema } from './pass';
import { paintedPass, within } from './pass-light';
import { passPlane } from './pass-plane';
import { isLocal, passReach } from './pass-shape';

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
    const { box } = measuresOf(source);
    return box ? litBy(source, box, map) : EMPTY;
  },
  difference(before, source, map) {
    if (before.passes !== source.passes && contentKey(before.passes) !== contentKey(source.passes))
      return null;
    if (!shownPasses(source).every(isLocal)) return null;
    const box = differenceOf(before, source);
    if (box === null) return null;
    if (box === 'nowhere') return EMPTY;
    return unite(litBy(before, box, map), litBy(source, box, map));
  },
  assets: () => [],
  render(source, context) {
    const { hidden, wanted } = context;
    const body = bodyWidth(source.passes);
    const drawn = shownPasses(source).map((pass) => {
      const share = hidden ? 1 - hidden.spill * wideness(pass, body) : 0;
      if (pass.paint !== 'one') {
        const colour = paintedPass(source, pass, context);
        return { pass, colour: hidden ? veiled(colour, hidden.plane, share, 4) : colour };
      }
      const shape = within(passPlane(source, pass, context), wanted);
      return { pass, shape: hidden ? veiled(shape, hidden.plane, share, 1) : shape };
    });
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

/** How much of a pass is a wide halo, 0–1: none of what is as sharp as the line, all of what is far softer. */
function wideness(pass: Pass, body: number): number {
  const t = Math.min(1, Math.max(0, (pass.blur / body - 0.5) / 1.5));
  return t * t * (3 - 2 * t);
}

/** What of a buffer or plane is left where so much is hidden, by a share (0–1) of that. */
function veiled<T extends ColourBuffer | Plane>(
  made: T,
  hidden: Plane,
  share: number,
  channels: 1 | 4,
): T {
  const region = intersect(made.region, hidden.region);
  if (isEmpty(region)) return made;
  return scoped(() => {
    const left = copied(crop(hidden, region, 1), 1);
    level(left, -share, 1);
    const out = copied(made, channels);
    const part = crop(out, region, channels) as T;
    if (channels === 4) pasted(out, masked(part as ColourBuffer, left) as T, 4);
    else {
      const own = copied(part, 1) as Plane;
      times(own, left);
      pasted(out, own as T, 1);
    }
    return out;
  });
}

/** All that a part of a line within a box lights up. */
function litBy(source: LineSource, box: Box, map: Affine): Region {
  const scale = meanScale(map);
  const { widest } = measuresOf(source);
  // What was measured coarsely may lie a px farther off.
  const beyond = shownPasses(source).map((p) => passReach(p, scale, widest) + scale);
  return beyond.length === 0 ? EMPTY : regionAround(boxUnder(map, box), Math.max(...beyond));
}

/** The passes that leave any light. */
const shownPasses = (source: LineSource): Pass[] =>
  source.passes.filter((p) => p.enabled && p.opacity > 0 && (p.draws !== 'stroke' || p.width > 0));
