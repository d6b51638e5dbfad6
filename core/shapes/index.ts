import type { Parameters } from '../definitions/parameter';
import type { ShapeDefinition } from '../definitions/shape';
import { arc } from './arc';
import { beam } from './beam';
import { cone } from './cone';
import { ellipse } from './ellipse';
import { heart } from './heart';
import { polygon } from './polygon';
import { rectangle } from './rectangle';
import { ring } from './ring';
import { spiral } from './spiral';
import { star } from './star';
import { lightning, wave, zigzag } from './waves';

/** Every ready shape, in the order of the palette. To add one: one file, and one line here. */
export const shapes: readonly ShapeDefinition[] = [
  beam,
  ellipse,
  ring,
  rectangle,
  polygon,
  star,
  heart,
  arc,
  spiral,
  wave,
  zigzag,
  lightning,
  cone,
].map((s) => s as unknown as ShapeDefinition<Parameters>);

const byKind = new Map(shapes.map((s) => [s.kind, s]));

/** The ready shape of a kind. Throws an Error that lists the kinds there are. */
export function shapeOfKind(kind: string): ShapeDefinition {
  const found = byKind.get(kind);
  if (!found)
    throw new Error(`There is no shape "${kind}"; there are ${[...byKind.keys()].join(', ')}.`);
  return found;
}
