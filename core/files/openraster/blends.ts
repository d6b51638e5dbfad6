/** Blends by the names that OpenRaster has for them (OpenRaster 0.0.6, "composite-op"), and the ones here. */
const NAMES: readonly (readonly [ours: string, theirs: string])[] = [
  ['normal', 'svg:src-over'],
  ['multiply', 'svg:multiply'],
  ['screen', 'svg:screen'],
  ['overlay', 'svg:overlay'],
  ['darken', 'svg:darken'],
  ['lighten', 'svg:lighten'],
  ['color-dodge', 'svg:color-dodge'],
  ['color-burn', 'svg:color-burn'],
  ['hard-light', 'svg:hard-light'],
  ['soft-light', 'svg:soft-light'],
  ['difference', 'svg:difference'],
  ['color', 'svg:color'],
  ['luminosity', 'svg:luminosity'],
  ['hue', 'svg:hue'],
  ['saturation', 'svg:saturation'],
  ['add', 'svg:plus'],
];

const theirs = new Map(NAMES);
const ours = new Map(NAMES.map(([own, other]) => [other, own]));

/** The name that OpenRaster has for a blend; undefined if it has none. */
export const theirBlend = (blend: string): string | undefined => theirs.get(blend);

/** The blend of a name of OpenRaster; undefined if there is none here. */
export const ourBlend = (name: string): string | undefined => ours.get(name);
