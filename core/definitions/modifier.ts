import type { Strand } from '../geometry/strand';
import { limited } from '../geometry/strand';
import type { Parameters, Values } from './parameter';

/** What a modifier is given besides its values. */
export interface ModifierContext {
  /** How far what it makes may stray from the true curve, the line's own px. */
  tolerance: number;
  /** No more strands than this are drawn, and no more points of all strands together. */
  strands: number;
  points: number;
}

/** How many points each of so many strands may have. */
export const pointsEach = (context: Pick<ModifierContext, 'points'>, strands: number): number =>
  Math.min(20_000, Math.max(48, context.points / strands));

/** How often strands may be copied, at most `copies` times, and the strands with points few enough for it. */
export function copiable(
  strands: readonly Strand[],
  copies: number,
  context: ModifierContext,
): { strands: readonly Strand[]; copies: number } {
  const room = Math.floor(context.strands / Math.max(1, strands.length));
  const count = Math.max(1, Math.min(Math.round(copies), room));
  return { strands: limited(strands, context.strands, context.points / count), copies: count };
}

/** One live change of a line's shape, before it is drawn. */
export interface ModifierDefinition<P extends Parameters = Parameters> {
  /** As it stands in scene files. */
  kind: string;
  label: string;
  /** One sentence for the menu and the docs. */
  help: string;
  parameters: P;
  /** How far it may throw a point sideways, px; left out by modifiers that do not displace points. */
  strays?(values: Values<P>): number;
  /** New strands, in the line's own px, for the same values always the same. It changes none it is given. */
  apply(strands: readonly Strand[], values: Values<P>, context: ModifierContext): Strand[];
}

/** Gives a definition its types. */
export const defineModifier = <P extends Parameters>(
  definition: ModifierDefinition<P>,
): ModifierDefinition<P> => definition;
