import type { FlarePartDefinition } from '../definitions/flare-part';
import type { Parameters } from '../definitions/parameter';
import { arc } from './arc';
import { core } from './core';
import { ghosts } from './ghosts';
import { glow } from './glow';
import { rays } from './rays';
import { ring } from './ring';
import { streak } from './streak';

/** Every part that a flare can have, in the order of the menu. To add one: one file, and one line here. */
export const flareParts: readonly FlarePartDefinition[] = [
  glow,
  core,
  ring,
  rays,
  streak,
  ghosts,
  arc,
].map((p) => p as unknown as FlarePartDefinition<Parameters>);

const byKind = new Map(flareParts.map((p) => [p.kind, p]));

/** The part of a kind. Throws an Error that lists the kinds there are. */
export function flarePartOfKind(kind: string): FlarePartDefinition {
  const found = byKind.get(kind);
  if (!found)
    throw new Error(`There is no part "${kind}"; there are ${[...byKind.keys()].join(', ')}.`);
  return found;
}
