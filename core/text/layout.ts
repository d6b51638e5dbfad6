import { quadOf } from '../geometry/quad';
import type { Affine, Box, Point } from '../geometry/affine';
import {
  apply,
  boxUnder,
  multiply,
  rotation,
  scaling,
  translation,
  unitedBox,
} from '../geometry/affine';
import { eitherWay } from '../geometry/chance';
import { alongPath } from './along';
import type { TextContent } from './content';
import type { Face } from './face';
import { facesFor } from './itemise';
import { faceNamed } from './library';
import type { ShapedLetter, ShapedLine } from './shape';
import { shapedLines } from './shape';

/** A letter in its place. */
export interface Letter extends ShapedLetter {
  /** The line that it stands on. */
  line: number;
  /**
   * From the letter's own px (its start on the line at 0, its advance along x, y downward) to px of the
   * text.
   */
  place: Affine;
}

export interface Line {
  from: number;
  to: number;
  /** Where an empty line's caret stands, and how high the line is above and below its baseline. */
  start: Point;
  ascent: number;
  descent: number;
  rtl: boolean;
}

/** A text laid out, px of the text: of its first line the baseline starts at (0, 0), or in its box at the left. */
export interface Layout {
  letters: Letter[];
  lines: Line[];
  /** The letters' advances by their ascents and descents; with a box, that too. */
  box: Box;
  /** Letters that their own font has not, by the font they are drawn in; null: no font has them. */
  borrowed: ReadonlyMap<string | null, ReadonlySet<string>>;
  /** Fonts that could not be had. */
  missing: string[];
}

const known = new WeakMap<TextContent, Layout>();

/** Whether all fonts that a text needs have been asked for. */
export const isReady = (text: TextContent): boolean =>
  facesFor(text).every((name) => faceNamed(name) !== undefined);

/** A text laid out. Its fonts must have been asked for. Texts are not changed in place. */
export function layoutOf(text: TextContent): Layout {
  let found = known.get(text);
  if (!found) known.set(text, (found = laidOut(text)));
  return found;
}

function laidOut(text: TextContent): Layout {
  const { along, box } = text;
  const path = along?.path ?? null;
  const room = box && !path ? box.width : null;
  const { lines: shaped, borrowed } = shapedLines(text, room);
  const moved = movesOf(text, shaped);
  const letters: Letter[] = [];
  const lines: Line[] = [];
  let y = 0;
  shaped.forEach((line, i) => {
    const measure = measured(line);
    y = i === 0 ? (box && !path ? measure.ascent : 0) : y + measure.leading;
    const { x, stretch } = alignedLine(text, line, room);
    const row = path
      ? alongPath(path, line, along!.values, text.paragraph.align, y)
      : placedRow(line, x, y, stretch);
    line.letters.forEach((letter, k) => {
      const move = moved.get(letter.from);
      const own = row.places[k]!;
      letters.push({ ...letter, line: i, place: move ? multiply(own, move(letter)) : own });
    });
    lines.push({
      from: line.from,
      to: line.to,
      start: row.start,
      ascent: measure.ascent,
      descent: measure.descent,
      rtl: line.rtl,
    });
  });
  const own = letters.reduce<Box | null>((all, l) => unitedBox(all, letterBox(l)), null);
  const first = lines[0]!;
  const bare = {
    x0: first.start.x,
    y0: first.start.y - first.ascent,
    x1: first.start.x + 1,
    y1: first.start.y + first.descent,
  };
  const whole = own ?? bare;
  return {
    letters,
    lines,
    box: box && !path ? unitedBox(whole, { x0: 0, y0: 0, x1: box.width, y1: box.height }) : whole,
    borrowed,
    missing: facesFor(text).filter((n) => faceNamed(n) === null),
  };
}

/** How high letters of a style stand above and below their baseline, px. */
export const riseOf = ({ face, style }: Pick<ShapedLetter, 'face' | 'style'>) => ({
  ascent: face.ascent * style.size + style.shift,
  descent: face.descent * style.size - style.shift,
});

/** The box of a letter's advance, the letter's own px. */
export function advanceBox(letter: ShapedLetter): Box {
  const { ascent, descent } = riseOf(letter);
  return { x0: 0, y0: -ascent, x1: letter.advance, y1: descent };
}

