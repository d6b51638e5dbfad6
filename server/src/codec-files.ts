/** Importing this lets decoders and encoders of picture formats read their code from their packages' files. */
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { useCodecFiles } from '@ignis/core/files/formats/codecs';

const { resolve } = createRequire(import.meta.url);
useCodecFiles(async (file) => new Uint8Array(await readFile(resolve(file))));

/** What decoders hand pixels over in: browsers have it, Node.js has not. */
class Pixels {
  constructor(
    readonly data: Uint8ClampedArray,
    readonly width: number,
    readonly height: number,
  ) {}
}
Object.assign(globalThis, { ImageData: Pixels });
