import { binary } from 'virtual:opencv-binary';

/** Tells the library, before it is loaded, where its WebAssembly is (`opencv-binary.ts`). */
if (binary) Object.assign(globalThis, { opencvBinary: binary });
