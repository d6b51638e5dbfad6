/** `npm run endurance -- kills 100`: the browser is killed at random moments of work, and what it stored is looked at. */
import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { SHELL } from '../../e2e/browser';
import { newFill, newScene } from '../../core/scene/model/make';
import { storeScenes } from '../../e2e/stored-scenes';
import { settled } from '../../e2e/bench-page';

/** How far the layer was moved, px: one for each edit; as the database has it. */
const storedEdits = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((done, fail) => {
        const opening = indexedDB.open('ignis');
        opening.onerror = () => fail(opening.error!);
        opening.onsuccess = () => {
          const get = opening.result.transaction('scenes').objectStore('scenes').get('kills');
          get.onsuccess = () => {
            opening.result.close();
            const { scene } = get.result as { scene: { layers: { placement: { x: number } }[] } };
            done(scene.layers[0]!.placement.x);
          };
        };
      }),
  );

/** What one kill did: the edits that were lost, and how old the oldest of them was, ms. */
interface Kill {
  lost: number;
  age: number;
  /** Whether an edit was lost after the page had said that all was saved. */
  liedAbout: boolean;
}

export async function kills(times: number, address: string): Promise<Kill[]> {
  const folder = await mkdtemp(join(tmpdir(), 'ignis-kills-'));
  const launch = () =>
    chromium.launchPersistentContext(folder, {
      ...SHELL,
      ...{ baseURL: address, viewport: { width: 1280, height: 800 } },
    });
  const out: Kill[] = [];
  try {
    let context = await launch();
    let page = context.pages()[0]!;
    const blank = newScene('Kills', 600, 400, null);
    const fill = { ...newFill('Fill', '#ff8800'), id: 'fill' };
    await storeScenes(page, [{ id: 'kills', scene: { ...blank, layers: [fill] } }]);
    for (let i = 0; i < times; i++) {
      await page.goto(`${address}/scene/kills`);
      await settled(page);
      const before = await storedEdits(page);
      const edits: number[] = [];
      let saidSaved = 0;
      const until = Date.now() + 300 + Math.random() * 5000;
      while (Date.now() < until) {
        await page.keyboard.press('ArrowRight');
        edits.push(Date.now());
        await page.waitForTimeout(
          Math.random() < 0.8 ? Math.random() * 200 : 600 + Math.random() * 600,
        );
        const status = await page
          .getByRole('status')
          .filter({ hasText: /^(Saved|Changed|Saving…)$/ })
          .textContent();
        if (status === 'Saved') saidSaved = edits.length;
      }
      // All of its processes at once, as when the power fails; the page is told nothing.
      const killed = Date.now();
      await new Promise((done) =>
        spawn('pkill', ['-9', '-f', folder], { stdio: 'ignore' }).once('exit', done),
      );
      await context.close().catch(() => undefined);
      context = await launch();
      page = context.pages()[0]!;
      await page.goto(`${address}/licences.txt`);
      const kept = (await storedEdits(page)) - before;
      const oldest = edits[kept];
      out.push({
        lost: edits.length - kept,
        age: oldest === undefined ? 0 : killed - oldest,
        liedAbout: kept < saidSaved,
      });
      // A scene that was killed so often before its picture stood is opened without one.
      await page.evaluate(() => localStorage.clear());
    }
    await context.close();
  } finally {
    await rm(folder, { recursive: true, force: true, maxRetries: 20 });
  }
  return out;
}
