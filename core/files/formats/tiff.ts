import type { StraightImage } from '../../pixels/picture';
import { withProfile } from './embedded-profile';
import type { PictureFormat } from './format';
import { UnreadKind, written } from './format';
import { TAGS, firstTags, orientationOf, saidUpright } from './tags';
import { writtenTiff } from './tiff-writer';

/** TIFF (revision 6.0), of grey, colours, or a palette; 8 or 16 bits, or floats, which are light. Of several pages, the first. */

const PALETTE = 3;
/** The number of the tag that holds a profile. */
const ICC = 34675;
/** Each colour stands by itself, one behind another. */
const SEPARATE = 2;

const library = () => import('tiff');
type Page =
  Awaited<ReturnType<typeof library>> extends { decode(...a: never[]): (infer P)[] } ? P : never;

/** The numbers of a page as RGBA. */
function rgbaOf(page: Page): StraightImage {
  const { width, height, palette } = page;
  const given = page.data;
  const count = width * height;
  const isFloat = given instanceof Float32Array || given instanceof Float64Array;
  const depth = isFloat ? 32 : given instanceof Uint16Array || palette ? 16 : 8;
  const data = isFloat
    ? new Float32Array(count * 4)
    : depth === 16
      ? new Uint16Array(count * 4)
      : new Uint8Array(count * 4);
  const opaque = depth === 32 ? 1 : depth === 16 ? 65535 : 255;
  const channels = given.length / count;
  const colours = channels < 3 ? 1 : 3;
  const hasAlpha = page.alpha && channels > colours;
  for (let i = 0; i < count; i++) {
    const [to, from] = [i * 4, i * channels];
    if (palette) data.set(palette[given[from]!]!, to);
    else for (let c = 0; c < 3; c++) data[to + c] = given[from + (colours === 1 ? 0 : c)]!;
    data[to + 3] = hasAlpha ? given[from + colours]! : opaque;
  }
  return { width, height, depth, data };
}

export const tiff: PictureFormat = {
  ...{ format: 'tif', label: 'TIFF', extensions: ['tif', 'tiff'], type: 'image/tiff' },
  header(bytes) {
    const tags = firstTags(bytes);
    return (
      tags && {
        width: tags.get(TAGS.width) ?? 0,
        height: tags.get(TAGS.height) ?? 0,
        orientation: orientationOf(bytes),
      }
    );
  },
  written: written({
    depths: [16, 8, 32],
    spaces: ['srgb', 'p3'],
    hasDensity: true,
    hasWords: true,
    parameters: {},
    encode: (image, _, said) => Promise.resolve(writtenTiff(image, said)),
  }),
  async decode(bytes) {
    const page = await pageOf(bytes);
    if (page.planarConfiguration === SEPARATE) throw unread('with each colour by itself');
    const icc = page.type === PALETTE ? null : (page.fields.get(ICC) as Uint8Array | undefined);
    const image = rgbaOf(page);
    // A profile of tables is left out: what stands in the file counts as sRGB.
    return withProfile(image, icc ? Uint8Array.from(icc) : null) ?? image;
  },
};

const unread = (kind: string) =>
  new UnreadKind(
    `is a TIFF ${kind}, which cannot be read here`,
    'Save it in RGB or grey, of 8, 16 or 32 bits, with LZW, ZIP or no compression.',
  );

/** Noise that is compressed may grow by so much, and by so many bytes. */
const [GROWTH, SMALL] = [1.5, 2 ** 16];

/** Throws an Error if there is more compressed than there are px: what comes of it would be without bounds. */
function refusePacked(page: Page): void {
  const counts = page.tiled ? page.tileByteCounts : page.stripByteCounts;
  const packed = [counts].flat().reduce((sum, n) => sum + n, 0);
  const bits =
    page.width * page.height * page.samplesPerPixel * Math.max(...[page.bitsPerSample].flat());
  if (packed > (bits / 8) * GROWTH + SMALL) throw new Error('It holds more than it says.');
}

/** The first page of a TIFF. */
async function pageOf(bytes: Uint8Array): Promise<Page> {
  const { decode } = await library();
  try {
    // The package reads only what stands upright; it is turned afterwards.
    const upright = saidUpright(bytes);
    const [header] = decode(upright, { pages: [0], ignoreImageData: true });
    if (header) refusePacked(header);
    const [page] = decode(upright, { pages: [0] });
    if (!page) throw new Error('It holds no picture.');
    return page;
  } catch (error) {
    const found = /^Unsupported (.*): /.exec(error instanceof Error ? error.message : '');
    throw found ? unread(`with another ${found[1]!.toLowerCase()}`) : error;
  }
}
