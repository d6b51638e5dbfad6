import type { LetterStyle, MovedLetter, TextContent, TextRange } from './content';
import { rangeAt } from './content';

/** Changes of a text: each gives another text, and leaves the one it is given alone. */

const isAlike = (a: TextRange, b: TextRange): boolean =>
  JSON.stringify([a.features, a.axes, a.style]) === JSON.stringify([b.features, b.axes, b.style]);

/** Ranges without empty ones and without neighbours that are alike; one at least. */
function tidied(ranges: readonly TextRange[], spare: TextRange): TextRange[] {
  const out: TextRange[] = [];
  for (const range of ranges) {
    if (range.length === 0) continue;
    const last = out.at(-1);
    if (last && isAlike(last, range))
      out[out.length - 1] = { ...last, length: last.length + range.length };
    else out.push(range);
  }
  return out.length > 0 ? out : [{ ...spare, length: 0 }];
}

/** Ranges cut at a place: those before it and those after it. */
function cutAt(ranges: readonly TextRange[], at: number): [TextRange[], TextRange[]] {
  const before: TextRange[] = [];
  const after: TextRange[] = [];
  let from = 0;
  for (const range of ranges) {
    const to = from + range.length;
    if (to <= at) before.push(range);
    else if (from >= at) after.push(range);
    else {
      before.push({ ...range, length: at - from });
      after.push({ ...range, length: to - at });
    }
    from = to;
  }
  return [before, after];
}

/**
 * A text with the letters from `from` to `to` replaced by others, which are set as the letter before them
 * is, or as those that they replace. Letters that were moved by hand stay with their letters.
 */
export function replaced(text: TextContent, from: number, to: number, by: string): TextContent {
  const like = to > from ? rangeAt(text, from + 1) : rangeAt(text, from);
  const [before, rest] = cutAt(text.ranges, from);
  const [, after] = cutAt(rest, to - from);
  const shift = by.length - (to - from);
  return {
    ...text,
    content: text.content.slice(0, from) + by + text.content.slice(to),
    ranges: tidied([...before, { ...like, length: by.length }, ...after], like),
    letters: text.letters
      .filter((l) => l.at < from || l.at >= to)
      .map((l) => (l.at >= to ? { ...l, at: l.at + shift } : l)),
  };
}

/** What was typed, seen by the content before and after: one stretch that is replaced by another. */
export function typed(text: TextContent, content: string): TextContent {
  const old = text.content;
  const most = Math.min(old.length, content.length);
  let start = 0;
  while (start < most && old[start] === content[start]) start++;
  let end = 0;
  while (end < most - start && old[old.length - 1 - end] === content[content.length - 1 - end])
    end++;
  return replaced(text, start, old.length - end, content.slice(start, content.length - end));
}

/** A text with a stretch set otherwise; with `from` = `to` in a text without letters, all that will be typed. */
export function restyled(
  text: TextContent,
  from: number,
  to: number,
  change: Partial<LetterStyle>,
  beside: Partial<Pick<TextRange, 'features' | 'axes'>> = {},
): TextContent {
  const set = (r: TextRange): TextRange => ({
    ...r,
    ...beside,
    style: { ...r.style, ...change },
  });
  if (text.content === '') return { ...text, ranges: text.ranges.map(set) };
  const [before, rest] = cutAt(text.ranges, from);
  const [within, after] = cutAt(rest, to - from);
  return {
    ...text,
    ranges: tidied([...before, ...within.map(set), ...after], text.ranges[0]!),
  };
}

/** The ranges that a stretch of a text touches; of a caret, the one that it stands in. */
export function rangesOver(text: TextContent, from: number, to: number): TextRange[] {
  if (to <= from) return [rangeAt(text, from)];
  const [, rest] = cutAt(text.ranges, from);
  return cutAt(rest, to - from)[0];
}

/** A text with one letter moved by hand; null puts it back. */
export function withLetter(
  text: TextContent,
  at: number,
  move: Omit<MovedLetter, 'at'> | null,
): TextContent {
  const letters = text.letters.filter((l) => l.at !== at);
  if (move) letters.push({ at, ...move });
  return { ...text, letters: letters.sort((a, b) => a.at - b.at) };
}
