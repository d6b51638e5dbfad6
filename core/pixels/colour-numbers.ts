import type { Oklch } from 'culori';
import { clampChroma, converter, formatHex } from 'culori';

/** Colours as numbers, in the spaces that artists know them in (CSS Color Module Level 4). */

export interface ColourSpace {
  name: 'rgb' | 'hsl' | 'oklch';
  label: string;
  /** What each number is called, and from where to where it goes. */
  channels: readonly { label: string; unit: '' | '%' | '°'; max: number }[];
}

export const colourSpaces: readonly ColourSpace[] = [
  {
    name: 'rgb',
    label: 'RGB',
    channels: [
      { label: 'Red', unit: '', max: 255 },
      { label: 'Green', unit: '', max: 255 },
      { label: 'Blue', unit: '', max: 255 },
    ],
  },
  {
    name: 'hsl',
    label: 'HSL',
    channels: [
      { label: 'Hue', unit: '°', max: 360 },
      { label: 'Saturation', unit: '%', max: 100 },
      { label: 'Lightness', unit: '%', max: 100 },
    ],
  },
  {
    name: 'oklch',
    label: 'OKLCH',
    channels: [
      { label: 'Lightness', unit: '%', max: 100 },
      { label: 'Chroma', unit: '%', max: 100 },
      { label: 'Hue', unit: '°', max: 360 },
    ],
  },
];

/** The chroma that counts as 100 % (CSS Color 4, section 9.4). */
const CHROMA = 0.4;

const rgbOf = converter('rgb');
const hslOf = converter('hsl');
const oklchOf = converter('oklch');

/** The three numbers of a `#rrggbb` colour in a space. */
export function colourNumbers(hex: string, space: ColourSpace['name']): [number, number, number] {
  switch (space) {
    case 'rgb': {
      const { r, g, b } = rgbOf(hex)!;
      return [r * 255, g * 255, b * 255].map(Math.round) as [number, number, number];
    }
    case 'hsl': {
      const { h, s, l } = hslOf(hex)!;
      return [h ?? 0, s * 100, l * 100];
    }
    case 'oklch': {
      const { l, c, h } = oklchOf(hex)!;
      return [l * 100, (c / CHROMA) * 100, h ?? 0];
    }
  }
}

/** The `#rrggbb` colour of three numbers in a space; what no screen shows is brought to the nearest chroma. */
export function colourOf(
  numbers: readonly [number, number, number],
  space: ColourSpace['name'],
): string {
  const [a, b, c] = numbers;
  switch (space) {
    case 'rgb':
      return formatHex({ mode: 'rgb', r: a / 255, g: b / 255, b: c / 255 });
    case 'hsl':
      return formatHex({ mode: 'hsl', h: a, s: b / 100, l: c / 100 });
    case 'oklch':
      return shown({ mode: 'oklch', l: a / 100, c: (b / 100) * CHROMA, h: c });
  }
}

/** What of a colour a screen shows: as it is but for rounding, or of less chroma. */
function shown(colour: Oklch): string {
  const { r, g, b } = rgbOf(colour);
  const within = [r, g, b].every((v) => v > -0.005 && v < 1.005);
  return formatHex(within ? colour : clampChroma(colour, 'oklch'));
}
