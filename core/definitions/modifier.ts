import type { Strand } from '../geometry/strand';
import type { Parameters, Values } from './parameter';

/** What a modifier is given besides its values. */
export interface ModifierContext {
  /** How far what it makes may stray from the true curve, the line's own px. */
  tolerance: number;
}

/** One live change of a line's shape, before it is drawn. */
export interface ModifierDefinition<P extends Parameters = Parameters> {
  /** As it stands in scene files. */
  kind: string;
  label: string;
  /** One sentence for the menu and the docs. */
  help: string;
  parameters: P;
  /** New strands, in the line's own px, for the same values always the same. It changes none it is given. */
  apply(strands: readonly Strand[], values: Values<P>, context: ModifierContext): Strand[];
}

/** Gives a definition its types. */
export const defineModifier = <P extends Parameters>(
  definition: ModifierDefinition<P>,
): ModifierDefinition<P> => definition;
