import type { Face as HbFace, SvgPathCommand } from 'harfbuzzjs';
import type { Box } from '../geometry/affine';
import { unitedBox } from '../geometry/affine';
import type { Anchor, Path } from '../geometry/path';
import { corner, curveBox, settled } from '../geometry/path';
import type { Axis, AxisValues } from './axes';
import { shaper } from './shaper';

/** A glyph in a row, in ems: y downward. */
export interface ShapedGlyph {
  glyph: number;
  /** Where in the text the cluster begins that it is drawn for. */
  cluster: number;
  advance: number;
  x: number;
  y: number;
}

/** A piece of a text that is shaped as one. */
export interface Run {
  from: number;
  to: number;
  rtl: boolean;
  /** ISO 15924, such as `Latn`. */
  script: string;
  /** OpenType features as CSS writes them, such as `smcp=1`. */
  features: readonly string[];
}

/** One face of a font. Lengths are in ems, y downward. */
export interface Face {
  /** The family's own name. */
  title: string;
  ascent: number;
  descent: number;
  /** The height of its capitals. */
  capHeight: number;
  /** Whether hardly any of its letters has outlines, as in fonts that hold them as layers or pictures in colours. */
  readonly isBlank: boolean;
  /** Whether it has a glyph for a code point. */
  has(codePoint: number): boolean;
  /** The ways in which it varies, those that the font hides left out; none of most fonts. */
  axes: readonly Axis[];
  /** The same face at places on its axes. The same places give the same face, as long as not many others came between. */
  at(places: AxisValues): Face;
  /** The features that it can be asked for, four letters each, sorted. */
  features: readonly string[];
  /** The glyphs of a piece of a text, from left to right. */
  shape(text: string, run: Run): ShapedGlyph[];
  /** The outlines of a glyph: closed paths. */
  outline(glyph: number): readonly Path[];
  /** The box of a glyph's outlines; null if it has none. */
  box(glyph: number): Box | null;
}

/** A file that is no font, or one that Ignis may or can not draw with. */
export class FontFault extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'FontFault';
  }
}

/** So many letters tell whether a font has outlines, and fewer than this share of them with any are none. */
const SAMPLED = 96;
const MOSTLY = 0.5;
/** Letters that have no outlines in any font. */
const UNSEEN = /[\p{C}\p{Z}\p{M}\u115F\u1160\u2800\u3164]/u;
/** So many places on the axes of a font are cached. */
const PLACES = 24;

/** Bit of `fsType` (OpenType, OS/2) that forbids embedding, and the one that allows pictures only. */
const FORBIDDEN = 2;
const PICTURES_ONLY = 0x200;

/**
 * A face from the bytes of a TrueType or OpenType file. Throws a FontFault that says what is wrong. The
 * shaper must have been loaded.
 */
export function faceOf(bytes: Uint8Array): Face {
  const { Blob, Face: Found } = shaper().harfBuzz;
  const face = new Found(new Blob(bytes));
  const codes = new Set(face.collectUnicodes());
  const head = face.referenceTable('head');
  if (!head || head.length < 54 || codes.size === 0)
    throw new FontFault('is damaged, cut short or no font');
  if (!['glyf', 'CFF ', 'CFF2'].some((t) => (face.referenceTable(t)?.length ?? 0) > 0))
    throw new FontFault('has no outlines, only pictures of its letters');
  const os2 = face.referenceTable('OS/2');
  const view = os2 && new DataView(os2.buffer, os2.byteOffset, os2.byteLength);
  const rights = view && view.byteLength >= 10 ? view.getUint16(8) : 0;
  if ((rights & 0xf) === FORBIDDEN || rights & PICTURES_ONLY)
    throw new FontFault('says of itself that it may not be kept within other files');
  const axes = axesOf(face);
  const places = new Map<string, Face>();
  const usual: Face = drawnAt(face, codes, axes, {}, at);
  function at(values: AxisValues): Face {
    const key = JSON.stringify(values);
    if (key === '{}') return usual;
    const found = places.get(key) ?? drawnAt(face, codes, axes, values, at);
    // The one that was wanted last comes last.
    places.delete(key);
    places.set(key, found);
    if (places.size > PLACES) places.delete(places.keys().next().value!);
    return found;
  }
  return usual;
}

/** The axes of a face that are to be seen. */
function axesOf(face: HbFace): Axis[] {
  const { AxisFlags } = shaper().harfBuzz;
  return Object.values(face.getAxisInfos())
    .filter(({ flags, min, max }) => !(flags & AxisFlags.HIDDEN) && min < max)
    .map(({ tag, nameId, min, default: usual, max }) => ({
      ...{ tag, label: face.getName(nameId, 'en') || tag },
      ...{ min, default: usual, max },
    }));
}

