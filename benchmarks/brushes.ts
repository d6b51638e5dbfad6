/** Paint and the finger, driven in Chromium: what a stroke costs, and a scene of very many. */
import type { Browser } from '@playwright/test';
import { openExample } from '../e2e/bench-page';
import { benchPage, emptyRoundTrip, watch } from './page';
import { paint } from './paint';
import { smears } from './smear';
import { dragRows, informative, median, type Row } from './table';

const SECTION = 'Paint and smear in Chromium at 1280 × 800, Night seven (3840 × 2160)';

export async function brushes(browser: Browser, baseURL: string, quick: boolean): Promise<Row[]> {
  const steps = quick ? 12 : 72;
  const page = await benchPage(browser, baseURL);
  await openExample(page, 'Night seven');
  await page.waitForTimeout(1500);
  await watch(page);
  const empty = median(await emptyRoundTrip(page, steps));
  const dragged = dragRows(SECTION, empty);
  const rows = [
    informative(SECTION, 'the empty round trip, median', empty, 'ms'),
    ...(await paint(page, SECTION, steps, dragged)),
    ...(await smears(page, SECTION, steps, dragged)),
  ];
  await page.context().close();
  return rows;
}
