/** How long each example takes to open: from the click on it to its stored picture, a coarse one and the fine one. */
import { openAllValues } from '../e2e/all-values';
import type { Browser, Page } from '@playwright/test';
import { informative, median, spreadOf, within, type Row } from './table';

const SECTION = 'Opening an example in Chromium at 1280 × 800, from the click';

/** When the stage first showed the stored picture, one of its own, and the fine one, ms after the click. */
interface Opened {
  stored: number;
  first: number;
  fine: number;
}

/** The names of the examples on the shelf, once they are there. */
async function examplesOf(page: Page): Promise<string[]> {
  await page.goto('/');
  const names = page.locator('section[aria-labelledby=examples] li span span:first-child');
  await names.first().waitFor();
  return names.allInnerTexts();
}

/** Opens one example on a page that was loaded anew, and has come to rest. */
export async function opening(page: Page, name: string): Promise<Opened> {
  await page.goto('/');
  const card = page.locator('section[aria-labelledby=examples] button', { hasText: name }).first();
  await card.waitFor();
  await page.waitForTimeout(1500);
  return card.evaluate(
    (button) =>
      new Promise<Opened>((done) => {
        const opened = { stored: 0, first: 0, fine: 0 };
        const start = performance.now();
        const look = () => {
          const now = performance.now() - start;
          const picture = document.querySelector<HTMLElement>('[data-testid=picture]');
          const cover = document.querySelector<HTMLImageElement>('[data-testid=cover]');
          if (cover?.complete || picture?.dataset.frame) opened.stored ||= now;
          if (picture?.dataset.frame) opened.first ||= now;
          if (picture?.dataset.shown === 'fine') done({ ...opened, fine: now });
          else requestAnimationFrame(look);
        };
        (button as HTMLButtonElement).click();
        look();
      }),
  );
}

/** Opens every example `rounds` times. */
export async function opened(browser: Browser, baseURL: string, rounds: number): Promise<Row[]> {
  const context = await browser.newContext({
    ...{ viewport: { width: 1280, height: 800 }, baseURL, serviceWorkers: 'block' },
  });
  await context.addInitScript('globalThis.__name = (f) => f');
  await openAllValues(context);
  const page = await context.newPage();
  const rows: Row[] = [];
  for (const name of await examplesOf(page)) {
    const all: Opened[] = [];
    for (let i = 0; i < rounds; i++) all.push(await opening(page, name));
    const of = (part: keyof Opened, what: string, most?: number): Row => {
      const values = all.map((o) => o[part]);
      const [title, ours] = [`${name}: ${what}`, median(values)];
      return {
        ...(most === undefined
          ? informative(SECTION, title, ours, 'ms')
          : within(SECTION, title, ours, 'ms', most)),
        spread: spreadOf(values),
      };
    };
    rows.push(
      of('stored', 'its stored picture'),
      of('first', 'first picture of its own', 800),
      of('fine', 'fine', 2500),
    );
  }
  await context.close();
  return rows;
}
