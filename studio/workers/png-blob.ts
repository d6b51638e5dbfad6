/** The bytes of a PNG as a file. */
export const pngBlob = (bytes: Uint8Array): Blob =>
  new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/png' });
