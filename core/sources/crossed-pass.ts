import type { SourceContext } from '../definitions/source';
import { IDENTITY } from '../geometry/affine';
import type { Strand } from '../geometry/strand';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import type { Crossing } from './crossings';
import { crossingsOf, layering, overs } from './crossings';
import type { LineSource } from './line-source';
import { drawnStrands } from './line-shape';
import type { Pass } from './pass';
import { bodyWidth } from './pass';
import { passPlane } from './pass-plane';
import type { PartOfLine, PassContext } from './pass-shape';
import { summed, veiled, wideness, wovenPass } from './woven-pass';

/** Passes of a line that goes over and under itself. */

/** How wide the sharp core of a line is, px: what lies round that is glow, and hides nothing. */
function coreWidth(passes: readonly Pass[]): number {
  const sharp = passes.filter((p) => p.blur < p.width / 8);
  return bodyWidth(sharp.some((p) => p.enabled && p.draws !== 'inside') ? sharp : passes);
}

/** How much of a wide halo still lies on the strand that goes over. */
const SPILL = 0.8;

/** The strands of a line, its own px, as its gaps part them, and where they cross. */
export function knotsOf(source: LineSource): { strands: Strand[]; crossings: Crossing[] } {
  const strands = drawnStrands(source, IDENTITY, { tolerance: 0.25, turn: Infinity });
  return { strands, crossings: crossingsOf(strands) };
}

/** The layering of a line's strands, found kept as long as the line is the same object. */
function layeringOf(source: LineSource) {
  const found = layerings.get(source);
  if (found !== undefined) return found;
  const { strands, crossings } = knotsOf(source);
  const { crossings: set } = source;
  const made =
    set && crossings.length > 0
      ? layering(strands, crossings, overs(crossings, set), coreWidth(source.passes), set.gap)
      : null;
  layerings.set(source, made);
  return made;
}

const layerings = new WeakMap<LineSource, ReturnType<typeof layering> | null>();

/**
 * A pass of a line that may go under itself: what goes under is hidden by the body of what goes over it and a gap
 * beside that, the wide and soft passes less. Both parts together are the pass that it was.
 */
export function crossedPass<T extends ColourBuffer | Plane>(
  source: LineSource,
  pass: Pass,
  context: SourceContext,
  draw: (source: PartOfLine, pass: Pass, context: PassContext) => T,
): T {
  const lies = source.crossings && pass.draws === 'stroke' ? layeringOf(source) : null;
  if (!lies) return wovenPass(source, pass, context, draw);
  const part = (runs: typeof lies.under) => {
    const only = { runs, cap: pass.cap };
    const cap = pass.dashes ? pass.cap : 'flat';
    return wovenPass({ ...source, only }, { ...pass, cap }, context, draw);
  };
  const body = coreWidth(source.passes);
  // The same for every pass, so that it is made once; it thins where the line does.
  const cover: Pass = {
    ...source.passes.find((p) => p.draws === 'stroke')!,
    ...{ width: body + 2 * source.crossings!.gap, blur: 0, hardness: 100, paint: 'one' },
    ...{ dashes: false, cap: 'flat', x: 0, y: 0, beside: 0 },
  };
  const over: PartOfLine = { ...source, only: { runs: lies.over, cap: 'flat' } };
  // Where it lies behind another layer it covers nothing.
  const covered = wovenPass(over, cover, context, passPlane);
  const share = 1 - SPILL * wideness(pass, body);
  return summed(part(lies.rest), veiled(part(lies.under), covered, share));
}
