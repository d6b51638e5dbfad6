/** The same build on smaller and larger machines: opened, and dragged. */
import { execFileSync } from 'node:child_process';
import { chromium, type Browser, type BrowserContextOptions, type Page } from '@playwright/test';
import { openAllValues } from '../e2e/all-values';
import { BROWSER } from '../e2e/browser';
import { openExample, settled, value } from '../e2e/bench-page';
import { opening } from './opening';
import { drag, emptyRoundTrip, watch, watchWorkers } from './page';
import { informative, median, quantile, type Row } from './table';

const SECTION =
  'Machines: “Night seven” opened, and an exposure dragged, in Chromium at 1280 × 800';
const STEPS = 40;

interface Machine {
  name: string;
  context?: BrowserContextOptions;
  /** Whether all of the browser runs on one core, as pages and workers see it too. */
  oneCore?: boolean;
  /** Whether its pages share no memory with their workers. */
  apart?: boolean;
}

/** What a page or worker runs to see one core. */
const ONE_CORE = `Object.defineProperty(navigator, 'hardwareConcurrency', { get: () => 1 });`;

/** Takes away what isolates pages. */
const partApart = (page: Page): Promise<unknown> =>
  page.route('**/*', async (route) => {
    const response = await route.fetch();
    const headers = Object.fromEntries(
      Object.entries(response.headers()).filter(([name]) => !name.startsWith('cross-origin-')),
    );
    await route.fulfill({ response, headers });
  });

const MACHINES: readonly Machine[] = [
  { name: 'as it is' },
  { name: 'one core, threads off', oneCore: true },
  { name: 'a page that is not isolated', apart: true },
  { name: 'a device pixel ratio of 2', context: { deviceScaleFactor: 2 } },
];

/** Has all processes of the browsers that run here use one core, and those that they start. */
function pinBrowsers(): void {
  const list = execFileSync('ps', ['-eo', 'pid,args'], { encoding: 'utf8' }).split('\n');
  for (const line of list)
    if (line.includes('chromium'))
      try {
        execFileSync('taskset', ['-a', '-p', '1', line.trim().split(' ')[0]!]);
      } catch {
        // It has ended meanwhile.
      }
}

async function measure(
  browser: Browser,
  baseURL: string,
  { name, context: options, oneCore, apart }: Machine,
): Promise<Row[]> {
  const context = await browser.newContext({
    ...{ viewport: { width: 1280, height: 800 }, baseURL, serviceWorkers: 'block' },
    ...options,
  });
  await context.addInitScript('globalThis.__name = (f) => f');
  await openAllValues(context);
  if (oneCore) await context.addInitScript(ONE_CORE);
  // Such pages draw themselves.
  if (!apart) await watchWorkers(context, oneCore ? ONE_CORE : '');
  const page = await context.newPage();
  if (apart) await partApart(page);
  if (oneCore) pinBrowsers();
  const { stored, first, fine } = await opening(page, 'Night seven');
  await openExample(page, 'Night seven');
  await page.locator('[data-card][aria-label="Pier at dusk"]').click();
  await settled(page);
  await page.waitForTimeout(1500);
  const empty = median(await emptyRoundTrip(page, STEPS));
  await watch(page);
  const box = (await value(page, 'Exposure').boundingBox())!;
  await drag(page, box, 20);
  const { waits } = await drag(page, box, STEPS);
  await context.close();
  const row = (what: string, ms: number) => informative(SECTION, `${name}: ${what}`, ms, 'ms');
  return [
    row('opened, stored picture', stored),
    row('opened, first picture', first),
    row('opened, fine', fine),
    row('empty round trip', empty),
    row('dragged, median', median(waits)),
    row('dragged, 95th percentile', quantile(waits, 0.95)),
  ];
}

/** Measures each machine in a browser of its own. */
export async function machines(baseURL: string): Promise<Row[]> {
  const rows: Row[] = [];
  for (const machine of MACHINES) {
    const browser = await chromium.launch(BROWSER);
    try {
      rows.push(...(await measure(browser, baseURL, machine)));
    } finally {
      await browser.close();
    }
  }
  return rows;
}
