import { nameOfHue } from '../../core/pixels/hue-bands';
import { shippedRecipes } from '../../core/recipes/shipped';
import { sources } from '../../core/sources/index';
import { type Marked, markedInCore, markedInStudio, refusalsOfCore } from './marked';

/** Names of core that are shown, and are no labels. */
const names: Marked = new Map([
  ...shippedRecipes.map((r) => [r.name, new Set(['core/recipes/shipped.ts'])] as const),
  ...Object.keys(sources).map((kind) => [kind, new Set(['core/sources/index.ts'])] as const),
  ...Array.from(
    { length: 360 },
    (_, hue) => [nameOfHue(hue), new Set(['core/pixels/hue-bands.ts'])] as const,
  ),
]);

/** Every text that the app shows, by its key. */
export async function everyText(): Promise<Marked> {
  const all: Marked = new Map();
  for (const marked of [markedInStudio(), await markedInCore(), refusalsOfCore(), names])
    for (const [key, files] of marked) all.set(key, new Set([...(all.get(key) ?? []), ...files]));
  return all;
}
