import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { shippedFace } from '../../server/src/fonts';
import { ring } from '../../demo/examples/make';
import { newTextLayer } from '../scene/model/make';
import { render } from '../render/render';
import { newScene } from '../scene/model/make';
import { lookUp } from '../testing/scenes';
import { alongPath } from './along';
import type { TextContent } from './content';
import { fits, rangeAt } from './content';
import { replaced, restyled, typed, withLetter } from './edit-text';
import { PLAIN_FACE, faceName, families, fallbacksFor, shippedFaces } from './families';
import { facesFor, levelsOf, lettersOf, visualOrder } from './itemise';
import { caretAt, caretsOf, glyphsOf, layoutOf, placeNear } from './layout';
import { faceNamed, needFaces } from './library';
import { newAlong, newText } from './make-text';
import { shaper } from './shaper';

const SAMPLES = ['TIDE', 'مرحبا', 'שלום', 'नमस्ते', 'বাংলা', 'தமிழ்', 'ไทย', '✨'];

beforeAll(async () => {
  const all = SAMPLES.flatMap((s) => facesFor(newText(s)));
  await needFaces(
    [...all, 'anton-400', 'pacifico-400', 'cinzel-400', 'playfair-display-400'],
    shippedFace,
  );
});

const style = { font: 'anton', size: 100 };

describe('the families that ship', () => {
  it('are at least twenty, each face of them can be had and read', async () => {
    expect(families.length).toBeGreaterThanOrEqual(20);
    await needFaces(shippedFaces(), shippedFace);
    for (const name of shippedFaces()) {
      const face = faceNamed(name);
      expect(face, name).toBeTruthy();
      expect(face!.features).toEqual([...face!.features].sort());
    }
    for (const { id, label, weights } of families) {
      expect(faceNamed(faceName(id, weights[0]!, false))!.title.replaceAll(' ', '')).toContain(
        label.replaceAll(' ', '').slice(0, 4),
      );
    }
  });
  it('give the nearest weight, and the slant if there is one', () => {
    expect(faceName('oswald', 650, true)).toBe('oswald-600');
    expect(faceName('playfair-display', 1000, true)).toBe('playfair-display-900-italic');
    expect(faceName('pacifico', 900, false)).toBe('pacifico-400');
  });
});

describe('shaping', () => {
  it('has the advances and kerning that the font says', () => {
    const face = faceNamed('playfair-display-400')!;
    const run = (text: string, features: string[] = []) =>
      face.shape(text, { from: 0, to: text.length, rtl: false, script: 'Latn', features });
    const width = (text: string, features?: string[]) =>
      run(text, features).reduce((s, g) => s + g.advance, 0);
    expect(width('AV')).toBeLessThan(width('A') + width('V'));
    expect(width('AV', ['kern=0'])).toBeCloseTo(width('A') + width('V'), 6);
  });
  it('joins f and i where the font does, and parts them under tracking', () => {
    const glyphs = (tracking: number) =>
      glyphsOf(layoutOf(newText('fi', { font: 'playfair-display', tracking }))).length;
    expect(glyphs(0)).toBe(1);
    expect(glyphs(20)).toBe(2);
  });
  it('joins Arabic letters: the middle of a word looks otherwise than a letter alone', () => {
    const forms = (text: string) => glyphsOf(layoutOf(newText(text))).map((g) => g.glyph);
    expect(forms('ببب')[1]).not.toBe(forms('ب')[0]);
  });
  it('reorders Devanagari: the short i stands before the letter it follows', () => {
    const text = newText('कि');
    const [first] = glyphsOf(layoutOf(text));
    const alone = glyphsOf(layoutOf(newText('क')))[0]!;
    expect(first!.glyph).not.toBe(alone.glyph);
    expect(layoutOf(text).letters).toHaveLength(1);
  });
  it('runs Hebrew from right to left, and Latin within it from left to right', () => {
    const { letters } = layoutOf(newText('אב TIDE ג', style));
    const at = (i: number) => letters.find((l) => l.from === i)!.place[4];
    expect(at(0)).toBeGreaterThan(at(1));
    expect(at(3)).toBeLessThan(at(4));
    expect(at(1)).toBeGreaterThan(at(6));
    expect(at(8)).toBeLessThan(at(3));
  });
  it('knows the script of letters, and none of signs that belong to all', () => {
    expect(
      ['a', 'я', 'ش', 'न', '漢', ' ', '7', '!'].map((c) => shaper().scriptOf(c.codePointAt(0)!)),
    ).toEqual(['Latn', 'Cyrl', 'Arab', 'Deva', 'Hani', null, null, null]);
  });
  it('knows every script of Unicode by its code, also beyond letters of two bytes', () => {
    const of = (c: string) => shaper().scriptOf(c.codePointAt(0)!);
    const some = { Java: '\uA984', Bali: '\u1B05', Cham: '\uAA00', Nkoo: '\u07CA' };
    for (const [code, letter] of Object.entries(some)) expect(of(letter)).toBe(code);
    const far = { Cakm: '\u{11103}', Gran: '\u{11305}', Adlm: '\u{1E900}', Egyp: '\u{13000}' };
    for (const [code, letter] of Object.entries(far)) expect(of(letter)).toBe(code);
    // Digits of Adlam are its own; a mark of the musical notes is anyone's.
    expect(of('\u{1E950}')).toBe('Adlm');
    expect(of('\u{1D15E}')).toBe(null);
  });
  it('borrows letters that a font has not, and says which and from where', () => {
    const { borrowed } = layoutOf(newText('TIDE שلn', style));
    expect([...borrowed.keys()].sort()).toEqual(['Noto Sans Arabic', 'Noto Sans Hebrew']);
    expect([...layoutOf(newText('\u{13000}', style)).borrowed]).toEqual([
      [null, new Set(['\u{13000}'])],
    ]);
  });
  it('takes the plain face where a font is missing, and says so', async () => {
    const lost = `${'0'.repeat(64)}.ttf`;
    await needFaces([lost], () => Promise.resolve(null));
    const { missing, letters } = layoutOf(newText('TIDE', { font: lost }));
    expect(missing).toEqual([lost]);
    expect(letters[0]!.face).toBe(faceNamed(PLAIN_FACE));
  });
  it('looks for every script in a face that has it', () => {
    for (const text of SAMPLES) {
      const { borrowed } = layoutOf(newText(text));
      expect([...borrowed.keys()], text).not.toContain(null);
    }
    expect(fallbacksFor('TIDE')).toEqual([PLAIN_FACE]);
  });
});