/** The same in px of the text, upright. */
export const letterBox = (letter: Letter): Box => boxUnder(letter.place, advanceBox(letter));

/** The four corners of a letter's advance, px of the text. */
export const letterCorners = (letter: Letter): Point[] =>
  quadOf(advanceBox(letter)).map((p) => apply(letter.place, p));

function measured(line: ShapedLine): { ascent: number; descent: number; leading: number } {
  const { size, leading } = line.style;
  if (line.letters.length === 0)
    return { ascent: 0.8 * size, descent: 0.2 * size, leading: (size * leading) / 100 };
  const rises = line.letters.map(riseOf);
  return {
    ascent: rises.reduce((m, r) => Math.max(m, r.ascent), 0),
    descent: rises.reduce((m, r) => Math.max(m, r.descent), 0),
    leading: line.letters.reduce((m, l) => Math.max(m, (l.style.size * l.style.leading) / 100), 0),
  };
}

/** What of a line is not blank at its end. */
function seenWidth({ letters, rtl }: ShapedLine): { before: number; width: number } {
  const seen = (l: ShapedLetter) => !l.blank;
  const [a, b] = [letters.findIndex(seen), letters.findLastIndex(seen)];
  const sum = (some: readonly ShapedLetter[]) => some.reduce((s, l) => s + l.advance, 0);
  if (a < 0) return { before: 0, width: 0 };
  // Blanks at the start of a line count, those at its end do not.
  return rtl
    ? { before: sum(letters.slice(0, a)), width: sum(letters.slice(a)) }
    : { before: 0, width: sum(letters.slice(0, b + 1)) };
}

/** Where a line begins, and how much wider each of its blanks is made, px. */
function alignedLine(
  { paragraph }: TextContent,
  line: ShapedLine,
  room: number | null,
): { x: number; stretch: number } {
  const { before, width } = seenWidth(line);
  const { align } = paragraph;
  const spare = (room ?? 0) - width;
  const blanks = line.letters.filter((l) => l.blank).length - (before > 0 ? 1 : 0);
  if (align === 'justify' && room !== null && line.broken) {
    const inner = line.letters.slice(0, -1).filter((l) => l.blank).length;
    return { x: -before, stretch: inner > 0 && blanks > 0 ? Math.max(0, spare) / inner : 0 };
  }
  const end = (align === 'end') !== line.rtl;
  const x = align === 'middle' ? spare / 2 : end ? spare : 0;
  return { x: x - before, stretch: 0 };
}

function placedRow(line: ShapedLine, x: number, y: number, stretch: number) {
  const start = { x, y };
  const last = line.letters.length - 1;
  const places = line.letters.map((letter, i) => {
    const place = translation(x, y);
    x += letter.advance + (letter.blank && i < last ? stretch : 0);
    return place;
  });
  return { start, places };
}

type Move = (letter: ShapedLetter) => Affine;

/** What moves letters by rule or by hand, by where they begin. */
function movesOf(
  { letters, stagger }: TextContent,
  lines: readonly ShapedLine[],
): Map<number, Move> {
  const moves = new Map<number, Move>();
  const hand = new Map(letters.map((l) => [l.at, l]));
  const order = lines
    .flatMap((l) => l.letters)
    .filter((l) => !l.blank)
    .sort((a, b) => a.from - b.from);
  order.forEach(({ from }, i) => {
    const own = hand.get(from);
    const by = amounts(stagger, i);
    if (!own && !by) return;
    const x = (own?.x ?? 0) + (by ? by[0] * stagger.x : 0);
    const y = (own?.y ?? 0) + (by ? by[1] * stagger.y : 0);
    const turn = (own?.turn ?? 0) + (by ? by[2] * stagger.turn : 0);
    const scale = (own?.scale ?? 1) * (by ? Math.max(0.01, 1 + (by[3] * stagger.grow) / 100) : 1);
    moves.set(from, (letter) => turnedLetter(letter, { x, y }, turn, scale));
  });
  return moves;
}

