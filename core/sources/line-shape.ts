import * as v from 'valibot';
import type { Value } from '../definitions/parameter';
import type { Run } from '../definitions/source';
import { parametersSchema } from '../definitions/parameter-schema';
import type { Affine, Box } from '../geometry/affine';
import { IDENTITY, meanScale, unitedBox } from '../geometry/affine';
import { pathBox, pathDifference } from '../geometry/blocks';
import type { Fineness } from '../geometry/flatten-run';
import { betweenGaps, withoutGaps } from '../geometry/dash';
import type { Path } from '../geometry/path';
import { pathSchema } from '../geometry/path-schema';
import type { Strand } from '../geometry/strand';
import { hasCorners, lengthsOf, limited, mapped, strandsBox, strandsOf } from '../geometry/strand';
import { modifierOfKind, modifiers } from '../modifiers/index';
import { shapeOfKind, shapes } from '../shapes/index';

/** What a line is drawn along: paths of anchors or a ready shape, and what modifiers make of it. */

/** Values of a ready shape or a modifier, by the names of its parameters. */
export type KindValues = Record<string, Value>;

export type LineShape = { kind: 'path'; paths: Path[] } | { kind: string; values: KindValues };

export interface Modifier {
  id: string;
  kind: string;
  enabled: boolean;
  values: KindValues;
}

export const lineShapeSchema = v.variant(
  'kind',
  [
    v.strictObject({ kind: v.literal('path'), paths: v.array(pathSchema) }),
    ...shapes.map((s) =>
      v.strictObject({ kind: v.literal(s.kind), values: parametersSchema(s.parameters) }),
    ),
  ],
  `There is no such shape; there are path, ${shapes.map((s) => s.kind).join(', ')}.`,
) as unknown as v.GenericSchema<unknown, LineShape>;

export const modifierSchema = v.variant(
  'kind',
  modifiers.map((m) =>
    v.strictObject({
      id: v.pipe(v.string(), v.minLength(1)),
      kind: v.literal(m.kind),
      enabled: v.boolean(),
      values: parametersSchema(m.parameters),
    }),
  ),
  `There is no such modifier; there are ${modifiers.map((m) => m.kind).join(', ')}.`,
) as unknown as v.GenericSchema<unknown, Modifier>;

/** A break in one of a line's strands: the middle of it as a share of the strand (0–1), and its length, px. */
export const gapSchema = v.strictObject({
  strand: v.pipe(v.number(), v.integer(), v.minValue(0)),
  at: v.pipe(v.number(), v.minValue(0), v.maxValue(1)),
  size: v.pipe(v.number(), v.minValue(0), v.maxValue(100_000)),
});
export type Gap = v.InferOutput<typeof gapSchema>;

/** What of a line its strands depend on. */
export interface Drawn {
  shape: LineShape;
  gaps: readonly Gap[];
  modifiers: readonly Modifier[];
}

/** Whether a shape is made of anchors. */
export const isPath = (shape: LineShape): shape is { kind: 'path'; paths: Path[] } =>
  shape.kind === 'path';

/** The paths of a shape, the line's own px. */
export const pathsOf = (shape: LineShape): Path[] =>
  isPath(shape)
    ? shape.paths
    : shapeOfKind(shape.kind).paths((shape as { values: KindValues }).values);

/** More copies and points than these no line has: modifiers in a row could make millions. */
const MAX_STRANDS = 6000;
export const MAX_POINTS = 250_000;

/** The gaps of a strand, whose lengths grow by `scale`. */
const gapsOf = (gaps: readonly Gap[], strand: number, scale: number) =>
  gaps.filter((g) => g.strand === strand).map((g) => ({ at: g.at, size: g.size * scale }));

/** The strands without their gaps, whose lengths grow by `scale`. */
function broken(strands: Strand[], gaps: readonly Gap[], scale: number): Strand[] {
  if (gaps.length === 0) return strands;
  return strands.flatMap((s, i) => withoutGaps(s, gapsOf(gaps, i, scale)));
}

/** The runs of strands as those of what gaps leave of them, which is numbered as it is drawn. */
export function runsBetweenGaps(
  strands: readonly Strand[],
  gaps: readonly Gap[],
  scale: number,
  runs: readonly Run[],
): Run[] {
  let next = 0;
  return strands.flatMap((s, i) => {
    const own = runs.filter((r) => r.strand === i);
    const total = lengthsOf(s).at(-1) ?? 0;
    const left = betweenGaps(total, s.closed, gapsOf(gaps, i, scale));
    if (!left) {
      const strand = next++;
      return own.map((r) => ({ ...r, strand }));
    }
    return left.flatMap(([a, b]) => {
      const [start, long, strand] = [a / total, (b - a) / total, next++];
      return own
        .flatMap((r) =>
          // Of a closed strand also what lies a turn apart.
          [-1, 0, 1].map((turn) => ({
            ...{ strand, behind: r.behind },
            from: Math.max(0, (r.from + turn - start) / long),
            to: Math.min(1, (r.to + turn - start) / long),
          })),
        )
        .filter((r) => r.to - r.from > 1e-9);
    });
  });
}

