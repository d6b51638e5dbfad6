/** How long photographs take from the choice to their first picture and to full detail, against the browser's own decoder. */
import { openAllValues } from '../e2e/all-values';
import { fileURLToPath } from 'node:url';
import type { Browser } from '@playwright/test';
import sharp from 'sharp';
import { against, informative, median, within, type Row } from './table';

const SECTION = 'Photographs brought in, in Chromium at 1280 × 800, from the choice';

const SIZES = [
  [4, 2464, 1632],
  [12, 4288, 2848],
  [24, 6000, 4000],
  [30, 6720, 4480],
] as const;

/** A picture of the demo at the size of a photograph, with grain as one has. */
export async function photograph(width: number, height: number): Promise<Buffer> {
  const pier = fileURLToPath(new URL('../demo/pictures/wet-pier.png', import.meta.url));
  const noise = { type: 'gaussian', mean: 128, sigma: 9 } as const;
  const grain = await sharp({
    create: { width, height, channels: 3, background: '#808080', noise },
  })
    .png({ compressionLevel: 1 })
    .toBuffer();
  return sharp(pier)
    .resize(width, height, { fit: 'cover' })
    .composite([{ input: grain, blend: 'soft-light' }])
    .jpeg({ quality: 90 })
    .toBuffer();
}

/** Brings in a JPEG of each size, `rounds` times. */
export async function photos(browser: Browser, baseURL: string, rounds: number): Promise<Row[]> {
  const context = await browser.newContext({
    ...{ viewport: { width: 1280, height: 800 }, baseURL, serviceWorkers: 'block' },
  });
  await context.addInitScript('globalThis.__name = (f) => f');
  await openAllValues(context);
  const page = await context.newPage();
  const rows: Row[] = [];
  for (const [megapixels, width, height] of SIZES) {
    const buffer = await photograph(width, height);
    const [own, first, fine]: [number[], number[], number[]] = [[], [], []];
    for (let i = 0; i < rounds; i++) {
      await page.goto('/');
      const input = page.getByLabel('Open a picture');
      await input.waitFor({ state: 'attached' });
      await page.waitForTimeout(3000);
      await input.evaluate((element) => {
        // Nothing is opened yet: the file is only handed over, so that its bytes do not count.
        element.addEventListener('change', (e) => e.stopImmediatePropagation(), {
          capture: true,
          once: true,
        });
      });
      await input.setInputFiles({ name: 'pier.jpg', mimeType: 'image/jpeg', buffer });
      const [bitmap, shown, all] = await input.evaluate(async (element) => {
        const chosen = (element as HTMLInputElement).files![0]!;
        const before = performance.now();
        (await createImageBitmap(chosen)).close();
        const start = performance.now();
        element.dispatchEvent(new Event('change', { bubbles: true }));
        const times = await new Promise<[number, number]>((done) => {
          let first = 0;
          const look = () => {
            const picture = document.querySelector<HTMLElement>('[data-testid=picture]');
            if (picture?.dataset.frame) first ||= performance.now() - start;
            if (picture?.dataset.shown === 'fine') done([first, performance.now() - start]);
            else requestAnimationFrame(look);
          };
          look();
        });
        return [start - before, ...times] as const;
      });
      own.push(bitmap);
      first.push(shown);
      fine.push(all);
    }
    const title = `a JPEG of ${megapixels} megapixels`;
    const decoded = median(own);
    rows.push(
      informative(SECTION, `${title}: createImageBitmap`, decoded, 'ms'),
      within(SECTION, `${title}: first picture, beyond that`, median(first) - decoded, 'ms', 1000),
      against(
        SECTION,
        `${title}: full detail, against createImageBitmap`,
        median(fine),
        decoded,
        3,
      ),
    );
  }
  await context.close();
  return rows;
}
