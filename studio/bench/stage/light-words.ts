import type { Light } from '@ignis/core/render/selection';
import { t } from '../../words/t';

/** Stops as they are read: with a sign, and a tenth. */
export const stopsOf = (v: number): string =>
  v === -Infinity ? 'black' : `${v < 0 ? '−' : '+'}${Math.abs(v).toFixed(1)}`;

/** How bright a place is, in words; undefined while that is not known, null where there is nothing. */
export function lightWords(light: Light | null | undefined): string {
  if (light === undefined) return '…';
  return light && light.luminance !== -Infinity ? t`${stopsOf(light.luminance)} stops` : t`black`;
}
