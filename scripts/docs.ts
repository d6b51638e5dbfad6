/** Writes docs/format.md from the definitions: `npm run docs`. */
import { writeFile } from 'node:fs/promises';
import { formatDocument } from './format-document';

await writeFile(new URL('../docs/format.md', import.meta.url), formatDocument());
