/** The compiled decoders and encoders of picture formats. */

/** A module of a package that a decoder or encoder is compiled into. */
interface Codec<F> {
  default: F;
  init(module: WebAssembly.Module): Promise<unknown>;
}

let read: ((file: string) => Promise<Uint8Array<ArrayBuffer>>) | null = null;

/** Says where the files of packages are read from, where there is no address to fetch them from. */
export const useCodecFiles = (reader: (file: string) => Promise<Uint8Array<ArrayBuffer>>): void => {
  read = reader;
};

/**
 * A codec that is loaded when it is first used, from the file of its package that holds its code. Without a reader of files it
 * fetches the code itself. One that could not be loaded is tried again.
 */
export function codec<F>(load: () => Promise<Codec<F>>, file: string): () => Promise<F> {
  let ready: Promise<F> | null = null;
  const loaded = async () => {
    const module = await load();
    if (read) await module.init(new WebAssembly.Module(await read(file)));
    return module.default;
  };
  return () => {
    ready ??= loaded();
    ready.catch(() => (ready = null));
    return ready;
  };
}

/** The bytes in a buffer of their own, as codecs take them. */
export const ownBuffer = (bytes: Uint8Array): ArrayBuffer =>
  bytes.byteLength === bytes.buffer.byteLength
    ? (bytes.buffer as ArrayBuffer)
    : (bytes.slice().buffer as ArrayBuffer);
