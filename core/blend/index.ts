import { add } from './add';
import type { BlendDefinition } from './blend';
import { multiply } from './multiply';
import { normal } from './normal';
import { overlay } from './overlay';
import { screen } from './screen';
import { softLight } from './soft-light';

export type { BlendDefinition } from './blend';

/** Every blend, in the order the picker shows them. */
export const blends = [
  normal,
  screen,
  add,
  overlay,
  softLight,
  multiply,
] as const satisfies readonly BlendDefinition[];

const byName = new Map<string, BlendDefinition>(blends.map((b) => [b.name, b]));

/** The blend of a name. Throws an Error that lists the names there are. */
export function blendNamed(name: string): BlendDefinition {
  const found = byName.get(name);
  if (!found)
    throw new Error(`There is no blend "${name}"; there are ${[...byName.keys()].join(', ')}.`);
  return found;
}
