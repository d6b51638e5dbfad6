import type { embeddingLevels as levels } from './bidi';
import type * as HarfBuzz from 'harfbuzzjs';
import type Breaker from 'linebreak';
import type { ScriptOf } from './scripts';
import { scriptsBy } from './scripts';

/** What text is laid out with: large, and needed by scenes with text alone. */
interface Shaper {
  harfBuzz: typeof HarfBuzz;
  /** Where lines may be broken (Unicode Standard Annex 14). */
  LineBreaker: typeof Breaker;
  /** Levels of embedding (Unicode Standard Annex 9). */
  embeddingLevels: typeof levels;
  /** Scripts of letters (Unicode Standard Annex 24). */
  scriptOf: ScriptOf;
}

let loaded: Shaper | null = null;
let loading: Promise<void> | null = null;

/** The short names of the values of each property of Unicode, and their long ones: of `Script`, `Latn` is `Latin`. */
async function unicodeNames(): Promise<ReadonlyMap<string, ReadonlyMap<string, string>>> {
  // @ts-expect-error The package comes without types.
  const found = (await import('unicode-property-value-aliases-ecmascript')) as {
    default: ReadonlyMap<string, ReadonlyMap<string, string>>;
  };
  return found.default;
}

/** Loads what text is laid out with, once. */
export const loadShaper = (): Promise<void> =>
  (loading ??= Promise.all([
    import('harfbuzzjs'),
    import('linebreak'),
    import('./bidi'),
    unicodeNames(),
  ]).then(([harfBuzz, { default: LineBreaker }, { embeddingLevels }, aliases]) => {
    const scriptOf = scriptsBy(aliases.get('Script')!);
    loaded = { harfBuzz, LineBreaker, embeddingLevels, scriptOf };
  }));

/** What text is laid out with. Throws if it has not been loaded. */
export function shaper(): Shaper {
  if (!loaded) throw new Error('The shaper of text must be loaded before a text is laid out.');
  return loaded;
}
