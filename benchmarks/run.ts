/** Measures what docs/performance.md reports: `npm run bench`, or `npm run bench -- --quick`. */
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
import { print } from './table';

const quick = process.argv.includes('--quick');
const rounds = quick ? 3 : 9;
const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const server = createApp({ studio: at('../studio/dist'), scenes: at('../demo/scenes') }).listen(0);
callHelpers();
const browser = await chromium.launch(BROWSER);
try {
  const { port } = server.address() as { port: number };
  const rows = [
    ...(await kernels(browser, Math.max(5, rounds))),
    ...(await driven(browser, `http://localhost:${port}`, rounds, quick)),
    // A minute is not enough for the large export, nor for scenes of many lines.
    ...(quick ? [] : large()),
    ...growth(rounds),
    ...(await cutouts()),
  ];
  print(rows);
  await writeFile(at('results.json'), `${JSON.stringify(rows, null, 2)}\n`);
} finally {
  await browser.close();
  server.close();
}
