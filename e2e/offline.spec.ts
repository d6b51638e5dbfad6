/** Without a network: the app is stored at the first visit, and does everything when its server is gone. */
import { spawn, type ChildProcess } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { expect, test as base } from '@playwright/test';
import { readPng } from '../core/files/png';
import { add, cards, dropOnStage, exported, saved, savedScene, settled } from './bench-page';

const PORT = 4274;
const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

async function started(): Promise<ChildProcess> {
  const server = spawn(
    process.execPath,
    [at('../node_modules/.bin/tsx'), at('../server/src/serve.ts')],
    {
      env: { ...process.env, PORT: String(PORT) },
    },
  );
  await new Promise<void>((ready) =>
    server.stdout.on('data', (text: Buffer) => String(text).includes('Ignis is at') && ready()),
  );
  return server;
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
  const server = await started();
  await page.goto('/');
  const manifest = await page.evaluate(async () => {
    const link = document.querySelector<HTMLLinkElement>('link[rel=manifest]')!;
    return (await (await fetch(link.href)).json()) as Record<string, unknown>;
  });
  expect(manifest).toMatchObject({ name: 'Ignis', display: 'standalone' });
  expect(JSON.stringify(manifest.file_handlers)).toContain('.ignis');
  // All of the app is stored before its worker is active.
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  const gone = new Promise((done) => server.once('exit', done));
  server.kill('SIGTERM');
  await gone;

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
