/** Hands a file to the browser to be saved. */
export function download(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A name that any file system takes. */
export const fileName = (name: string, ending: string): string =>
  `${name.replace(/[^\p{L}\p{N} ._-]/gu, '').trim() || 'scene'}${ending}`;
