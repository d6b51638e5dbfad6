/** What is used of the package, whose own types name another of its files. */
declare module 'libheif-js/libheif-wasm/libheif-bundle.mjs' {
  /** A value of an enumeration: the same object wherever it stands. */
  interface Value {
    readonly value: number;
  }
  export interface Status {
    readonly code: Value;
    readonly message: string;
  }
  /** Something in the library's memory, to be released by its own function. */
  interface Handle {
    readonly isHandle: never;
  }
  interface Decoded {
    readonly image: Handle;
    readonly channels: readonly {
      readonly data: Uint8Array;
      readonly width: number;
      readonly height: number;
      /** Bytes from one row to the next. */
      readonly stride: number;
      readonly bits_per_pixel: number;
    }[];
  }
  export interface LibHeif {
    readonly heif_error_code: {
      readonly heif_error_Ok: Value;
      readonly heif_error_Unsupported_feature: Value;
      readonly heif_error_Unsupported_filetype: Value;
    };
    readonly heif_colorspace: { readonly heif_colorspace_RGB: Value };
    readonly heif_chroma: {
      readonly heif_chroma_interleaved_RGBA: Value;
      readonly heif_chroma_interleaved_RRGGBBAA_LE: Value;
    };
    heif_context_alloc(): Handle;
    heif_context_read_from_memory(context: Handle, bytes: Uint8Array): Status;
    heif_context_free(context: Handle): void;
    heif_js_context_get_primary_image_handle(context: Handle): Handle | Status;
    heif_image_handle_is_premultiplied_alpha(handle: Handle): number;
    heif_js_decode_image2(
      handle: Handle,
      colours: Value,
      chroma: Value,
    ): Promise<Decoded | Status> | Decoded | Status;
    heif_image_release(image: Handle): void;
    heif_image_handle_release(handle: Handle): void;
  }
  const start: () => Promise<LibHeif> | LibHeif;
  export default start;
}
