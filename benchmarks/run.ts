/**
 * Measures what docs/performance.md reports: `npm run bench`, or `npm run bench -- --quick`, or of one part, `-- --only
 * driven`; of another build, `-- --studio FOLDER`; against a baseline, `-- --compare FILE`.
 */
import { writeFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { BROWSER } from '../e2e/browser';
import { createApp } from '../server/src/app';
import { callHelpers } from '../server/src/threads';
import '../server/src/scene-file';
import { baselineOf, printWorse, worse } from './compare';
import { cutouts } from './cutouts';
import { brushes } from './brushes';
import { driven } from './driven';
import { finishing } from './finish';
import { drivenGenerators, generators } from './generators';
import { growth } from './growth';
import { large } from './large';
import { kernels } from './kernels';
import { light } from './light';
import { machines } from './machines';
import { opened } from './opening';
import { drivenSteps } from './steps';
import { manyPhotos } from './many-photos';
import { photos } from './photos';
import { truth } from './truth';
import type { Row } from './table';
import { print } from './table';

const quick = process.argv.includes('--quick');
/** What stands after an option on the command line; undefined if it is not there. */
const option = (name: string): string | undefined => {
  const at = process.argv.indexOf(name);
  return at < 0 ? undefined : process.argv[at + 1];
};
const only = option('--only');
const compared = option('--compare');
// Read before results.json is written anew.
const baseline = compared === undefined ? null : await baselineOf(compared);
const rounds = quick ? 3 : 9;
const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const studio = option('--studio') ?? at('../studio/dist');
const server = createApp({ studio, scenes: at('../demo/scenes') }).listen(0);
callHelpers();
const browser = await chromium.launch(BROWSER);

const { port } = server.address() as { port: number };
/** The parts by name. A minute is not enough for the large export. */
const parts: Record<string, () => Row[] | Promise<Row[]>> = {
  kernels: () => kernels(browser, Math.max(5, rounds)),
  driven: () => driven(browser, `http://localhost:${port}`, rounds, quick),
  brushes: () => brushes(browser, `http://localhost:${port}`, quick),
  light: () => light(browser, `http://localhost:${port}`, quick),
  finish: () => Promise.resolve(finishing(Math.max(5, rounds))),
  generators: async () => [
    ...(await generators(Math.max(3, rounds))),
    ...(await drivenGenerators(browser, `http://localhost:${port}`, quick)),
  ],
  opening: () => opened(browser, `http://localhost:${port}`, quick ? 1 : 3),
  steps: () => drivenSteps(browser, `http://localhost:${port}`, quick),
  photos: () => photos(browser, `http://localhost:${port}`, quick ? 1 : 3),
  manyPhotos: () => manyPhotos(browser, `http://localhost:${port}`, quick),
  ...(!quick && { large, machines: () => machines(`http://localhost:${port}`) }),
  growth: () => growth(rounds),
  truth,
  cutouts,
};

try {
  if (only !== undefined && !(only in parts))
    throw new Error(`There is no part "${only}"; there are ${Object.keys(parts).join(', ')}.`);
  const rows: Row[] = [];
  for (const [name, measure] of Object.entries(parts))
    if (only === undefined || only === name) rows.push(...(await measure()));
  print(rows);
  if (baseline) printWorse(worse(baseline, rows));
  await writeFile(at('results.json'), `${JSON.stringify(rows, null, 2)}\n`);
} finally {
  await browser.close();
  server.close();
}
