import * as v from 'valibot';
import { HEX } from '../../definitions/parameter-schema';
import { parseBookFile } from '../book-file';
import { strokeBrushSchema, type StrokeBrush } from '../../brush/paint-brush';

/** Brushes that are kept in a brush book. */

/** The version of brush files that this program writes. */
export const BRUSH_VERSION = 1;

/** The longest data URL of a picture in a brush file, letters. */
const MAX_PICTURE = 16_000_000;

const dataUrl = (types: string, what: string) =>
  v.pipe(
    v.string(),
    v.maxLength(MAX_PICTURE, `${what} is larger than any brush can have.`),
    v.regex(new RegExp(`^data:image/(${types});base64,[A-Za-z0-9+/=]*$`), `${what} is no picture.`),
  );

export const bookBrushSchema = v.strictObject({
  format: v.literal('ignis-brush', 'This is no Ignis brush: "format" must be "ignis-brush".'),
  version: v.literal(BRUSH_VERSION),
  /** What it makes. */
  name: v.pipe(v.string(), v.minLength(1, 'A brush has a name.'), v.maxLength(80)),
  colour: v.pipe(v.string(), v.regex(HEX, 'The colour of a brush is written #rrggbb.')),
  brush: strokeBrushSchema,
  /** A stroke of it, as a picture. */
  picture: v.optional(dataUrl('png', 'The picture of its stroke')),
  /** The picture that it stamps. */
  stamp: v.optional(dataUrl('png|jpeg|webp|avif|gif|bmp', 'What it stamps')),
});

export interface BookBrush {
  format: 'ignis-brush';
  version: typeof BRUSH_VERSION;
  name: string;
  colour: string;
  brush: StrokeBrush;
  picture?: string | undefined;
  stamp?: string | undefined;
}

/** A brush that could not be read, and why, in the artist's words. */
export class BrushError extends Error {
  constructor(message: string, options?: { cause: unknown }) {
    super(message, options);
    this.name = 'BrushError';
  }
}

/** What a text should hold, as a brush. Throws a BrushError that says what is wrong and where. */
export const parseBrush = (text: string, name: string): BookBrush =>
  parseBookFile(
    {
      ...{ what: 'brush', made: 'saved', version: BRUSH_VERSION, longest: 40_000_000 },
      schema: bookBrushSchema,
      fault: (message, options) => new BrushError(message, options),
    },
    text,
    name,
  );
