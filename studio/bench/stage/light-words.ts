import type { Light } from '@ignis/core/render/selection';

/** Stops as they are read: with a sign, and a tenth. */
export const stopsOf = (v: number): string =>
  v === -Infinity ? 'black' : `${v < 0 ? '−' : '+'}${Math.abs(v).toFixed(1)}`;

/** How bright a place is, in words. */
export const lightWords = (light: Light | null): string =>
  light && light.luminance !== -Infinity ? `${stopsOf(light.luminance)} stops` : 'black';
