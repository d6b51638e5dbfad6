/// <reference types="vite-plugin-pwa/client" />
/** Made by `faces.ts`: where each shipped face's file is served, by its name. */
declare module 'virtual:faces' {
  export const faces: Readonly<Record<string, string>>;
}

/** Made by `opencv-binary.ts`: where the WebAssembly of the library is served; null where it is within its script. */
declare module 'virtual:opencv-binary' {
  export const binary: string | null;
}

/** Made by `catalogues.ts`: where the words of each language besides English are served, by its code. */
declare module 'virtual:catalogues' {
  export const catalogues: Readonly<Partial<Record<string, string>>>;
}
