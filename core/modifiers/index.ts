import type { ModifierDefinition } from '../definitions/modifier';
import type { Parameters } from '../definitions/parameter';
import { bend } from './bend';
import { jitter } from './jitter';
import { mirror } from './mirror';
import { repeat } from './repeat';
import { ripple } from './ripple';
import { scatter } from './scatter';
import { wobble } from './wobble';

/** Every modifier, in the order of the menu. To add one: one file, and one line here. */
export const modifiers: readonly ModifierDefinition[] = [
  ripple,
  bend,
  wobble,
  jitter,
  mirror,
  repeat,
  scatter,
].map((m) => m as unknown as ModifierDefinition<Parameters>);

const byKind = new Map(modifiers.map((m) => [m.kind, m]));

/** The modifier of a kind. Throws an Error that lists the kinds there are. */
export function modifierOfKind(kind: string): ModifierDefinition {
  const found = byKind.get(kind);
  if (!found)
    throw new Error(`There is no modifier "${kind}"; there are ${[...byKind.keys()].join(', ')}.`);
  return found;
}
