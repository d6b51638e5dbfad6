import type * as HarfBuzz from 'harfbuzzjs';

let loaded: typeof HarfBuzz | null = null;
let loading: Promise<void> | null = null;

/** Loads the shaper, once; it is large, and only scenes with text need it. */
export const loadHarfBuzz = (): Promise<void> =>
  (loading ??= import('harfbuzzjs').then((module) => {
    loaded = module;
  }));

/** The shaper. Throws if it has not been loaded. */
export function harfBuzz(): typeof HarfBuzz {
  if (!loaded) throw new Error('The shaper of text must be loaded before a text is laid out.');
  return loaded;
}
