import { readFile } from 'node:fs/promises';
import { expect, it } from 'vitest';
import { formatDocument } from './format-document';

it('docs/format.md tells what the schema says now (npm run docs writes it)', async () => {
  const written = await readFile(new URL('../docs/format.md', import.meta.url), 'utf8');
  expect(written).toBe(formatDocument());
});
