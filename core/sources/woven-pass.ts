import type { Run, SourceContext } from '../definitions/source';
import { add, clamp, times } from '../kernels/planes';
import { copied, level, masked, pasted } from '../kernels/rows';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop, unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { intersect, isEmpty, unite } from '../pixels/region';
import { commonRuns } from './crossings';
import type { Pass } from './pass';
import { bodyWidth } from './pass';
import type { PartOfLine, PassContext } from './pass-shape';

/** Passes of a line that lies behind another layer here and there. */

/** How much of a pass is a wide halo, 0–1: none of what is as sharp as the line, all of what is far softer. */
export function wideness(pass: Pass, body: number): number {
  const t = Math.min(1, Math.max(0, (pass.blur / body - 0.5) / 1.5));
  return t * t * (3 - 2 * t);
}

/** What of a buffer or plane is left where so much is hidden, by a share (0–1) of that. */
export function veiled<T extends ColourBuffer | Plane>(made: T, hidden: Plane, share: number): T {
  const region = intersect(made.region, hidden.region);
  if (isEmpty(region)) return made;
  return scoped(() => {
    const left = copied(crop(hidden, region));
    level(left, -share, 1);
    const out = copied(made);
    const part: ColourBuffer | Plane = crop(out, region);
    if (part.channels === 4) pasted<ColourBuffer | Plane>(out, masked(part, left));
    else {
      const own = copied(part);
      times(own, left);
      pasted<ColourBuffer | Plane>(out, own);
    }
    return out;
  });
}

/** The sum of two buffers or planes: what was parted, and blurred, together again. */
export function summed<T extends ColourBuffer | Plane>(a: T, b: T): T {
  const { channels } = a;
  if (isEmpty(a.region)) return b;
  if (isEmpty(b.region)) return a;
  return scoped(() => {
    const region = unite(a.region, b.region);
    const out: ColourBuffer | Plane = unwritten(region, channels);
    out.data.fill(0);
    pasted<ColourBuffer | Plane>(out, a);
    // Their values are all of a kind: a buffer is summed as a plane that is so many times as wide.
    const flat = ({ region: r, data }: ColourBuffer | Plane): Plane => ({
      channels: 1,
      region: { ...r, x: r.x * channels, width: r.width * channels },
      data,
    });
    add(flat(out), flat(b));
    if (out.channels === 1) clamp(out);
    return out as T;
  });
}

/**
 * A pass of a line of which a part lies behind another layer. What strokes the line is drawn in two parts, the
 * stretches in front and those behind: these are hidden by the coverage of the other layer, and the glow of those
 * falls on it as it will. What fills its inside is hidden as one.
 */
export function wovenPass<T extends ColourBuffer | Plane>(
  source: PartOfLine,
  pass: Pass,
  context: SourceContext,
  draw: (source: PartOfLine, pass: Pass, context: PassContext) => T,
): T {
  const { hidden } = context;
  if (!hidden) return draw(source, pass, context);
  const share = 1 - hidden.spill * wideness(pass, bodyWidth(source.passes));
  const runs = pass.draws === 'stroke' ? hidden.runs : null;
  if (!runs) return veiled(draw(source, pass, context), hidden.owned(), share);
  const [front, back] = [false, true].map((behind) => runs.filter((r) => r.behind === behind));
  if (back!.length === 0) return draw(source, pass, context);
  const part = (some: readonly Run[]) => {
    const only = { runs: source.only ? commonRuns(some, source.only.runs) : some, cap: pass.cap };
    return draw({ ...source, only }, { ...pass, cap: pass.dashes ? pass.cap : 'flat' }, context);
  };
  const behind = veiled(part(back!), hidden.coverage, share);
  return front!.length === 0 ? behind : summed(part(front!), behind);
}
