import type { Color, Oklch } from 'culori';
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

/** A space of numbers: one that is offered, or that of the wheel (hue in °, saturation and value in %). */
type Numbered = ColourSpace['name'] | 'hsv';

/** What stands for a full number in each channel; the chroma of 100 % is that of CSS Color 4, section 9.4. */
const FULL: Readonly<Record<Numbered, Readonly<Record<string, number>>>> = {
  rgb: { r: 255, g: 255, b: 255 },
  hsl: { h: 1, s: 100, l: 100 },
  hsv: { h: 1, s: 100, v: 100 },
  oklch: { l: 100, c: 100 / 0.4, h: 1 },
};

const rgbOf = converter('rgb');
/** The three numbers of a `#rrggbb` colour in a space; a grey has hue 0. */
export function colourNumbers(hex: string, space: Numbered): [number, number, number] {
  const colour = converter(space as 'rgb')(hex) as unknown as Record<string, number | undefined>;
  const numbers = Object.entries(FULL[space]).map(([key, full]) => (colour[key] ?? 0) * full);
  // Hexadecimal colours have whole numbers, which floats may miss by a hair.
  return (space === 'rgb' ? numbers.map(Math.round) : numbers) as [number, number, number];
}

/** The `#rrggbb` colour of three numbers in a space; what no screen shows is brought to the nearest chroma. */
export function colourOf(numbers: readonly [number, number, number], space: Numbered): string {
  const channels = Object.entries(FULL[space]).map(([key, full], i) => [key, numbers[i]! / full]);
  const colour = { mode: space, ...Object.fromEntries(channels) } as Color;
  return colour.mode === 'oklch' ? shown(colour) : formatHex(colour);
}

/** What of a colour a screen shows: as it is but for rounding, or of less chroma. */
function shown(colour: Oklch): string {
  const { r, g, b } = rgbOf(colour);
  const within = [r, g, b].every((v) => v > -0.005 && v < 1.005);
  return formatHex(within ? colour : clampChroma(colour, 'oklch'));
}
