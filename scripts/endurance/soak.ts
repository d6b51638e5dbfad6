/** `npm run endurance -- soak 20`: works on a scene for so many minutes, and prints what memory that takes. */
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { chromium } from '@playwright/test';
import { SHELL } from '../../e2e/browser';
import { openExample, press, settled } from '../../e2e/bench-page';

/** What all processes of a browser take up, MB. */
async function resident(pid: number): Promise<number> {
  const { stdout } = await promisify(execFile)('ps', ['-eo', 'pid,ppid,rss']);
  const rows = stdout
    .trim()
    .split('\n')
    .slice(1)
    .map((r) => r.trim().split(/\s+/).map(Number));
  const own = new Set([pid]);
  for (let grown = true; grown;) {
    grown = false;
    for (const [id, parent] of rows)
      if (own.has(parent!) && !own.has(id!)) {
        own.add(id!);
        grown = true;
      }
  }
  return rows.reduce((sum, [id, , rss]) => sum + (own.has(id!) ? rss! / 1024 : 0), 0);
}

export async function soak(minutes: number, address: string): Promise<void> {
  const server = await chromium.launchServer(SHELL);
  const browser = await chromium.connect(server.wsEndpoint());
  const context = await browser.newContext({
    ...{ baseURL: address, viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' },
  });
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  const report = async (when: number) => {
    await session.send('HeapProfiler.collectGarbage');
    const { usedSize } = await session.send('Runtime.getHeapUsage');
    const rss = await resident(server.process().pid!);
    console.log(
      `${(when / 60).toFixed(1).padStart(6)} min  heap ${(usedSize / 2 ** 20).toFixed(1)} MB  resident ${rss.toFixed(0)} MB`,
    );
  };
  await openExample(page, 'Bend of light');
  const begun = Date.now();
  const seconds = () => (Date.now() - begun) / 1000;
  let next = 60;
  await report(0);
  for (let i = 0; seconds() < minutes * 60; i++) {
    // Draw, drag, undo and redo, pan and zoom, and now and then another scene.
    await page.keyboard.press('v');
    const x = 200 + (i % 7) * 60;
    await press(page, [x, 300], [x + 80, 340]);
    for (let k = 0; k < 4; k++) await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+Shift+z');
    await page.mouse.wheel(0, i % 2 ? 120 : -120);
    await settled(page);
    if (i % 40 === 39) {
      await page.goto('/');
      await openExample(page, i % 80 === 39 ? 'Night seven' : 'Bend of light');
    }
    if (seconds() > next) {
      await report(seconds());
      next += Math.max(60, minutes * 6);
    }
  }
  await report(seconds());
  await browser.close();
  await server.close();
}
