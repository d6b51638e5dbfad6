import type { Path } from '../geometry/path';
import type { Parameters, Values } from './parameter';

/** A ready shape: its numbers stay editable until it is turned into anchors. */
export interface ShapeDefinition<P extends Parameters = Parameters> {
  /** As it stands in scene files. */
  kind: string;
  label: string;
  /** One sentence for the palette and the docs. */
  help: string;
  parameters: P;
  /** The shape round (0, 0), px. */
  paths(values: Values<P>): Path[];
}

/** Gives a definition its types. */
export const defineShape = <P extends Parameters>(
  definition: ShapeDefinition<P>,
): ShapeDefinition<P> => definition;
