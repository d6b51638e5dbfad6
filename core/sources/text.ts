import * as v from 'valibot';
import type { SourceDefinition } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import { boxUnder, multiply, regionAround, unitedBox } from '../geometry/affine';
import { flatten } from '../geometry/flatten';
import type { Path } from '../geometry/path';
import { mapPath } from '../geometry/path';
import { compositePlanes } from '../kernels/composite';
import { coverage } from '../kernels/coverage';
import { blendNamed } from '../blend/index';
import { colourBuffer } from '../pixels/buffer';
import { rgb } from '../pixels/colour';
import type { Region } from '../pixels/region';
import { EMPTY, intersect, isEmpty, unite } from '../pixels/region';
import { FONT_ASSET } from '../definitions/asset-name';
import {
  alongParameters,
  fits,
  letterParameters,
  paragraphParameters,
  staggerParameters,
  textEntries,
} from '../text/content';
import { restyled } from '../text/edit-text';
import { facesFor } from '../text/itemise';
import type { Layout, PlacedGlyph } from '../text/layout';
import { glyphsOf, isReady, layoutOf } from '../text/layout';

export const textSchema = v.pipe(
  v.strictObject({ kind: v.literal('text'), ...textEntries }),
  v.check((t) => fits(t), 'The ranges of a text must together be as long as what it says.'),
);

export type TextSource = v.InferOutput<typeof textSchema>;

/** Greatest distance between a drawn outline and the true one, px of the render. */
const TOLERANCE = 0.02;

/** Letters, laid out and drawn from their outlines: as large as one likes, the same everywhere. */
export const textSource: SourceDefinition<TextSource> = {
  kind: 'text',
  label: 'Text',
  help: 'Letters that stay letters.',
  schema: textSchema,
  note: '`ranges` together are as long as `content`, in UTF-16 code units; `features` are OpenType tags, with `-` before those that are off; `axes` are places on the axes of a variable font that have no setting of their own, such as `wdth`. `stagger` moves letters by rule; by `along` the text runs along its `path` (own px) or the path of the line of an id.',
  settings: {
    'ranges[].style': letterParameters,
    paragraph: paragraphParameters,
    stagger: staggerParameters,
    'along.values': alongParameters,
  },
  shaped: true,
  subject: 1,
  reference: {
    as: 'path',
    to: ({ along }) => along?.line ?? null,
    rename: ({ along }, id) => {
      if (along) along.line = id;
    },
    along: (source, path) => ({ ...source, along: source.along && { ...source.along, path } }),
  },
  colour: ({ ranges }) => ranges[0]!.style.colour,
  recoloured: (text, colour) => ({
    ...restyled(text, 0, text.content.length, { colour }),
    kind: 'text',
  }),
  yieldsToPaint: true,
  box: (source) => (isReady(source) ? layoutOf(source).box : null),
  extent: (source, map) => (isReady(source) ? inkRegion(layoutOf(source), map) : EMPTY),
  assets: (source) => [
    ...new Set(source.ranges.map((r) => r.style.font).filter((f) => FONT_ASSET.test(f))),
  ],
  faces: facesFor,
  /** As one line of its letters is high: what is a share of its height does not grow with its lines. */
  height: (source) => source.ranges.reduce((m, r) => Math.max(m, r.style.size), 0) * CAPITALS,
  render(source, { map, wanted, mixing }) {
    const glyphs = glyphsOf(layoutOf(source)).filter(
      (g) => !isEmpty(intersect(glyphRegion(g, map), wanted)),
    );
    const region = glyphs.reduce((r, g) => unite(r, glyphRegion(g, map)), EMPTY);
    const part = intersect(region, wanted);
    if (isEmpty(part)) return colourBuffer(part);
    const { mode } = blendNamed('normal');
    return compositePlanes(
      part,
      [...byColour(glyphs)].map(([colour, some]) => ({
        shape: coverage(
          some.flatMap((g) => polygonsOf(g, map)),
          'nonzero',
          part,
        ),
        ...{ colour: rgb(colour, mixing), mode, opacity: 1 },
      })),
    );
  },
};

/** What of an em a capital commonly is high. */
const CAPITALS = 0.7;

/** Glyphs of one colour, those of the colour that comes first at the back. */
function byColour(glyphs: readonly PlacedGlyph[]): Map<string, PlacedGlyph[]> {
  const some = new Map<string, PlacedGlyph[]>();
  for (const g of glyphs) {
    const { colour } = g.letter.style;
    const own = some.get(colour);
    if (own) own.push(g);
    else some.set(colour, [g]);
  }
  return some;
}

const polygonsOf = ({ face, glyph, map: own }: PlacedGlyph, map: Affine): Float64Array[] => {
  const whole = multiply(map, own);
  return face
    .outline(glyph)
    .map((path) => flatten(path, whole, { tolerance: TOLERANCE, turn: Infinity }).points);
};

const glyphRegion = ({ face, glyph, map: own }: PlacedGlyph, map: Affine): Region =>
  regionAround(boxUnder(multiply(map, own), face.box(glyph)!), 1);

/** The region of all that a layout draws under a map. */
function inkRegion(layout: Layout, map: Affine): Region {
  const box = inkBox(layout);
  return box ? regionAround(boxUnder(map, box), 1) : EMPTY;
}

const inks = new WeakMap<Layout, Box | null>();

/** The box of a layout's outlines, px of the text; null if it has none. */
export function inkBox(layout: Layout): Box | null {
  let found = inks.get(layout);
  if (found === undefined) {
    found = glyphsOf(layout).reduce<Box | null>(
      (all, { face, glyph, map }) => unitedBox(all, boxUnder(map, face.box(glyph)!)),
      null,
    );
    inks.set(layout, found);
  }
  return found;
}

/** The outlines of a text as paths, px of the text. Its fonts must be at hand. */
export const outlinesOf = (source: TextSource): Path[] =>
  glyphsOf(layoutOf(source)).flatMap(({ face, glyph, map }) =>
    face.outline(glyph).map((path) => mapPath(map, path)),
  );
