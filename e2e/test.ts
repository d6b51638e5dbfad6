/** What every end-to-end test starts from: an empty browser, whose caches are warm. */
import { test as base, type BrowserContext } from '@playwright/test';
import { openAllValues } from './all-values';
import { PORT } from './browser';

export {
  expect,
  type BrowserContext,
  type Download,
  type Locator,
  type Page,
  type Worker,
} from '@playwright/test';

const STORED = 'cookies,file_systems,indexeddb,local_storage,service_workers,cache_storage';

/**
 * One browser context serves all tests of a worker, so that the app's scripts and kernels are fetched and compiled
 * once; what a test has stored is cleared before the next.
 */
export const test = base.extend<object, { shared: BrowserContext }>({
  shared: [
    async ({ browser }, use, info) => {
      const { baseURL, viewport, permissions } = info.project.use;
      const context = await browser.newContext({
        ...{ baseURL, viewport, permissions },
        // It would store all of the app anew for every test.
        serviceWorkers: 'block',
      });
      await use(context);
      await context.close();
    },
    { scope: 'worker' },
  ],
  page: async ({ page }, use) => {
    // A shelf that is left after a moment need not get the bench ready meanwhile.
    await page.addInitScript(() => (window.requestIdleCallback = () => 0));
    await openAllValues(page);
    await use(page);
  },
  context: async ({ shared }, use) => {
    await use(shared);
    const last = await shared.newPage();
    await Promise.all(
      shared
        .pages()
        .filter((p) => p !== last)
        .map((p) => p.close()),
    );
    const session = await shared.newCDPSession(last);
    await session.send('Storage.clearDataForOrigin', {
      origin: `http://localhost:${PORT}`,
      storageTypes: STORED,
    });
    await last.close();
  },
});
