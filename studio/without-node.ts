import type { Plugin } from 'vite';

/** What libraries that run in Node too ask for there, and never in a browser. */
const NODE = new Set(['module', 'fs', 'path', 'crypto']);
const EMPTY = '\0without-node';

/** Gives the parts of Node that libraries name an empty module: in a browser they do not come to use them. */
export const withoutNode = (): Plugin => ({
  name: 'ignis-without-node',
  enforce: 'pre',
  resolveId: (id, importer) =>
    NODE.has(id) && importer?.includes('/node_modules/') ? EMPTY : null,
  load: (id) => (id === EMPTY ? 'export default {};' : null),
});
