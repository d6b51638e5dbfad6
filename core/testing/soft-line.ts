import type { Path } from '../geometry/path';
import { lighten } from '../pixels/colour';
import { newLine } from '../scene/model/make';
import type { LayerOf } from '../scene/model/traits';
import type { Pass } from '../sources/pass';
import { newPass } from '../sources/pass';

/** Passes that stay within what a screen shows, so that a test may compare them closely: soft colours, and a white core of its own. */
export const softPasses = (light: string, width: number): Pass[] => [
  newPass('ambient', 'Ambient', { width: width * 13, blur: width * 6, colour: light, opacity: 46 }),
  newPass('colour', 'Colour', { width: width * 2.8, blur: width * 0.9, colour: light }),
  newPass('highlight', 'Highlight', {
    ...{ width: width * 1.4, blur: width * 0.35, opacity: 85 },
    colour: lighten(light, 0.36),
  }),
  newPass('core', 'Core', { width: width * 0.5, colour: '#ffffff', core: true }),
];

/** A new line drawn by such passes. */
export function softLine(name: string, path: Path, light = '#ff5a1f', width = 14): LayerOf<'line'> {
  const made = newLine(name, path, light, width);
  made.source.passes = softPasses(light, width);
  return made;
}
