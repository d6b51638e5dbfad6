/** Importing this gives the PNG encoder its code from the package's files. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { usePngEncoder } from '@ignis/core/files/png';

const file = createRequire(import.meta.url).resolve('@jsquash/png/codec/pkg/squoosh_png_bg.wasm');
await usePngEncoder(new Uint8Array(readFileSync(file)));
