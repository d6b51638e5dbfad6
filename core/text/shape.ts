import type { LetterStyle, TextContent } from './content';
import type { Face, ShapedGlyph } from './face';
import type { Item } from './itemise';
import { itemsOf, levelsOf, lettersOf, visualOrder } from './itemise';
import { shaper } from './shaper';

/** One letter with its glyphs, before it is placed: px of the text, y downward. */
export interface ShapedLetter {
  /** Where in the content it stands. */
  from: number;
  to: number;
  style: LetterStyle;
  face: Face;
  rtl: boolean;
  advance: number;
  /** From the letter's start on the line. */
  glyphs: { face: Face; glyph: number; x: number; y: number }[];
  blank: boolean;
}

/** A line of shaped letters, from left to right. */
export interface ShapedLine {
  from: number;
  /** Where its last letter ends, without the break that ends it. */
  to: number;
  letters: ShapedLetter[];
  rtl: boolean;
  /** How a line without letters is set. */
  style: LetterStyle;
  /** Whether it was broken for want of room, so that it may be justified. */
  broken: boolean;
}

/** The content as it is drawn, as long as the content itself: a letter that would grow longer stays as it is. */
function cased(content: string, ranges: TextContent['ranges']): string {
  let at = 0;
  return ranges
    .map(({ length, style }) => {
      const part = content.slice(at, (at += length));
      if (style.casing === 'typed') return part;
      const change = (s: string) =>
        style.casing === 'capitals' ? s.toUpperCase() : s.toLowerCase();
      const whole = change(part);
      if (whole.length === part.length) return whole;
      return Array.from(part, (c) => (change(c).length === c.length ? change(c) : c)).join('');
    })
    .join('');
}

/** The lines of a text, shaped, and the letters that were borrowed, by font (null: no font has them). */
export function shapedLines(
  text: Pick<TextContent, 'content' | 'ranges' | 'box' | 'paragraph'>,
  room: number | null,
): { lines: ShapedLine[]; borrowed: Map<string | null, Set<string>> } {
  const drawn = cased(text.content, text.ranges);
  const borrowed = new Map<string | null, Set<string>>();
  const note = (letters: string, face: string | null) => {
    const some = borrowed.get(face);
    if (some) some.add(letters);
    else borrowed.set(face, new Set([letters]));
  };
  const lines: ShapedLine[] = [];
  let start = 0;
  for (const written of drawn.split('\n')) {
    const { levels, base } = levelsOf(written, text.paragraph.direction);
    const items = itemsOf(written, start, levels, text, note);
    const style = styleAt(text, start);
    const shaped = items.map((item) => lettersOfItem(written, item, start));
    const rows = room === null ? [[0, written.length] as const] : broken(written, shaped, room);
    rows.forEach(([from, to], i) => {
      const parts = items.flatMap((item, k) => {
        const [a, b] = [Math.max(from, item.from), Math.min(to, item.to)];
        if (a >= b) return [];
        // A line that begins or ends within an item is shaped anew: letters may join differently there.
        const whole = a === item.from && b === item.to;
        const letters = whole
          ? shaped[k]!
          : lettersOfItem(written, { ...item, from: a, to: b }, start);
        return [{ level: item.level, letters }];
      });
      lines.push({
        from: start + from,
        to: start + to,
        letters: visualOrder(parts).flatMap((p) => p.letters),
        rtl: base % 2 === 1,
        style,
        broken: i < rows.length - 1,
      });
    });
    start += written.length + 1;
  }
  return { lines, borrowed };
}

/** The style that holds at a place, also within a text without letters. */
function styleAt({ ranges }: Pick<TextContent, 'ranges'>, at: number): LetterStyle {
  let end = 0;
  for (const range of ranges) {
    end += range.length;
    if (at < end) return range.style;
  }
  return ranges.at(-1)!.style;
}

/** The letters of an item, shaped, from left to right. */
function lettersOfItem(paragraph: string, item: Item, start: number): ShapedLetter[] {
  const { from, to, face, range, level, script } = item;
  const { style } = range;
  const rtl = level % 2 === 1;
  const features = [
    ...range.features.map((f) => (f.startsWith('-') ? `${f.slice(1)}=0` : `${f}=1`)),
    // Letters that stand apart do not melt together.
    ...(style.tracking === 0 ? [] : ['liga=0', 'clig=0']),
  ];
  const glyphs = face.shape(paragraph, { from, to, rtl, script, features });
  const tracking = (style.tracking / 1000) * style.size;
  const letters: ShapedLetter[] = [];
  for (let i = 0; i < glyphs.length;) {
    const { cluster } = glyphs[i]!;
    let next = i;
    while (glyphs[next]?.cluster === cluster) next++;
    const own = glyphs.slice(i, next);
    // Clusters rise from left to right, or from right to left.
    const end = (rtl ? glyphs[i - 1]?.cluster : glyphs[next]?.cluster) ?? to;
    i = next;
    const advance = own.reduce((sum, g) => sum + g.advance, 0) * style.size;
    // A ligature is as many letters as it stands for, each with its share of the room.
    const within = lettersOf(paragraph.slice(cluster, end));
    const part = within.map((w, k): ShapedLetter => ({
      from: start + cluster + w.from,
      to: start + cluster + w.to,
      style,
      face,
      rtl,
      advance: advance / within.length + tracking,
      blank: paragraph.slice(cluster + w.from, cluster + w.to).trim() === '',
      glyphs: k === (rtl ? within.length - 1 : 0) ? inRow(own, face, style) : [],
    }));
    letters.push(...(rtl ? part.reverse() : part));
  }
  return letters;
}

/** Glyphs one after another, px. */
function inRow(glyphs: readonly ShapedGlyph[], face: Face, { size, shift }: LetterStyle) {
  let x = 0;
  return glyphs.map((g) => {
    const placed = { face, glyph: g.glyph, x: x + g.x * size, y: g.y * size - shift };
    x += g.advance * size;
    return placed;
  });
}

/** Where the lines of a paragraph begin and end, so that none is longer than the room (UAX 14). */
function broken(
  paragraph: string,
  shaped: readonly ShapedLetter[][],
  room: number,
): (readonly [number, number])[] {
  const start = shaped.flat().reduce((m, l) => Math.min(m, l.from), Infinity);
  const advances = new Float64Array(paragraph.length + 1);
  for (const l of shaped.flat()) advances[l.to - start] = l.advance;
  for (let i = 1; i < advances.length; i++) advances[i]! += advances[i - 1]!;
  const rows: [number, number][] = [];
  let from = 0;
  let last = 0;
  const width = (to: number) => {
    // What is blank at the end of a line needs no room.
    const seen = paragraph.slice(from, to).trimEnd().length;
    return advances[from + seen]! - advances[from]!;
  };
  const { LineBreaker } = shaper();
  const breaker = new LineBreaker(paragraph);
  for (let next = breaker.nextBreak(); next; next = breaker.nextBreak()) {
    if (width(next.position) > room && last > from) {
      rows.push([from, last]);
      from = last;
    }
    // A word longer than the room is broken between letters.
    while (width(next.position) > room) {
      const letters = lettersOf(paragraph.slice(from, next.position));
      const fitting = letters.findLast((l) => advances[from + l.to]! - advances[from]! <= room);
      const to = from + (fitting ?? letters[0]!).to;
      if (to >= next.position) break;
      rows.push([from, to]);
      from = to;
    }
    last = next.position;
  }
  rows.push([from, paragraph.length]);
  return rows;
}
