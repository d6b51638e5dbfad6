import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Plugin } from 'vite';
import { faceFile, shippedFaces } from '../core/text/families.ts';

const NAME = 'virtual:faces';
const RESOLVED = `\0${NAME}`;
/** The fonts are packages of core's, where the families are listed. */
const { resolve } = createRequire(new URL('../core/package.json', import.meta.url));

/** Gives the module `virtual:faces`: where each shipped face's file is served, by its name. */
export const faces = (): Plugin => ({
  name: 'ignis-faces',
  resolveId: (id) => (id === NAME ? RESOLVED : null),
  load(id) {
    if (id !== RESOLVED) return null;
    const names = shippedFaces();
    return [
      ...names.map((name, i) => `import f${i} from '${resolve(faceFile(name)!)}?url';`),
      `export const faces = {${names.map((name, i) => `'${name}': f${i}`).join(', ')}};`,
    ].join('\n');
  },
});

/** Puts the licence of each family that ships beside the fonts, as it asks for. */
export const faceLicences = (): Plugin => ({
  name: 'ignis-face-licences',
  generateBundle() {
    const files = shippedFaces().map((name) => faceFile(name)!);
    for (const family of new Set(files.map((file) => file.split('/')[1]!))) {
      const one = files.find((file) => file.split('/')[1] === family)!;
      const folder = dirname(dirname(resolve(one)));
      const source = readFileSync(join(folder, 'LICENSE_FONT'), 'utf8');
      this.emitFile({ type: 'asset', fileName: `licences/${family}.txt`, source });
    }
  },
});
