import type { embeddingLevels } from './bidi';
import type * as HarfBuzz from 'harfbuzzjs';
import type LineBreaker from 'linebreak';
import type { scriptOf } from './scripts';

/** What text is laid out with: large, and needed by scenes with text alone. */
interface Shaper {
  harfBuzz: typeof HarfBuzz;
  /** Where lines may be broken (Unicode Standard Annex 14). */
  LineBreaker: typeof LineBreaker;
  /** Levels of embedding (Unicode Standard Annex 9). */
  embeddingLevels: typeof embeddingLevels;
  /** Scripts of letters (Unicode Standard Annex 24). */
  scriptOf: typeof scriptOf;
}

let loaded: Shaper | null = null;
let loading: Promise<void> | null = null;

/** Loads what text is laid out with, once. */
export const loadShaper = (): Promise<void> =>
  (loading ??= Promise.all([
    import('harfbuzzjs'),
    import('linebreak'),
    import('./bidi'),
    import('./scripts'),
  ]).then(
    ([harfBuzz, { default: breaker }, { embeddingLevels: levels }, { scriptOf: scripts }]) => {
      loaded = { harfBuzz, LineBreaker: breaker, embeddingLevels: levels, scriptOf: scripts };
    },
  ));

/** What text is laid out with. Throws if it has not been loaded. */
export function shaper(): Shaper {
  if (!loaded) throw new Error('The shaper of text must be loaded before a text is laid out.');
  return loaded;
}
