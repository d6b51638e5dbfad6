import { imageSize } from 'image-size';
import type { StraightImage } from '../pixels/picture';
import { MAX_PIXELS, MAX_SIDE } from '../scene/model/bounds';
import { FileFault, SAVE_AGAIN, damagedFile } from './fault';
import { renewCodecs } from './formats/codecs';
import type { Header, PictureFormat } from './formats/format';
import { UnreadKind, letters } from './formats/format';
import { formatNamed, pictureFormats } from './formats/index';
import { svg } from './formats/svg';
import { isOnItsSide, upright } from './formats/upright';

/** What the header of a picture's file says. */
export interface PictureFile {
  format: string;
  /** As it will be shown, upright, px. */
  width: number;
  height: number;
  /** How it is turned to stand upright: 1 to 8, as Exif says. */
  orientation: number;
}

const labels = pictureFormats.map((f) => f.label);
const KNOWN = `Bring in a ${labels.slice(0, -1).join(', ')} or ${labels.at(-1)!}.`;

/** Decoders of pictures of more px take memory that counts. */
const LARGE = 6e6;

/** Files that artists have and that are no pictures yet: what they begin with or are named, and what to do. */
const OTHERS: readonly {
  is(bytes: Uint8Array, name: string): boolean;
  fault: string;
  remedy: string;
}[] = [
  {
    is: (bytes) => letters(bytes, 0, 5) === '%PDF-',
    fault: 'is a PDF document',
    remedy: 'Save its page as a PNG or an SVG, and bring that in.',
  },
  {
    is: (_, name) =>
      /\.(3fr|arw|cr[23w]|dng|erf|kdc|mrw|nef|nrw|orf|pef|raf|raw|rw2|sr[2w]|x3f)$/i.test(name),
    fault: 'is the raw file of a camera',
    remedy: 'Develop it first, and save it as a TIFF of 16 bits or a JPEG.',
  },
];

/** The format of some bytes and what their header says; null if no format knows them. */
function identified(bytes: Uint8Array): { is: PictureFormat; header: Header } | null {
  for (const is of pictureFormats) {
    const header = is.header?.(bytes);
    if (header) return { is, header };
  }
  const { type = '', ...header } = imageSize(bytes);
  const is = pictureFormats.find((f) => (f.sizedAs ?? [f.format]).includes(type));
  return is ? { is, header } : null;
}

/**
 * What kind of picture these bytes are and how large, read from the header alone.
 * Throws a FileFault if they are empty, no picture of a known format, or too large.
 */
export function inspectPicture(bytes: Uint8Array, name: string): PictureFile {
  if (bytes.length === 0) throw new FileFault(name, 'is empty', SAVE_AGAIN);
  const other = OTHERS.find((o) => o.is(bytes, name));
  if (other) throw new FileFault(name, other.fault, other.remedy);
  let found: ReturnType<typeof identified>;
  let orientation = 1;
  try {
    found = identified(bytes);
    orientation = found?.is.orientation?.(bytes) ?? found?.header.orientation ?? 1;
  } catch (cause) {
    throw new FileFault(name, 'is no picture that can be read', KNOWN, { cause });
  }
  if (!found) throw new FileFault(name, 'is a picture of a kind that cannot be read', KNOWN);
  const { header, is } = found;
  const across = isOnItsSide(orientation);
  const width = across ? header.height : header.width;
  const height = across ? header.width : header.height;
  // The artist is asked how large an SVG is to be.
  if (is === svg) return { format: is.format, width, height, orientation };
  if (!(width >= 1 && height >= 1))
    throw new FileFault(
      name,
      'does not say how large it is',
      'Save it again with a width and a height.',
    );
  refuseTooLarge(name, width, height);
  return { format: is.format, width, height, orientation };
}

/**
 * The pixels of a picture's file, upright, the same on every machine; null if it is of a kind that only the browser reads.
 * Throws a FileFault if it is empty, too large, damaged or cut short.
 */
export async function readPicture(bytes: Uint8Array, name: string): Promise<StraightImage | null> {
  const { format, orientation, width, height } = inspectPicture(bytes, name);
  const { decode, isCutShort } = formatNamed(format);
  if (isCutShort?.(bytes)) throw new FileFault(name, 'is cut short', SAVE_AGAIN);
  if (!decode) return null;
  let image: StraightImage | null;
  try {
    image = await decode(bytes);
  } catch (cause) {
    if (cause instanceof UnreadKind) throw new FileFault(name, cause.fault, cause.remedy);
    throw damagedFile(name, cause);
  }
  if (width * height > LARGE) renewCodecs();
  const shown = image && upright(image, orientation);
  if (shown && (shown.width !== width || shown.height !== height))
    throw damagedFile(name, new Error('Its header says another size than it has.'));
  return shown;
}

/** Throws a FileFault if a picture of this size is more than can be worked on. */
export function refuseTooLarge(name: string, width: number, height: number): void {
  if (width > MAX_SIDE || height > MAX_SIDE || width * height > MAX_PIXELS)
    throw new FileFault(
      name,
      `is ${Math.round(width)} × ${Math.round(height)} px, which is too large`,
      `Scale it down to at most ${MAX_SIDE.toLocaleString('en')} px a side and ${MAX_PIXELS / 1e6} megapixels first.`,
    );
}
