import type { TextContent, TextRange } from './content';
import type { Face } from './face';
import { placesOn } from './axes';
import { PLAIN_FACE, faceName, fallbacksFor } from './families';
import { faceNamed } from './library';
import { shaper } from './shaper';

/** A stretch of a text of one font, size, direction and script. */
export interface Item {
  from: number;
  to: number;
  range: TextRange;
  face: Face;
  /** Level of embedding (Unicode Standard Annex 9): odd ones run from right to left. */
  level: number;
  script: string;
}

/** Letters that their own font has not, and the font they are drawn in; null if no font has them. */
export interface Borrowed {
  letters: string;
  face: string | null;
}

const graphemes = new Intl.Segmenter('en', { granularity: 'grapheme' });

/** What a person takes for one letter, with its marks: from where to where, in order. */
export function lettersOf(text: string): { from: number; to: number }[] {
  const found = [];
  for (const { index, segment } of graphemes.segment(text))
    found.push({ from: index, to: index + segment.length });
  return found;
}

/** The names of all faces that a text may be drawn in. */
export function facesFor({ content, ranges }: Pick<TextContent, 'content' | 'ranges'>): string[] {
  const own = ranges.map((r) => faceName(r.style.font, r.style.weight, r.style.italic));
  return [...new Set([...own, ...fallbacksFor(content)])];
}

/** What is not drawn, so that no font need have it: controls, joiners, marks of direction, selectors. */
const UNSEEN = /[\p{Cc}\p{Cf}\u{FE00}-\u{FE0F}\u{E0100}-\u{E01EF}]/u;

/** The levels of embedding of a paragraph, one a code unit, and that of the whole. */
export function levelsOf(
  paragraph: string,
  direction: 'auto' | 'ltr' | 'rtl',
): { levels: Uint8Array; base: number } {
  return shaper().embeddingLevels(paragraph, direction === 'auto' ? undefined : direction);
}

/** The faces of a text by name, those that are missing left out. Throws if the plain one is not at hand. */
function facesAtHand(names: readonly string[]): Map<string, Face> {
  const found = new Map<string, Face>();
  for (const name of names) {
    const face = faceNamed(name);
    if (face) found.set(name, face);
  }
  if (!found.has(PLAIN_FACE))
    throw new Error('The fonts of a text must be loaded before it is laid out.');
  return found;
}

/**
 * A paragraph as items, in the order it is typed in. `start` is where it begins in the text; letters that
 * are borrowed from other fonts are reported.
 */
export function itemsOf(
  paragraph: string,
  start: number,
  levels: Uint8Array,
  text: Pick<TextContent, 'content' | 'ranges'>,
  borrowed: (letters: string, face: string | null) => void,
): Item[] {
  const faces = facesAtHand(facesFor(text));
  const fallbacks = fallbacksFor(paragraph).filter((n) => faces.has(n));
  const plain = faces.get(PLAIN_FACE)!;
  const { scriptOf } = shaper();
  const items: Item[] = [];
  const { ranges } = text;
  let index = 0;
  let end = ranges[0]!.length;
  let script: string | null = null;
  for (const { from, to } of lettersOf(paragraph)) {
    while (start + from >= end && index < ranges.length - 1) end += ranges[++index]!.length;
    const range = ranges[index]!;
    const { style } = range;
    const base = faces.get(faceName(style.font, style.weight, style.italic)) ?? plain;
    const own = base.at(placesOn(base.axes, style, range.axes));
    const letter = paragraph.slice(from, to);
    const codes = [...letter].filter((c) => !UNSEEN.test(c)).map((c) => c.codePointAt(0)!);
    const has = (face: Face) => codes.every((c) => face.has(c));
    let face = own;
    if (!has(own)) {
      const other = fallbacks.find((n) => has(faces.get(n)!));
      borrowed(letter, other ? faces.get(other)!.title : null);
      face = other ? faces.get(other)! : own;
    }
    script = codes.reduce<string | null>((s, c) => scriptOf(c) ?? s, null) ?? script;
    const last = items.at(-1);
    const level = levels[from]!;
    if (
      last &&
      last.range === range &&
      last.face === face &&
      last.level === level &&
      (last.script === script || script === null || last.script === 'Zyyy')
    ) {
      last.to = to;
      if (script !== null) last.script = script;
    } else items.push({ from, to, range, face, level, script: script ?? 'Zyyy' });
  }
  return items;
}

/** Items of one line in the order they stand on it, from left to right (rule L2 of the annex). */
export function visualOrder<T extends { level: number }>(items: readonly T[]): T[] {
  const order = [...items];
  const most = order.reduce((m, i) => Math.max(m, i.level), 0);
  for (let level = most; level >= 1; level--)
    for (let i = 0; i < order.length;) {
      if (order[i]!.level < level) {
        i++;
        continue;
      }
      let end = i;
      while (end < order.length && order[end]!.level >= level) end++;
      order.splice(i, end - i, ...order.slice(i, end).reverse());
      i = end;
    }
  return order;
}
