/** How the bench is driven, and how long it takes to answer. */
import { execFileSync } from 'node:child_process';
import type { Browser, BrowserContext, Page } from '@playwright/test';
import { settled } from '../e2e/bench-page';
import { openAllValues } from '../e2e/all-values';
import { packScene } from '../core/files/ignis-file';
import type { Scene } from '../core/scene/model/schema';
import type { Drag } from './table';

/** What the page and the worker that draws call the channel between them. */
const DRAWN = 'bench-drawn';

/**
 * Has the worker of every page say when a frame came after what it drew, and run a script first. Call it before the
 * pages are opened.
 */
export const watchWorkers = (context: BrowserContext, first = ''): Promise<unknown> =>
  context.route('**/engine.worker*.js', async (route) => {
    const response = await route.fetch();
    const prelude = `{
      const channel = new BroadcastChannel('${DRAWN}');
      const { prototype } = OffscreenCanvasRenderingContext2D;
      const put = prototype.putImageData;
      prototype.putImageData = function (...args) {
        put.apply(this, args);
        requestAnimationFrame(() =>
          channel.postMessage(performance.timeOrigin + performance.now()));
      };
    }`;
    await route.fulfill({ response, body: first + prelude + (await response.text()) });
  });

/** A page of a browser as the bench is driven on. */
export async function benchPage(browser: Browser, baseURL: string): Promise<Page> {
  const context = await browser.newContext({
    ...{ viewport: { width: 1280, height: 800 }, baseURL },
    // It stores all of the app on the first visit, which takes a minute of this machine.
    serviceWorkers: 'block',
  });
  // The compiler that runs this file names functions by a helper that a page does not have.
  await context.addInitScript('globalThis.__name = (f) => f');
  await openAllValues(context);
  await watchWorkers(context);
  return context.newPage();
}

/**
 * Notes, in the page, when input came, when the page was free again, and when the frame came that shows the next
 * picture: by the worker where it draws, which a busy page does not hold up.
 */
export async function watch(page: Page): Promise<void> {
  await page.evaluate((channel) => {
    const clock = () => performance.timeOrigin + performance.now();
    const log = {
      input: 0,
      waits: [] as number[],
      shares: [] as number[],
      blocked: [] as number[],
    };
    (window as unknown as { log: typeof log }).log = log;
    const note = () => {
      const input = clock();
      log.input ||= input;
      // The browser hands events over just before a frame: what they set off is done when that is drawn.
      requestAnimationFrame(() => log.shares.push(clock() - input));
    };
    for (const type of ['pointermove', 'wheel', 'keydown'])
      window.addEventListener(type, note, { capture: true });
    const stood = (at: number) => {
      if (!log.input || at < log.input) return;
      log.waits.push(at - log.input);
      log.input = 0;
    };
    let isDrawnByWorker = false;
    new BroadcastChannel(channel).onmessage = ({ data }) => {
      isDrawnByWorker = true;
      stood(data as number);
    };
    new MutationObserver(() => {
      if (!isDrawnByWorker) requestAnimationFrame(() => stood(clock()));
    }).observe(document.querySelector('[data-testid=picture]')!, {
      attributes: true,
      attributeFilter: ['data-frame'],
    });
    new PerformanceObserver((list) =>
      log.blocked.push(...list.getEntries().map((e) => e.duration)),
    ).observe({ entryTypes: ['longtask'] });
  }, DRAWN);
}

export const taken = (page: Page) =>
  page.evaluate(() => {
    const { log } = window as unknown as {
      log: { input: number; waits: number[]; shares: number[]; blocked: number[] };
    };
    return {
      waits: log.waits.splice(0),
      shares: log.shares.splice(0),
      blocked: log.blocked.slice(),
    };
  });

/** Drags from the middle of an element to the right and back, one step a frame, or with longer pauses (ms). */
export async function drag(
  page: Page,
  box: { x: number; y: number; width: number; height: number },
  steps: number,
  pause = 50,
): Promise<Drag> {
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 6, box.y + box.height / 2);
  await page.waitForTimeout(300);
  await taken(page);
  for (let i = 0; i < steps; i++) {
    await page.mouse.move(box.x + box.width / 2 + 6 + 40 * Math.sin(i / 4), box.y + box.height / 2);
    await page.waitForTimeout(pause);
  }
  // However slow its frames are, one of them counts.
  await page.waitForFunction(
    () => (window as unknown as { log: { waits: number[] } }).log.waits.length > 0,
    null,
    { timeout: 20_000 },
  );
  const { waits, shares } = await taken(page);
  await page.mouse.up();
  await settled(page);
  return { waits, shares };
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

/**
 * The empty round trip: what a drag would take if there were nothing to make. A pointer event, a message to a worker, an
 * untouched buffer of the stage's size back, drawn, the next frame. ms each.
 */
export async function emptyRoundTrip(page: Page, steps: number): Promise<number[]> {
  const script = '/empty-round-trip.js';
  await page.route(`**${script}`, (route) =>
    route.fulfill({
      contentType: 'text/javascript',
      headers: { 'Cross-Origin-Embedder-Policy': 'require-corp' },
      body: `
        let buffer;
        onmessage = ({ data }) => {
          if (data.buffer) buffer = data.buffer;
          else {
            buffer ??= new ArrayBuffer(data.bytes);
            postMessage(buffer, [buffer]);
            buffer = undefined;
          }
        };`,
    }),
  );
  await page.evaluate((script) => {
    const { width, height } = document.querySelector<HTMLCanvasElement>(
      'canvas[data-testid=picture], [data-testid=picture] canvas:not([hidden])',
    )!;
    const canvas = document.createElement('canvas');
    Object.assign(canvas, { width, height });
    canvas.style.cssText = 'position:absolute;left:0;top:60px;pointer-events:none';
    document.body.append(canvas);
    const context = canvas.getContext('2d')!;
    const worker = new Worker(script);
    const trips = { waits: [] as number[], end: () => {} };
    (window as unknown as { trips: typeof trips }).trips = trips;
    let input = 0;
    const move = () => {
      if (input) return;
      input = performance.now();
      worker.postMessage({ bytes: width * height * 4 });
    };
    worker.onmessage = ({ data }: MessageEvent<ArrayBuffer>) => {
      context.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
      worker.postMessage({ buffer: data }, [data]);
      requestAnimationFrame(() => {
        trips.waits.push(performance.now() - input);
        input = 0;
      });
    };
    trips.end = () => {
      worker.terminate();
      canvas.remove();
      window.removeEventListener('pointermove', move, { capture: true });
    };
    window.addEventListener('pointermove', move, { capture: true });
  }, script);
  // Over the header, where a pointer that moves does nothing else.
  for (let i = 0; i < steps + 6; i++) {
    await page.mouse.move(300 + 40 * Math.sin(i / 4), 24);
    await page.waitForTimeout(50);
  }
  return page.evaluate(() => {
    const { trips } = window as unknown as { trips: { waits: number[]; end(): void } };
    trips.end();
    return trips.waits.slice(6);
  });
}