/** A face at places on its axes. */
function drawnAt(
  face: HbFace,
  codes: ReadonlySet<number>,
  axes: readonly Axis[],
  places: AxisValues,
  at: Face['at'],
): Face {
  const { Buffer, Direction, Feature, Font, Variation, shape } = shaper().harfBuzz;
  const em = face.upem;
  const font = new Font(face);
  font.setVariations(Object.entries(places).map(([tag, v]) => new Variation(tag, v)));
  font.setScale(em, em);
  const { ascender, descender } = font.hExtents();
  const outlines = new Map<number, readonly Path[]>();
  const outline = (glyph: number) => {
    let found = outlines.get(glyph);
    if (!found) outlines.set(glyph, (found = pathsOf(font.glyphToJson(glyph), em)));
    return found;
  };
  const boxes = new Map<number, Box | null>();
  const box = (glyph: number) => {
    let found = boxes.get(glyph);
    if (found === undefined) {
      found = outline(glyph).reduce<Box | null>((all, p) => {
        const own = curveBox(p);
        return own ? unitedBox(all, own) : all;
      }, null);
      boxes.set(glyph, found);
    }
    return found;
  };
  /** Glyphs of letters spread over all that it has. */
  const sampled = () => {
    const seen = [...codes].filter((c) => !UNSEEN.test(String.fromCodePoint(c)));
    const step = Math.max(1, Math.floor(seen.length / SAMPLED));
    return seen.filter((_, i) => i % step === 0).map((c) => font.nominalGlyph(c) ?? 0);
  };
  const capitals = font.nominalGlyph(0x48);
  const title =
    [16, 1].map((id) => face.getName(id, 'en')).find((name) => name !== '') ?? 'Unnamed';
  return {
    title,
    ascent: ascender > 0 ? ascender / em : 0.8,
    descent: descender < 0 ? -descender / em : 0.2,
    capHeight: (capitals !== undefined && -(box(capitals)?.y0 ?? -0.7)) || 0.7,
    get isBlank() {
      const glyphs = sampled();
      return glyphs.filter((g) => outline(g).length > 0).length < MOSTLY * glyphs.length;
    },
    has: (code) => codes.has(code),
    ...{ axes, at },
    features: [
      ...new Set([...face.getTableFeatureTags('GSUB'), ...face.getTableFeatureTags('GPOS')]),
    ].sort(),
    shape(text, { from, to, rtl, script, features }) {
      const buffer = new Buffer();
      buffer.addText(text, from, to - from);
      buffer.setDirection(rtl ? Direction.RTL : Direction.LTR);
      buffer.setScript(script);
      buffer.setLanguage('en');
      shape(
        font,
        buffer,
        features.map((f) => Feature.fromString(f)).filter((f) => f !== undefined),
      );
      const places = buffer.getGlyphPositions();
      return buffer.getGlyphInfos().map(({ codepoint, cluster }, i) => ({
        glyph: codepoint,
        cluster,
        advance: places[i]!.xAdvance / em,
        x: places[i]!.xOffset / em,
        y: -places[i]!.yOffset / em,
      }));
    },
    outline,
    box,
  };
}

/** The outlines of a glyph as paths, ems, y downward. Curves of the second degree are raised to the third. */
function pathsOf(commands: readonly SvgPathCommand[], em: number): Path[] {
  const paths: Path[] = [];
  let anchors: Anchor[] = [];
  const close = () => {
    const [first, last] = [anchors[0], anchors.at(-1)];
    // The end repeats the start.
    if (first && last && anchors.length > 1 && first.x === last.x && first.y === last.y) {
      anchors.pop();
      anchors[0] = { ...first, in: last.in };
    }
    const drawn = anchors.map((a) => settled(a, 0.001));
    if (anchors.length > 1) paths.push({ closed: true, anchors: drawn });
    anchors = [];
  };
  const curve = (x1: number, y1: number, x2: number, y2: number, x: number, y: number) => {
    const last = anchors.at(-1)!;
    anchors[anchors.length - 1] = { ...last, out: { x: x1 - last.x, y: y1 - last.y } };
    anchors.push({ ...corner(x, y), in: { x: x2 - x, y: y2 - y } });
  };
  for (const { type, values } of commands) {
    const v = values.map((n, i) => (i % 2 ? 0 - n : n) / em);
    if (type === 'M') {
      close();
      anchors.push(corner(v[0]!, v[1]!));
    } else if (type === 'L') anchors.push(corner(v[0]!, v[1]!));
    else if (type === 'Q') {
      const { x, y } = anchors.at(-1)!;
      const [cx, cy, ex, ey] = [v[0]!, v[1]!, v[2]!, v[3]!];
      const third = (a: number, b: number) => a + (2 / 3) * (b - a);
      curve(third(x, cx), third(y, cy), third(ex, cx), third(ey, cy), ex, ey);
    } else if (type === 'C') curve(v[0]!, v[1]!, v[2]!, v[3]!, v[4]!, v[5]!);
    else close();
  }
  close();
  return paths;
}