/** How many times over the amounts of a rule move the letter of a number: aside, down, turn, growth. */
function amounts(
  { rule, seed }: TextContent['stagger'],
  i: number,
): readonly [number, number, number, number] | null {
  switch (rule) {
    case 'none':
      return null;
    case 'step':
      return [i, i, i, i];
    case 'alternate':
      return i % 2 ? [1, 1, 1, 1] : [-1, -1, -1, -1];
    case 'random': {
      const draw = (k: number) => eitherWay(seed, 4 * i + k);
      return [draw(0), draw(1), draw(2), draw(3)];
    }
  }
}

/** A letter's move: turned and scaled about its middle. */
function turnedLetter(letter: ShapedLetter, by: Point, turn: number, scale: number): Affine {
  const middle = letterMiddle(letter);
  return multiply(
    translation(middle.x + by.x, middle.y + by.y),
    multiply(
      multiply(rotation((turn * Math.PI) / 180), scaling(scale)),
      translation(-middle.x, -middle.y),
    ),
  );
}

/** The point that a letter is turned about, its own px: half of its advance, half of its capitals' height. */
export const letterMiddle = ({ advance, face, style }: ShapedLetter): Point => ({
  x: advance / 2,
  y: (-face.capHeight * style.size) / 2 - style.shift,
});

/** A glyph to be drawn: its outlines are in ems. */
export interface PlacedGlyph {
  face: Face;
  glyph: number;
  /** From ems to px of the text. */
  map: Affine;
  letter: Letter;
}

/** All glyphs of a layout that have outlines. */
export const glyphsOf = ({ letters }: Layout): PlacedGlyph[] =>
  letters.flatMap((letter) =>
    letter.glyphs
      .filter(({ face, glyph }) => face.box(glyph) !== null)
      .map(({ face, glyph, x, y }) => ({
        face,
        glyph,
        letter,
        map: multiply(multiply(letter.place, translation(x, y)), scaling(letter.style.size)),
      })),
  );

/** A place in the content that the caret can stand at. */
export interface Caret {
  at: number;
  line: number;
  /** Its ends, px of the text. */
  top: Point;
  foot: Point;
}

const carets = new WeakMap<Layout, Caret[]>();

/** Every place of the caret, rising; where a line was broken for want of room, that on the next line. */
export function caretsOf(layout: Layout): Caret[] {
  let found = carets.get(layout);
  if (!found) carets.set(layout, (found = allCarets(layout)));
  return found;
}

function allCarets({ letters, lines }: Layout): Caret[] {
  const places = new Map<number, Caret>();
  lines.forEach(({ from, to, start, ascent, descent }, line) => {
    if (to > from) return;
    const top = { x: start.x, y: start.y - ascent };
    places.set(from, { at: from, line, top, foot: { x: start.x, y: start.y + descent } });
  });
  const edge = (letter: Letter, at: number, end: boolean): Caret => {
    const { ascent, descent } = riseOf(letter);
    const x = end !== letter.rtl ? letter.advance : 0;
    const point = (y: number) => apply(letter.place, { x, y });
    return { at, line: letter.line, top: point(-ascent), foot: point(descent) };
  };
  for (const letter of letters)
    if (letter.to === lines[letter.line]!.to) places.set(letter.to, edge(letter, letter.to, true));
  for (const letter of letters) places.set(letter.from, edge(letter, letter.from, false));
  return [...places.values()].sort((a, b) => a.at - b.at);
}

/** The caret at a place in the content, or right before it. */
export function caretAt(layout: Layout, at: number): Caret {
  const all = caretsOf(layout);
  return all.findLast((c) => c.at <= at) ?? all[0]!;
}

/** The place in the content nearest to a point (px of the text); of one line, if that is given. */
export function placeNear(layout: Layout, p: Point, line?: number): number {
  let best = 0;
  let least = Infinity;
  for (const caret of caretsOf(layout)) {
    if (line !== undefined && caret.line !== line) continue;
    const d = distanceTo(p, caret.top, caret.foot);
    if (d < least) [best, least] = [caret.at, d];
  }
  return best;
}

/** The distance of a point from a line between two others; what is beside counts more than what is along. */
function distanceTo(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const square = dx * dx + dy * dy || 1;
  const t = Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / square));
  const near = { x: a.x + t * dx, y: a.y + t * dy };
  const past = Math.hypot(p.x - near.x, p.y - near.y);
  // Off the ends of a caret lies another line.
  return t > 0 && t < 1 ? past : past * 4;
}
