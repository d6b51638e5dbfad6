import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Plugin } from 'vite';

const NAME = 'virtual:opencv-binary';
const RESOLVED = `\0${NAME}`;
const LIBRARY = '@techstark/opencv-js';
/** How the library holds its WebAssembly, as text within its script, and looks beside that for what is not text. */
const HELD =
  /wasmBinaryFile="data:application\/octet-stream;base64,([^"]+)";if\(!isDataURI\(wasmBinaryFile\)\)\{[^}]*\}/;
const { resolve } = createRequire(import.meta.url);

/**
 * Takes the WebAssembly out of the library's script, which a browser would otherwise read as text for seconds, into a
 * file of its own that is compiled while it comes. `virtual:opencv-binary` gives its address, which the
 * script then reads from `globalThis.opencvBinary`; null while developing.
 */
export function opencvBinary(): Plugin {
  let builds = false;
  return {
    name: 'ignis-opencv-binary',
    configResolved: ({ command }) => void (builds = command === 'build'),
    resolveId: (id) => (id === NAME ? RESOLVED : null),
    load(id) {
      if (id !== RESOLVED) return null;
      if (!builds) return 'export const binary = null;';
      const script = HELD.exec(readFileSync(resolve(LIBRARY), 'utf8'));
      if (!script)
        this.error(
          `${LIBRARY} no longer holds its WebAssembly as text: see ${import.meta.filename}.`,
        );
      const source = Buffer.from(script[1]!, 'base64');
      const file = this.emitFile({ type: 'asset', name: 'opencv.wasm', source });
      return `export const binary = import.meta.ROLLUP_FILE_URL_${file};`;
    },
    transform: (code, id) =>
      builds && id.includes(`${LIBRARY}/dist/opencv.js`)
        ? { code: code.replace(HELD, 'wasmBinaryFile=globalThis.opencvBinary;'), map: null }
        : null,
  };
}
