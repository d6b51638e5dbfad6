import type { BlendDefinition, BlendFamily } from './blend';
import { add } from './add';
import { color } from './color';
import { colorBurn } from './color-burn';
import { colorDodge } from './color-dodge';
import { darken } from './darken';
import { difference } from './difference';
import { divide } from './divide';
import { exclusion } from './exclusion';
import { hardLight } from './hard-light';
import { hue } from './hue';
import { lighten } from './lighten';
import { luminosity } from './luminosity';
import { midGreyAdd } from './mid-grey-add';
import { multiply } from './multiply';
import { normal } from './normal';
import { overlay } from './overlay';
import { saturation } from './saturation';
import { screen } from './screen';
import { softLight } from './soft-light';
import { subtract } from './subtract';
import { subtractiveBurn } from './subtractive-burn';

export type { BlendDefinition, BlendFamily } from './blend';

/** Every blend, in the order the picker shows them. To add one: a file, a kernel, and one line here. */
export const blends: readonly BlendDefinition[] = [
  normal,
  screen,
  add,
  lighten,
  colorDodge,
  overlay,
  softLight,
  hardLight,
  midGreyAdd,
  multiply,
  darken,
  colorBurn,
  subtractiveBurn,
  subtract,
  divide,
  difference,
  exclusion,
  hue,
  saturation,
  color,
  luminosity,
];

/** The families of blends, in order, with what they do. */
export const blendFamilies: readonly { family: BlendFamily; label: string }[] = [
  { family: 'plain', label: 'Covers' },
  { family: 'light', label: 'Lightens' },
  { family: 'contrast', label: 'Lightens and darkens' },
  { family: 'dark', label: 'Darkens' },
  { family: 'compare', label: 'Compares' },
  { family: 'colour', label: 'Colours' },
];

const byName = new Map<string, BlendDefinition>(blends.map((b) => [b.name, b]));

/** The blend of a name. Throws an Error that lists the names there are. */
export function blendNamed(name: string): BlendDefinition {
  const found = byName.get(name);
  if (!found)
    throw new Error(`There is no blend "${name}"; there are ${[...byName.keys()].join(', ')}.`);
  return found;
}
