/** Without a network: the app is stored at the first visit, and does everything when its server is gone. */
import { appendFile, cp, mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test as base } from '@playwright/test';
import { createApp } from '../server/src/app';
import { serverOf, stop } from '../server/src/listen';
import { readPng } from '../core/files/png';
import { PORT as SERVED } from './browser';
import { add, cards, dropOnStage, exported, saved, savedScene, settled } from './bench-page';

const PORT = SERVED + 1;
const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** Serves a built studio; returns what stops that. */
async function serve(studio: string): Promise<() => Promise<void>> {
  const server = serverOf(createApp({ studio, scenes: at('../demo/scenes') }));
  await new Promise<void>((ready) => server.listen(PORT, '127.0.0.1', ready));
  return () => stop(server);
}

const test = base.extend({
  context: async ({ browser }, use) => {
    const context = await browser.newContext({
      ...{ baseURL: `http://localhost:${PORT}`, viewport: { width: 1280, height: 800 } },
      serviceWorkers: 'allow',
    });
    await use(context);
    await context.close();
  },
});

test('woven neon is made from the first picture to the export with the server stopped', async ({
  page,
}) => {
  const end = await serve(at('../studio/dist'));
  await page.goto('/');
  const manifest = await page.evaluate(async () => {
    const link = document.querySelector<HTMLLinkElement>('link[rel=manifest]')!;
    return (await (await fetch(link.href)).json()) as Record<string, unknown>;
  });
  expect(manifest).toMatchObject({ name: 'Ignis', display: 'standalone' });
  expect(JSON.stringify(manifest.file_handlers)).toContain('.ignis');
  // All of the app is stored before its worker is active.
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  await end();

  await page.reload();
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(true);
  await expect(page.getByText('The examples are not within reach')).toBeVisible();
  await page.getByLabel('Open a picture').setInputFiles(at('../demo/pictures/wet-pier.png'));
  await page.waitForURL(/\/scene\//);
  await settled(page);
  const heron = await readFile(at('../demo/pictures/ceramic-heron.png'));
  await dropOnStage(page, 'Heron.png', heron, [800, 500]);
  await expect(cards(page)).toHaveCount(2);
  await add(page, 'Spiral round');
  await page.keyboard.press('9');
  await expect(page.getByRole('button', { name: 'with Heron' })).toBeVisible();
  await expect(page.locator('[data-stretch]')).not.toHaveCount(0);
  await saved(page);
  // The costs need the charts, which nothing has loaded yet.
  await page.getByRole('button', { name: 'What the picture costs' }).click();
  await expect(page.getByRole('dialog').getByText('Heron').first()).toBeVisible();
  await page.keyboard.press('Escape');
  const scene = await savedScene(page);
  expect(scene.layers.at(-1)!.weave).not.toBeNull();
  const { width, height } = await readPng(await exported(page), 'out.png');
  expect([width, height]).toEqual([scene.width, scene.height]);
  await page.reload();
  await settled(page);
  await expect(cards(page)).toHaveCount(3);
});

test('a new version waits until it is wanted, and what is not stored yet is stored before', async ({
  page,
}) => {
  const folder = await mkdtemp(join(tmpdir(), 'ignis-version-'));
  await cp(at('../studio/dist'), folder, {
    recursive: true,
    filter: (path) => !path.endsWith('.map') && !path.endsWith('.ttf'),
  });
  // Of what is stored without a network, only what this test needs.
  const worker = await readFile(join(folder, 'sw.js'), 'utf8');
  const lean = worker.replace(/\{url:"[^"]*\.ttf",revision:[^}]*\},?/g, '');
  await rm(join(folder, 'sw.js'));
  await appendFile(join(folder, 'sw.js'), lean);
  const end = await serve(folder);
  try {
    await page.goto('/');
    await page.evaluate(async () => void (await navigator.serviceWorker.ready));
    await page.reload();
    await page.getByRole('button', { name: 'New scene' }).click();
    await page.getByRole('button', { name: 'Make the scene' }).click();
    await page.waitForURL(/\/scene\//);
    await settled(page);
    await appendFile(join(folder, 'sw.js'), '\n// newer');
    await page.evaluate(
      async () => void (await (await navigator.serviceWorker.getRegistration())!.update()),
    );
    const notice = page.getByText('There is a new version of Ignis');
    await expect(notice).toBeVisible();
    await page.getByRole('textbox', { name: 'Name of the scene' }).fill('Newer');
    await page.keyboard.press('Enter');
    await Promise.all([
      page.waitForEvent('load'),
      page.getByRole('button', { name: 'Use it now' }).click(),
    ]);
    await settled(page);
    await expect(page.getByRole('textbox', { name: 'Name of the scene' })).toHaveValue('Newer');
    await expect(notice).toHaveCount(0);
  } finally {
    await end();
    await rm(folder, { recursive: true, force: true });
  }
});
