import { strFromU8 } from 'fflate';
import type { PictureFormat } from './format';

/** The beginning of a root, with whatever prefix its names have (SVG 2, 5.1.2; Namespaces in XML 1.0). */
const ROOT = /<([\w.-]+:)?svg[\s>/]/;

/** SVG: the browser draws it, at the size that the artist asks for, so that the header gives none. */
export const svg: PictureFormat = {
  ...{ format: 'svg', label: 'SVG', extensions: ['svg'], type: 'image/svg+xml' },
  header(bytes) {
    if (!bytes.subarray(0, 64).includes(0x3c)) return null;
    const text = strFromU8(bytes.subarray(0, 2 ** 20), true);
    return /^(\xef\xbb\xbf)?\s*</.test(text) && ROOT.test(text) ? { width: 0, height: 0 } : null;
  },
};
