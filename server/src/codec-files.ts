/** Importing this lets decoders and encoders of picture formats read their code from their packages' files. */
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { useCodecFiles } from '@ignis/core/files/formats/codecs';

const { resolve } = createRequire(import.meta.url);

/** Where a file of a package stands, also where the package names it to “import” alone. Throws an Error if it is nowhere. */
function placeOf(file: string): string {
  const found = resolve.paths(file)?.find((folder) => existsSync(join(folder, file)));
  if (!found) throw new Error(`“${file}” is not installed.`);
  return join(found, file);
}

useCodecFiles(async (file) => new Uint8Array(await readFile(placeOf(file))));

/** What decoders hand pixels over in: browsers have it, Node.js has not. */
class Pixels {
  constructor(
    readonly data: Uint8ClampedArray,
    readonly width: number,
    readonly height: number,
  ) {}
}
Object.assign(globalThis, { ImageData: Pixels });
