/** Which files the app opens, and those it is handed. */

/** What a file chooser offers. */
export const PICTURES =
  'image/png,image/jpeg,image/webp,image/avif,image/gif,image/bmp,image/svg+xml,.svg,.bmp,.avif';

/** The files in a paste or a drop. */
export const filesIn = (data: DataTransfer | null): File[] => [...(data?.files ?? [])];

export const isSceneFile = (file: File): boolean => /\.(ignis|zip)$/i.test(file.name);
