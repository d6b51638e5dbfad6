/** What every JavaScript engine has beyond the language, as far as core uses it. */
declare namespace WebAssembly {
  interface Module {
    readonly [Symbol.toStringTag]: string;
  }
  const Module: new (bytes: Uint8Array<ArrayBuffer>) => Module;
  class Memory {
    constructor(descriptor: { initial: number; maximum: number; shared?: boolean });
    readonly buffer: ArrayBuffer | SharedArrayBuffer;
    grow(pages: number): number;
  }
  class Instance {
    constructor(module: Module, imports: Record<string, Record<string, unknown>>);
    readonly exports: Record<string, unknown>;
  }
}
declare function atob(base64: string): string;
type BufferSource = ArrayBufferView<ArrayBuffer> | ArrayBuffer;
interface ImageData {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}
interface WritableStream<W> {
  readonly locked: boolean;
  readonly written?: W;
}
declare const WritableStream: new <W>(sink: { write(chunk: W): void }) => WritableStream<W>;
interface ReadableStreamReader {
  read(): Promise<{ done: boolean; value?: Uint8Array }>;
  cancel(): Promise<void>;
}
declare const DecompressionStream: new (format: 'deflate' | 'deflate-raw') => {
  readonly readable: { getReader(): ReadableStreamReader };
  readonly writable: {
    getWriter(): {
      write(chunk: Uint8Array): Promise<void>;
      close(): Promise<void>;
      abort(): Promise<void>;
    };
  };
};
/** Pages that came over plain HTTP from another machine have no `subtle`. */
declare const crypto: {
  readonly subtle?: {
    digest(name: 'SHA-256', bytes: Uint8Array<ArrayBuffer>): Promise<ArrayBuffer>;
  };
};
