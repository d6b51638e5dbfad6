/** How the bench is driven, and how long it takes to answer. */
import { execFileSync } from 'node:child_process';
import type { Page } from '@playwright/test';
import { settled } from '../e2e/bench-page';
import { packScene } from '../core/files/ignis-file';
import type { Scene } from '../core/scene/model/schema';

/** Notes, in the page, when input came and when the next picture stood. */
export async function watch(page: Page): Promise<void> {
  await page.evaluate(() => {
    const log = { input: 0, waits: [] as number[], blocked: [] as number[] };
    (window as unknown as { log: typeof log }).log = log;
    const note = () => (log.input ||= performance.now());
    for (const type of ['pointermove', 'wheel', 'keydown'])
      window.addEventListener(type, note, { capture: true });
    new MutationObserver(() => {
      if (!log.input) return;
      const since = log.input;
      log.input = 0;
      requestAnimationFrame(() => log.waits.push(performance.now() - since));
    }).observe(document.querySelector('[data-testid=picture]')!, {
      attributes: true,
      attributeFilter: ['data-frame'],
    });
    new PerformanceObserver((list) =>
      log.blocked.push(...list.getEntries().map((e) => e.duration)),
    ).observe({ entryTypes: ['longtask'] });
  });
}

export const taken = (page: Page) =>
  page.evaluate(() => {
    const { log } = window as unknown as {
      log: { input: number; waits: number[]; blocked: number[] };
    };
    return { waits: log.waits.splice(0), blocked: log.blocked.slice() };
  });

/** Drags from the middle of an element to the right and back, one step a frame, or with longer pauses (ms). */
export async function drag(
  page: Page,
  box: { x: number; y: number; width: number; height: number },
  steps: number,
  pause = 50,
): Promise<number[]> {
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 6, box.y + box.height / 2);
  await page.waitForTimeout(300);
  await taken(page);
  for (let i = 0; i < steps; i++) {
    await page.mouse.move(box.x + box.width / 2 + 6 + 40 * Math.sin(i / 4), box.y + box.height / 2);
    await page.waitForTimeout(pause);
  }
  const { waits } = await taken(page);
  await page.mouse.up();
  await settled(page);
  return waits;
}

/** Opens a scene as a file. */
export async function openScene(
  page: Page,
  scene: Scene,
  assets: ReadonlyMap<string, Uint8Array> = new Map(),
): Promise<void> {
  const buffer = Buffer.from((await packScene({ scene, assets: new Map(assets) })).bytes);
  await page.goto('/');
  await page
    .getByLabel('Open a saved scene')
    .setInputFiles({ name: 'lines.ignis', mimeType: 'application/zip', buffer });
  await page.waitForURL(/\/scene\//);
  await settled(page);
}

/** The resident memory of the largest process that shows a page, GB. */
export function resident(): number {
  const list = execFileSync('ps', ['-eo', 'rss,args'], { encoding: 'utf8' }).split('\n');
  const sizes = list.filter((l) => l.includes('--type=renderer')).map((l) => parseInt(l, 10));
  return Math.max(...sizes) / 2 ** 20;
}
