import type { PictureFormat } from './format';

/** GIF: of one that moves, the first picture. */
export const gif: PictureFormat = {
  ...{ format: 'gif', label: 'GIF', extensions: ['gif'], type: 'image/gif' },
  isCutShort: (bytes) => bytes.lastIndexOf(0x3b) < bytes.length - 16,
};
