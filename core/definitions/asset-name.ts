/** Assets are named by the SHA-256 of their bytes, as 64 hexadecimal digits, and the extension of their format. */

/** The extensions that pictures have. */
export const PICTURE_EXTENSIONS = [
  'png',
  'jpg',
  'webp',
  'avif',
  'heic',
  'jxl',
  'tif',
  'exr',
  'hdr',
  'gif',
  'bmp',
] as const;

/** The name of a picture. */
export const PICTURE_ASSET = new RegExp(`^[0-9a-f]{64}\\.(${PICTURE_EXTENSIONS.join('|')})$`);

/** The name of a picture, or nothing. */
export const MAYBE_PICTURE = new RegExp(`^([0-9a-f]{64}\\.(${PICTURE_EXTENSIONS.join('|')}))?$`);

/** The name of a font of the artist's own. */
export const FONT_ASSET = /^[0-9a-f]{64}\.(ttf|otf)$/;

/** The name of strokes of a brush, many in one file. */
export const STROKES_ASSET = /^[0-9a-f]{64}\.ink$/;
