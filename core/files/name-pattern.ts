/** Names of files by a pattern, in which words in braces stand for what differs from file to file. */

/** What the words in braces stand for. */
export interface NameWords {
  /** The name of the scene. */
  name: string;
  /** The layer that the file is of, and its place, counted from the back. */
  layer?: string;
  number?: number;
  /** Px of a scene px. */
  scale: number;
  width: number;
  height: number;
}

/** The words that a pattern can have in braces, and what each stands for. */
export const NAME_WORDS: Readonly<Record<keyof NameWords, string>> = {
  name: 'the scene',
  layer: 'the layer',
  number: 'its place from the back',
  scale: 'the scale',
  width: 'the width, px',
  height: 'the height, px',
};

const isWord = (word: string): word is keyof NameWords => word in NAME_WORDS;

/** The words of a pattern in braces that stand for nothing. */
export const unknownWords = (pattern: string): string[] =>
  [...pattern.matchAll(/\{([^{}]*)\}/g)].map(([, word]) => word!).filter((word) => !isWord(word));

/** The name that a pattern comes to; numbers of layers have two digits. What is not known stays as it is, and what does not apply leaves no gap. */
export function namedBy(pattern: string, words: NameWords): string {
  let hasGaps = false;
  const name = pattern.replace(/\{([^{}]*)\}/g, (all, word: string) => {
    if (!isWord(word)) return all;
    const value = words[word];
    hasGaps ||= value === undefined;
    return word === 'number' && value ? String(value).padStart(2, '0') : String(value ?? '');
  });
  // Blanks of the pattern itself may be those of a folder.
  return hasGaps ? name.replace(/ {2,}/g, ' ').trim() : name;
}

/** The same names, each that was there before with a number behind it, as files of one place must have. */
export function distinct(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    let own = name;
    for (let i = 2; taken.has(own.toLowerCase()); i++) own = `${name} ${i}`;
    taken.add(own.toLowerCase());
    return own;
  });
}
