import type { PictureFormat } from './format';
import { viewOf } from './format';

/** BMP. */
export const bmp: PictureFormat = {
  ...{ format: 'bmp', label: 'BMP', extensions: ['bmp'], type: 'image/bmp' },
  isCutShort: (bytes) => viewOf(bytes).getUint32(2, true) > bytes.length,
};
