import type { Plugin } from 'vite';
import { faceFile, shippedFaces } from '../core/text/families';

const NAME = 'virtual:faces';
const RESOLVED = `\0${NAME}`;

/** Gives the module `virtual:faces`: where each shipped face's file is served, by its name. */
export const faces = (): Plugin => ({
  name: 'ignis-faces',
  resolveId: (id) => (id === NAME ? RESOLVED : null),
  load(id) {
    if (id !== RESOLVED) return null;
    const names = shippedFaces();
    return [
      ...names.map((name, i) => `import f${i} from '${faceFile(name)!}?url';`),
      `export const faces = {${names.map((name, i) => `'${name}': f${i}`).join(', ')}};`,
    ].join('\n');
  },
});
