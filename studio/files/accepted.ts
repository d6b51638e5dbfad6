/** Which files the app opens, and those it is handed. */

import { PICTURE_EXTENSIONS } from '@ignis/core/definitions/asset-name';

/** What a file chooser offers: pictures, and those that systems do not know to be. What cannot be read is refused in words. */
export const PICTURES = ['image/*', ...[...PICTURE_EXTENSIONS, 'svg'].map((e) => `.${e}`)].join();

/** The files in a paste or a drop. */
export const filesIn = (data: DataTransfer | null): File[] => [...(data?.files ?? [])];

export const isSceneFile = (file: File): boolean => /\.(ignis|zip)$/i.test(file.name);
