/** The families that ship with Ignis, each under the SIL Open Font License, chosen for letters of light. */

/** What a family is for: the picker shows families under these headings. */
export type FamilyUse =
  | 'Tube'
  | 'Brush'
  | 'Display'
  | 'Condensed'
  | 'Slab'
  | 'Serif'
  | 'Engraved'
  | 'Rounded'
  | 'Pixel'
  | 'Mono'
  | 'Plain';

export interface Family {
  /** As scenes name it, and the package it comes in. */
  id: string;
  label: string;
  use: FamilyUse;
  /** Rising. */
  weights: readonly number[];
  /** Whether each weight has an italic too. */
  italics: boolean;
}

const family = (
  label: string,
  use: FamilyUse,
  weights: readonly number[] = [400],
  italics = false,
): Family => ({ id: label.toLowerCase().replaceAll(' ', '-'), label, use, weights, italics });

const NINE = [100, 200, 300, 400, 500, 600, 700, 800, 900];

export const families: readonly Family[] = [
  family('Tilt Neon', 'Tube'),
  family('Pacifico', 'Tube'),
  family('Yellowtail', 'Tube'),
  family('Monoton', 'Tube'),
  family('Kaushan Script', 'Brush'),
  family('Permanent Marker', 'Brush'),
  family('Rock Salt', 'Brush'),
  family('Bowlby One', 'Display'),
  family('Anton', 'Display'),
  family('Bungee', 'Display'),
  family('Limelight', 'Display'),
  family('Bebas Neue', 'Condensed'),
  family('League Gothic', 'Condensed'),
  family('Oswald', 'Condensed', [200, 300, 400, 500, 600, 700]),
  family('Alfa Slab One', 'Slab'),
  family('Zilla Slab', 'Slab', [300, 400, 500, 600, 700], true),
  family('Playfair Display', 'Serif', [400, 500, 600, 700, 800, 900], true),
  family('DM Serif Display', 'Serif', [400], true),
  family('Cinzel', 'Engraved', [400, 500, 600, 700, 800, 900]),
  family('Cinzel Decorative', 'Engraved', [400, 700, 900]),
  family('Fredoka', 'Rounded', [300, 400, 500, 600, 700]),
  family('Press Start 2P', 'Pixel'),
  family('Silkscreen', 'Pixel', [400, 700]),
  family('JetBrains Mono', 'Mono', [100, 200, 300, 400, 500, 600, 700, 800], true),
  family('Noto Sans', 'Plain', NINE, true),
];

/** Families that are taken where the chosen one has no such letter; the last is a face of pictures. */
const others: readonly Family[] = [
  family('Noto Sans Arabic', 'Plain', [400, 700]),
  family('Noto Sans Hebrew', 'Plain', [400, 700]),
  family('Noto Sans Devanagari', 'Plain', [400, 700]),
  family('Noto Sans Bengali', 'Plain', [400, 700]),
  family('Noto Sans Tamil', 'Plain', [400, 700]),
  family('Noto Sans Thai', 'Plain', [400, 700]),
  family('Noto Emoji', 'Plain'),
];

const byId = new Map([...families, ...others].map((f) => [f.id, f]));

/** The shipped family of an id; undefined if it is none. */
export const familyOf = (id: string): Family | undefined => byId.get(id);

/** The face that stands for whatever is not there. */
export const PLAIN_FACE = 'noto-sans-400';

const FALLBACKS: readonly (readonly [RegExp, string])[] = [
  [/\p{Script=Arabic}/u, 'noto-sans-arabic-400'],
  [/\p{Script=Hebrew}/u, 'noto-sans-hebrew-400'],
  [/\p{Script=Devanagari}/u, 'noto-sans-devanagari-400'],
  [/\p{Script=Bengali}/u, 'noto-sans-bengali-400'],
  [/\p{Script=Tamil}/u, 'noto-sans-tamil-400'],
  [/\p{Script=Thai}/u, 'noto-sans-thai-400'],
  [/[\p{Extended_Pictographic}\p{Regional_Indicator}]/u, 'noto-emoji-400'],
];

/** The faces to look in for letters of a text that its own fonts do not have, in this order. */
export const fallbacksFor = (text: string): string[] => [
  PLAIN_FACE,
  ...FALLBACKS.filter(([letters]) => letters.test(text)).map(([, face]) => face),
];

/**
 * The name of the face of a family nearest to a weight; a font of the artist's own (an asset) is a face by
 * itself.
 */
export function faceName(font: string, weight: number, italic: boolean): string {
  const found = familyOf(font);
  if (!found) return font;
  const nearest = found.weights.reduce((a, b) =>
    Math.abs(b - weight) < Math.abs(a - weight) ? b : a,
  );
  return `${found.id}-${nearest}${italic && found.italics ? '-italic' : ''}`;
}

const WEIGHT_NAMES: Readonly<Record<number, string>> = {
  ...{ 100: 'Thin', 200: 'ExtraLight', 300: 'Light', 400: 'Regular', 500: 'Medium' },
  ...{ 600: 'SemiBold', 700: 'Bold', 800: 'ExtraBold', 900: 'Black' },
};

/** Where the files of a shipped face's package stand, as a path to import; null for any other name. */
export function faceFile(name: string): string | null {
  const [, id, weight, italic] = /^(.+)-(\d00)(-italic)?$/.exec(name) ?? [];
  const found = id === undefined ? undefined : familyOf(id);
  if (!found?.weights.includes(Number(weight)) || (italic && !found.italics)) return null;
  const style = `${weight}${WEIGHT_NAMES[Number(weight)]!}${italic ? '_Italic' : ''}`;
  const file = `${found.label.replaceAll(' ', '')}_${style}.ttf`;
  return `@expo-google-fonts/${found.id}/${style}/${file}`;
}

/** The names of all faces that ship. */
export const shippedFaces = (): string[] =>
  [...byId.values()].flatMap((f) =>
    f.weights.flatMap((w) => [`${f.id}-${w}`, ...(f.italics ? [`${f.id}-${w}-italic`] : [])]),
  );
