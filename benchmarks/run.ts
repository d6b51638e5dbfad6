/** Measures what docs/performance.md reports: `npm run bench`, or `npm run bench -- --quick`, or of one part, `-- --only driven`. */
import { writeFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { BROWSER } from '../e2e/browser';
import { createApp } from '../server/src/app';
import { callHelpers } from '../server/src/threads';
import '../server/src/scene-file';
import { cutouts } from './cutouts';
import { driven } from './driven';
import { growth } from './growth';
import { large } from './large';
import { kernels } from './kernels';
import type { Row } from './table';
import { print } from './table';

const quick = process.argv.includes('--quick');
const named = process.argv[process.argv.indexOf('--only') + 1];
const only = process.argv.includes('--only') ? named : undefined;
const rounds = quick ? 3 : 9;
const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const server = createApp({ studio: at('../studio/dist'), scenes: at('../demo/scenes') }).listen(0);
callHelpers();
const browser = await chromium.launch(BROWSER);

const { port } = server.address() as { port: number };
/** The parts by name. A minute is not enough for the large export. */
const parts: Record<string, () => Row[] | Promise<Row[]>> = {
  kernels: () => kernels(browser, Math.max(5, rounds)),
  driven: () => driven(browser, `http://localhost:${port}`, rounds, quick),
  ...(!quick && { large }),
  growth: () => growth(rounds),
  cutouts,
};

try {
  if (only !== undefined && !(only in parts))
    throw new Error(`There is no part "${only}"; there are ${Object.keys(parts).join(', ')}.`);
  const rows: Row[] = [];
  for (const [name, measure] of Object.entries(parts))
    if (only === undefined || only === name) rows.push(...(await measure()));
  print(rows);
  await writeFile(at('results.json'), `${JSON.stringify(rows, null, 2)}\n`);
} finally {
  await browser.close();
  server.close();
}
