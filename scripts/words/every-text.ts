import { type Marked, markedInCore, markedInStudio, refusalsOfCore } from './marked';

/** Every text that the app shows, by its key. */
export async function everyText(): Promise<Marked> {
  const all: Marked = new Map();
  for (const marked of [markedInStudio(), await markedInCore(), refusalsOfCore()])
    for (const [key, files] of marked) all.set(key, new Set([...(all.get(key) ?? []), ...files]));
  return all;
}
