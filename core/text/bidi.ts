import bidiFactory from 'bidi-js';

/** Levels of embedding, by the Unicode Bidirectional Algorithm. */

const algorithm = bidiFactory();

/** A letter of two bytes of each class that letters beyond them have. */
const STAND_INS: Readonly<Record<string, string>> = {
  ...{ L: 'a', R: '\u05D0', AL: '\u0627', EN: '0', AN: '\u0660', ES: '+', ET: '#', CS: ',' },
  ...{ NSM: '\u0300', BN: '\u00AD', B: '\u2029', S: '\t', WS: ' ', ON: '!' },
};

/**
 * The levels of embedding of a paragraph, one a code unit, and that of the whole; `direction` is found from its letters
 * where it is left out. The library sees single code units alone: a letter of two is shown to it as two of its class.
 */
export function embeddingLevels(
  paragraph: string,
  direction?: 'ltr' | 'rtl',
): { levels: Uint8Array; base: number } {
  const seen = paragraph.replace(/[\u{10000}-\u{10FFFF}]/gu, (letter) =>
    (STAND_INS[algorithm.getBidiCharTypeName(letter)] ?? 'a').repeat(2),
  );
  const { levels, paragraphs } = algorithm.getEmbeddingLevels(seen, direction);
  return { levels, base: paragraphs[0]?.level ?? (direction === 'rtl' ? 1 : 0) };
}
