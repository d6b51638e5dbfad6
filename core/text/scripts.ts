/** The script of letters (Unicode Standard Annex 24): what a shaper must know of a run. */

/** Scripts by their names in Unicode, and their ISO 15924 codes. */
const SCRIPTS: readonly (readonly [string, string])[] = [
  ...([
    ['Latin', 'Latn'],
    ['Greek', 'Grek'],
    ['Cyrillic', 'Cyrl'],
    ['Armenian', 'Armn'],
  ] as const),
  ...([
    ['Hebrew', 'Hebr'],
    ['Arabic', 'Arab'],
    ['Syriac', 'Syrc'],
    ['Thaana', 'Thaa'],
  ] as const),
  ...([
    ['Devanagari', 'Deva'],
    ['Bengali', 'Beng'],
    ['Gurmukhi', 'Guru'],
  ] as const),
  ...([
    ['Gujarati', 'Gujr'],
    ['Oriya', 'Orya'],
    ['Tamil', 'Taml'],
    ['Telugu', 'Telu'],
  ] as const),
  ...([
    ['Kannada', 'Knda'],
    ['Malayalam', 'Mlym'],
    ['Sinhala', 'Sinh'],
    ['Thai', 'Thai'],
  ] as const),
  ...([
    ['Lao', 'Laoo'],
    ['Tibetan', 'Tibt'],
    ['Myanmar', 'Mymr'],
    ['Georgian', 'Geor'],
  ] as const),
  ...([
    ['Hangul', 'Hang'],
    ['Ethiopic', 'Ethi'],
    ['Khmer', 'Khmr'],
    ['Mongolian', 'Mong'],
  ] as const),
  ...([
    ['Hiragana', 'Hira'],
    ['Katakana', 'Kana'],
    ['Han', 'Hani'],
  ] as const),
];

const tests = SCRIPTS.map(
  ([name, code]) => [new RegExp(`\\p{Script=${name}}`, 'u'), code] as const,
);
const known = new Map<number, string | null>();

/** The ISO 15924 code of a code point's script; null for what belongs to any (spaces, digits, marks). */
export function scriptOf(code: number): string | null {
  if (code < 128) return /[a-z]/i.test(String.fromCharCode(code)) ? 'Latn' : null;
  let found = known.get(code);
  if (found === undefined) {
    const letter = String.fromCodePoint(code);
    found = tests.find(([test]) => test.test(letter))?.[1] ?? null;
    known.set(code, found);
  }
  return found;
}
