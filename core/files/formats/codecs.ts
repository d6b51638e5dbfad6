/** The compiled decoders and encoders of picture formats. */

/** A module of a package that a decoder or encoder is compiled into. */
interface Codec<F> {
  default: F;
  /** Starts it, anew if it was started before. Left out, loading it starts it. */
  init?(module?: WebAssembly.Module): Promise<unknown>;
}

let read: ((file: string) => Promise<Uint8Array<ArrayBuffer>>) | null = null;

/** Says where the files of packages are read from, where there is no address to fetch them from. */
export const useCodecFiles = (reader: (file: string) => Promise<Uint8Array<ArrayBuffer>>): void => {
  read = reader;
};

/** Starts every codec that was used anew. */
const renewals = new Set<() => void>();

/** Gives back the memory of codecs that were used for something large: what compiled code took it never gives back itself. */
export const renewCodecs = (): void => renewals.forEach((renew) => renew());

/**
 * A codec that is loaded when it is first used, from the file of its package that holds its code, if any. Without a reader of files it
 * fetches the code itself. One that could not be loaded is tried again.
 */
export function codec<F>(load: () => Promise<Codec<F>>, file?: string): () => Promise<F> {
  let ready: Promise<F> | null = null;
  const start = (isAnew: boolean) => {
    const starting = load().then(async (module) => {
      if (read && file) await module.init?.(new WebAssembly.Module(await read(file)));
      else if (isAnew) await module.init?.();
      return module.default;
    });
    ready = starting;
    starting.catch(() => {
      if (ready === starting) ready = null;
    });
    return starting;
  };
  renewals.add(() => {
    if (ready) void start(true).catch(() => {});
  });
  return () => ready ?? start(false);
}

/** The bytes in a buffer of their own, as codecs take them. */
export const ownBuffer = (bytes: Uint8Array): ArrayBuffer =>
  bytes.byteLength === bytes.buffer.byteLength
    ? (bytes.buffer as ArrayBuffer)
    : (bytes.slice().buffer as ArrayBuffer);