describe('the order of letters', () => {
  it('turns round what has an odd level, and what lies within it round again', () => {
    const order = visualOrder([0, 1, 1, 2, 1, 0].map((level, i) => ({ level, i })));
    expect(order.map((o) => o.i)).toEqual([0, 4, 3, 2, 1, 5]);
  });
  it('is told by the first letter that has a direction, or by the artist', () => {
    expect(levelsOf('1 א', 'auto').base).toBe(1);
    expect(levelsOf('1 a א', 'auto').base).toBe(0);
    expect(levelsOf('abc', 'rtl').base).toBe(1);
    // Adlam runs from right to left; each of its letters is two code units.
    const adlam = levelsOf('\u{1E900}\u{1E901} ab 12', 'auto');
    expect(adlam.base).toBe(1);
    expect([...adlam.levels]).toEqual([1, 1, 1, 1, 1, 2, 2, 2, 2, 2]);
    expect([...levelsOf('a\u{1E900}\u{10400}', 'auto').levels]).toEqual([0, 1, 1, 0, 0]);
  });
  it('takes a letter with its marks, and joined pictures, as one', () => {
    expect(lettersOf('e\u0301👩‍🚒x').map((l) => l.to - l.from)).toEqual([2, 5, 1]);
  });
});

describe('lines', () => {
  const boxed = (
    content: string,
    width: number,
    align: TextContent['paragraph']['align'] = 'start',
  ) =>
    newText(content, style, {
      box: { width, height: 400 },
      paragraph: { align, direction: 'auto' },
    });
  it('are broken between words, and within a word that is longer than the room', () => {
    const { lines } = layoutOf(boxed('EMBER PIER', 260));
    expect(lines.map((l) => [l.from, l.to])).toEqual([
      [0, 6],
      [6, 10],
    ]);
    const long = layoutOf(boxed('SALTMERESALTMERE', 200));
    expect(long.lines.length).toBeGreaterThan(2);
    expect(long.lines.at(-1)!.to).toBe(16);
  });
  it('of a box never go beyond it, whatever the words', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('TIDE', 'a', 'SALTMERE', 'at', '–', 'Lantern'), {
          minLength: 1,
          maxLength: 9,
        }),
        fc.integer({ min: 120, max: 900 }),
        (words, width) => {
          const { letters } = layoutOf(boxed(words.join(' '), width, 'justify'));
          for (const l of letters)
            if (!l.blank) expect(l.place[4] + l.advance).toBeLessThanOrEqual(width + 0.01);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('of a justified text reach both sides, but for the last', () => {
    const { letters, lines } = layoutOf(boxed('A TIDE OF LIGHT AT THE PIER', 420, 'justify'));
    expect(lines.length).toBeGreaterThan(2);
    for (let i = 0; i < lines.length - 1; i++) {
      const own = letters.filter((l) => l.line === i && !l.blank);
      expect(own[0]!.place[4]).toBeCloseTo(0, 6);
      expect(own.at(-1)!.place[4] + own.at(-1)!.advance).toBeCloseTo(420, 4);
    }
  });
  it('are aligned round a point, or within their box', () => {
    const width = (text: TextContent) => layoutOf(text).letters.reduce((s, l) => s + l.advance, 0);
    const at = (align: 'start' | 'middle' | 'end', box: TextContent['box']) =>
      layoutOf(newText('TIDE', style, { box, paragraph: { align, direction: 'auto' } })).letters[0]!
        .place[4];
    const w = width(newText('TIDE', style));
    expect(at('middle', null)).toBeCloseTo(-w / 2, 6);
    expect(at('end', null)).toBeCloseTo(-w, 6);
    expect(at('end', { width: 500, height: 99 })).toBeCloseTo(500 - w, 6);
  });
  it('stand apart by the greatest leading of their letters', () => {
    const { lines } = layoutOf(newText('TIDE\nTIDE', { ...style, leading: 150 }));
    expect(lines[1]!.start.y - lines[0]!.start.y).toBeCloseTo(150, 6);
  });
  it('along a circle stand upright on it, at their middle', () => {
    const shaped = layoutOf(newText('NIGHT SEVEN', { font: 'anton', size: 40 }));
    const text = newText(
      'NIGHT SEVEN',
      { font: 'anton', size: 40 },
      { along: newAlong({ path: ring(300, 300, 200), line: null }) },
    );
    const { letters } = layoutOf(text);
    for (const l of letters) {
      const [a, b, , , e, f] = l.place;
      const [x, y] = [e + (a * l.advance) / 2, f + (b * l.advance) / 2];
      expect(Math.hypot(x - 300, y - 300)).toBeCloseTo(200, 0);
      // The direction of writing is that of the circle there.
      expect(a * (x - 300) + b * (y - 300)).toBeCloseTo(0, -1);
    }
    expect(letters.map((l) => l.advance)).toEqual(shaped.letters.map((l) => l.advance));
  });
  it('go straight on past the ends of an open path', () => {
    const path = {
      closed: false,
      anchors: [0, 100].map((x) => ({
        x,
        y: 0,
        kind: 'corner' as const,
        in: { x: 0, y: 0 },
        out: { x: 0, y: 0 },
      })),
    };
    const line = { letters: layoutOf(newText('SALTMERE', style)).letters } as never;
    const values = { offset: 60, lift: 5, side: 'left' as const };
    const { places } = alongPath(path, line, values, 'start', 0);
    places.forEach((p, i) => {
      expect(p[5]).toBeCloseTo(-5, 6);
      if (i > 0) expect(p[4]).toBeGreaterThan(places[i - 1]![4]);
    });
  });
});

describe('letters moved by rule and by hand', () => {
  it('stay letters of the text: turned and scaled about their middles', () => {
    const plain = layoutOf(newText('TIDE', style)).letters;
    const moved = layoutOf(
      withLetter(newText('TIDE', style), 1, { x: 7, y: -3, turn: 90, scale: 2 }),
    ).letters;
    expect(moved[0]!.place).toEqual(plain[0]!.place);
    const [a, b] = moved[1]!.place;
    expect(a).toBeCloseTo(0, 6);
    expect(b).toBeCloseTo(2, 6);
  });
  it('step, go in turn, or are drawn by a seed', () => {
    const of = (rule: 'step' | 'alternate' | 'random', seed = 1) =>
      layoutOf(newText('TI DE', style, { stagger: { rule, x: 0, y: 10, turn: 0, grow: 0, seed } }))
        .letters.filter((l) => !l.blank)
        .map((l) => l.place[5]);
    expect(of('step')).toEqual([0, 10, 20, 30]);
    expect(of('alternate')).toEqual([-10, 10, -10, 10]);
    expect(of('random')).toEqual(of('random'));
    expect(of('random')).not.toEqual(of('random', 2));
    for (const y of of('random')) expect(Math.abs(y)).toBeLessThanOrEqual(10);
  });
});

describe('the caret', () => {
  it('stands at every letter, and a point finds the place it was shown at', () => {
    const layout = layoutOf(newText('Lantern\n\nשבוע', style));
    for (const caret of caretsOf(layout)) {
      const middle = { x: (caret.top.x + caret.foot.x) / 2, y: (caret.top.y + caret.foot.y) / 2 };
      const found = caretAt(layout, placeNear(layout, middle, caret.line));
      expect(Math.hypot(found.top.x - caret.top.x, found.top.y - caret.top.y)).toBeLessThan(0.01);
    }
    expect(caretsOf(layout).map((c) => c.at)).toEqual([...Array(14).keys()]);
  });
  it('has a place in a text without letters', () => {
    expect(caretsOf(layoutOf(newText('')))).toHaveLength(1);
  });
});

describe('changing a text', () => {
  const letters = fc.string({ maxLength: 12 });
  const text = fc
    .tuple(
      fc.array(fc.tuple(letters, fc.integer({ min: 10, max: 12 })), { minLength: 1, maxLength: 4 }),
    )
    .map(([parts]) => ({
      ...newText(''),
      content: parts.map(([s]) => s).join(''),
      ranges: parts.map(([s, size]) => ({ ...newText(s, { size }).ranges[0]! })),
    }));
  it('keeps ranges as long as the content, and leaves the text it is given alone', () => {
    fc.assert(
      fc.property(text, fc.nat(40), fc.nat(40), letters, (t, a, b, by) => {
        const [from, to] = [Math.min(a, b), Math.max(a, b)]
          .map((n) => n % (t.content.length + 1))
          .sort((p, q) => p - q) as [number, number];
        const before = JSON.stringify(t);
        const made = replaced(t, from, to, by);
        expect(fits(made)).toBe(true);
        expect(made.content).toBe(t.content.slice(0, from) + by + t.content.slice(to));
        const styled = restyled(made, from, from + by.length, { size: 99 });
        expect(fits(styled)).toBe(true);
        for (let i = from; i < from + by.length; i++)
          expect(rangeAt(styled, i + 1).style.size).toBe(99);
        expect(JSON.stringify(t)).toBe(before);
      }),
    );
  });
  it('sees what was typed as one stretch, and gives it the style before it', () => {
    const made = typed(restyled(newText('TIDE'), 0, 2, { size: 50 }), 'TIXDE');
    expect(made.ranges.map((r) => [r.length, r.style.size])).toEqual([
      [3, 50],
      [2, 200],
    ]);
  });
  it('carries letters that were moved by hand along with their letters', () => {
    const moved = withLetter(newText('TIDE'), 2, { x: 1, y: 0, turn: 0, scale: 1 });
    expect(typed(moved, 'A TIDE').letters.map((l) => l.at)).toEqual([4]);
    expect(typed(moved, 'TIE').letters).toEqual([]);
  });
});

describe('what nobody would type', () => {
  const scene = (content: string, size: number) => {
    const s = newScene('', 60, 40, null);
    s.layers.push(newTextLayer(content, { font: 'anton', size }));
    return s;
  };
  const region = { x: 0, y: -30, width: 60, height: 60 };
  it.each([
    ['nothing', '', 40],
    ['blanks', ' \t\n\n ', 40],
    ['controls', '\u0000\u0007\u202e\u2066x\u2069\ufeff', 40],
    ['broken pairs', '\ud83d x \ude92', 40],
    ['a letter of 5,000 px', 'S', 5000],
    ['a tenth of a px', 'SALTMERE', 0.1],
    ['emoji', '🏮🌊👩‍🚒🇮🇸', 30],
  ])('%s comes to a picture of finite light', (_name, content, size) => {
    const { data } = render(scene(content, size), { region, scale: 1, picture: lookUp });
    expect(data.every((v) => Number.isFinite(v) && v >= 0 && v <= 1.00001)).toBe(true);
  });
  it('100,000 letters are laid out, and drawn where they are asked for', () => {
    const { data } = render(scene('TIDE '.repeat(20_000), 20), {
      region,
      scale: 1,
      picture: lookUp,
    });
    expect(data.some((v) => v > 0.5)).toBe(true);
  });
  it('any letters at all are laid out without a fault', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 30 }), (content) => {
        const { letters, box } = layoutOf(newText(content, style));
        expect(Object.values(box).every(Number.isFinite)).toBe(true);
        expect(letters.every((l) => l.to > l.from)).toBe(true);
      }),
      { numRuns: 150 },
    );
  });
});
