/** Ten photographs of 8 to 24 megapixels in one scene: what memory they take, and whether drags keep up. */
import type { Browser } from '@playwright/test';
import { settled, value } from '../e2e/bench-page';
import { assetName } from '../core/files/ignis-file';
import { newPicture, newScene, newStep } from '../core/scene/model/make';
import { photograph } from './photos';
import { benchPage, drag, emptyRoundTrip, openScene, resident, watch } from './page';
import { dragRows, informative, median, within, type Row } from './table';

const SECTION = 'Ten photographs of 8 to 24 megapixels in one scene of 6000 × 4000';

const SIZES = [...[24, 24, 24, 20, 16], ...[16, 12, 12, 8, 8]] as const;

/** Opens them, drags the exposure of two and looks at them at 100 %. */
export async function manyPhotos(
  browser: Browser,
  baseURL: string,
  quick: boolean,
): Promise<Row[]> {
  const scene = newScene('Ten photographs', 6000, 4000, null);
  const assets = new Map<string, Uint8Array>();
  for (const [i, megapixels] of SIZES.entries()) {
    const height = 2 * Math.round(Math.sqrt((megapixels * 1e6) / 1.5) / 2) - 2 * i;
    const width = 2 * Math.round(height * 0.75);
    const bytes = await photograph(width, height);
    const asset = await assetName(bytes, 'jpg');
    assets.set(asset, bytes);
    const place = i === 0 ? { x: 3000, y: 2000 } : { x: 900 + 520 * i, y: 700 + 290 * i };
    const layer = newPicture(
      `Photograph ${i + 1}`,
      { kind: 'picture', asset, width, height },
      scene,
      place,
      i === 0,
    );
    layer.steps.push(newStep('grade.light'));
    scene.layers.push(layer);
  }
  const page = await benchPage(browser, baseURL);
  const rows: Row[] = [];
  const start = performance.now();
  await openScene(page, scene, assets);
  rows.push(informative(SECTION, 'opened, all fine', (performance.now() - start) / 1000, 's'));
  await watch(page);
  const steps = quick ? 12 : 48;
  const empty = median(await emptyRoundTrip(page, steps));
  const dragged = dragRows(SECTION, empty);
  rows.push(informative(SECTION, 'the empty round trip, median', empty, 'ms'));
  for (const name of ['Photograph 1', 'Photograph 6']) {
    await page.locator(`[data-card][aria-label="${name}"]`).click();
    await settled(page);
    const box = (await value(page, 'Exposure').boundingBox())!;
    await drag(page, box, 12);
    rows.push(...dragged(`dragging the exposure of ${name}`, await drag(page, box, steps)));
  }
  rows.push(within(SECTION, 'memory of the tab, resident', resident(), 'GB', 1.2));
  await page.keyboard.press('1');
  await settled(page);
  rows.push(within(SECTION, 'memory after a look at 100 %', resident(), 'GB', 1.2));
  await page.context().close();
  return rows;
}
