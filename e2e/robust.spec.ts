/** What happens when the browser itself fails the artist. */
import { expect, test, type Worker } from '@playwright/test';
import { cards, drawClosed, exported, newScene, openExample, settled } from './bench-page';

test('where the browser keeps nothing, the app says so and goes on', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', {
      value: {
        open: () => {
          throw new DOMException('blocked', 'SecurityError');
        },
      },
    });
  });
  await newScene(page, 300, 200);
  await expect(page.getByText('This scene will not be kept')).toBeVisible();
  await drawClosed(page, [40, 40], [250, 60], [150, 170]);
  await expect(cards(page)).toHaveCount(1);
  expect((await exported(page)).length).toBeGreaterThan(500);
});

test('a full browser is told, and the scene stays on the bench', async ({ page }) => {
  await newScene(page, 300, 200);
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  await drawClosed(page, [40, 40], [250, 60], [150, 170]);
  await expect(page.getByText('The browser has no room left')).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: 'Not saved' })).toBeVisible();
  await expect(cards(page)).toHaveCount(1);
});

test('a worker that dies is replaced, and the picture is made again', async ({ page }) => {
  const workers: Worker[] = [];
  page.on('worker', (w) => workers.push(w));
  await openExample(page, 'Heron in neon');
  const before = workers.length;
  await workers
    .findLast((w) => w.url().includes('engine'))!
    .evaluate(() =>
      setTimeout(() => {
        throw new Error('out of memory');
      }, 0),
    );
  await expect.poll(() => workers.length, { timeout: 3000 }).toBeGreaterThanOrEqual(before);
  await page.getByRole('button', { name: 'Hide Heron' }).click();
  await expect.poll(() => workers.length).toBeGreaterThan(before);
  await settled(page);
  await expect(page.getByText('The picture could not be made')).toHaveCount(0);
});

test('a scene that is not there has an address that says so', async ({ page }) => {
  await page.goto('/scene/nothing');
  await expect(page.getByRole('alert')).toContainText('not on your shelf');
  await page.goto('/elsewhere');
  await expect(page.getByText('There is nothing at this address.')).toBeVisible();
});

test('the page is isolated, and nothing is asked of another server', async ({ page }) => {
  const asked: string[] = [];
  page.on('request', (r) => asked.push(r.url()));
  await openExample(page, 'Heron in neon');
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(true);
  expect(asked.filter((u) => !/^(http:\/\/localhost:|blob:|data:)/.test(u))).toEqual([]);
});