/** Whether a line is drawn as its paths are, so that a part of it can be known without the rest. */
const isPlain = ({ gaps, modifiers }: Drawn): boolean =>
  gaps.length === 0 && modifiers.every((m) => !m.enabled);

/**
 * The strands of a line under a map, after its modifiers; tolerances are px after the map. Modifiers work
 * in the line's own px, so that they make the same at every scale. If only what comes near a box (px
 * after the map) matters, far parts of a line of very many anchors are left out.
 */
export function drawnStrands(drawn: Drawn, map: Affine, fineness: Fineness, near?: Box): Strand[] {
  const { shape, gaps, modifiers } = drawn;
  if (isPlain(drawn)) return strandsOf(pathsOf(shape), map, fineness, near);
  const on = modifiers.filter((m) => m.enabled);
  if (on.length === 0)
    return broken(strandsOf(pathsOf(shape), map, fineness), gaps, meanScale(map));
  const tolerance = fineness.tolerance / (meanScale(map) || 1);
  const context = { tolerance, strands: MAX_STRANDS, points: MAX_POINTS };
  const start = broken(strandsOf(pathsOf(shape), IDENTITY, { ...fineness, tolerance }), gaps, 1);
  return on
    .reduce(
      (s, m) =>
        limited(modifierOfKind(m.kind).apply(s, m.values, context), MAX_STRANDS, MAX_POINTS),
      start,
    )
    .map((s) => mapped(s, map, 1));
}

/**
 * The strands of a line without its gaps, the line's own px, for gaps to be set on: after its modifiers,
 * if each strand is still the same one.
 */
export function wholeStrands(drawn: Drawn, tolerance: number): Strand[] {
  const fineness = { tolerance, turn: Infinity };
  const bare = drawnStrands({ ...drawn, gaps: [], modifiers: [] }, IDENTITY, fineness);
  const made = drawnStrands({ ...drawn, gaps: [] }, IDENTITY, fineness);
  return made.length === bare.length ? made : bare;
}

/** What a line measures, without the width of its passes. */
interface Measures {
  /** The line's own px; null if there is nothing yet. */
  box: Box | null;
  /** The greatest width anywhere, a factor: what pens and modifiers make of it. */
  widest: number;
}

const measured = new WeakMap<Drawn, Measures>();

/** What a line measures, modifiers within a px of the truth. Lines are not changed in place. */
export function measuresOf(drawn: Drawn): Measures {
  let found = measured.get(drawn);
  if (!found) measured.set(drawn, (found = measure(drawn)));
  return found;
}

function measure(drawn: Drawn): Measures {
  // A line with gaps is no larger than the whole of it.
  if (drawn.modifiers.every((m) => !m.enabled)) {
    const paths = pathsOf(drawn.shape);
    return {
      box: paths.reduce<Box | null>((all, p) => {
        const own = pathBox(p);
        return own ? unitedBox(all, own) : all;
      }, null),
      widest: paths.reduce((m, p) => p.anchors.reduce((w, a) => Math.max(w, a.width ?? 1), m), 1),
    };
  }
  const fineness = { tolerance: 0.5, turn: Infinity };
  const strands = drawnStrands(drawn, IDENTITY, fineness);
  const box = strandsBox(strands);
  // Which way is beside a corner hangs on how finely it is drawn: there a point may be thrown any way.
  const strays = drawn.modifiers
    .filter((m) => m.enabled)
    .reduce((sum, m) => sum + (modifierOfKind(m.kind).strays?.(m.values) ?? 0), 0);
  const bare = () => drawnStrands({ ...drawn, modifiers: [] }, IDENTITY, fineness);
  const by = strays > 0 && bare().some(hasCorners) ? strays : 0;
  return {
    box: box && { x0: box.x0 - by, y0: box.y0 - by, x1: box.x1 + by, y1: box.y1 + by },
    widest: strands.reduce((m, s) => s.width.reduce((w, v) => Math.max(w, v), m), 1),
  };
}

/**
 * A box, the line's own px, that holds all of two lines in which they differ; null where anything may.
 * Lines that differ in other things than their anchors may differ anywhere.
 */
export function differenceOf(before: Drawn, after: Drawn): Box | 'nowhere' | null {
  if (!isPlain(before) || !isPlain(after) || !isPath(before.shape) || !isPath(after.shape))
    return null;
  const [was, is] = [before.shape.paths, after.shape.paths];
  if (was.length !== is.length) return null;
  let all: Box | null = null;
  for (let i = 0; i < is.length; i++) {
    if (was[i] === is[i]) continue;
    const own = pathDifference(was[i]!, is[i]!);
    if (own === null) return null;
    if (own !== 'nowhere') all = unitedBox(all, own);
  }
  return all ?? 'nowhere';
}
