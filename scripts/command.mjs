/** Compiles the command and the server to plain JavaScript (server/dist), so that they start at once, and run without their sources. */
import { rmSync } from 'node:fs';
import { build } from 'esbuild';
import { root } from './prepare.mjs';

rmSync(`${root}/server/dist`, { recursive: true, force: true });
await build({
  absWorkingDir: root,
  entryPoints: ['server/src/command.ts', 'server/src/serve.ts', 'core/kernels/machine.ts'],
  entryNames: '[name]',
  outdir: 'server/dist',
  ...{ bundle: true, splitting: true, minify: true, platform: 'node', format: 'esm' },
  alias: { '@ignis/core': './core' },
  // They load code of their own from their folders.
  external: ['sharp', '@jsquash/*', 'harfbuzzjs', 'jxl-oxide-wasm', 'libheif-js', 'bmp-ts'],
  banner: {
    js: "import{createRequire as $require}from'node:module';const require=$require(import.meta.url);",
  },
  logLevel: 'warning',
});
