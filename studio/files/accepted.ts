/** Which files the app opens, and those it is handed. */

import { PICTURE_EXTENSIONS } from '@ignis/core/definitions/asset-name';

/** What a file chooser offers: pictures, and those that systems do not know to be. What cannot be read is refused in words. */
export const PICTURES = ['image/*', ...[...PICTURE_EXTENSIONS, 'svg'].map((e) => `.${e}`)].join();

/** The files in a paste or a drop. */
export function filesIn(data: DataTransfer | null): File[] {
  const files = [...(data?.files ?? [])];
  // Programs that draw put the text of an SVG on the clipboard.
  const text = files.length === 0 ? (data?.getData('text/plain') ?? '') : '';
  return /^\s*<(\?xml|svg|[\w.-]+:svg)\b/.test(text) && /<([\w.-]+:)?svg[\s>]/.test(text)
    ? [new File([text], 'Pasted drawing.svg', { type: 'image/svg+xml' })]
    : files;
}

export const isSceneFile = (file: File): boolean => /\.(ignis|ora|zip)$/i.test(file.name);
