/** Light that behaves like light, driven in Chromium: intensities, tails and glare in the demo scene. */
import { fileURLToPath } from 'node:url';
import type { Browser } from '@playwright/test';
import { act, setValue, settled, value } from '../e2e/bench-page';
import { everyLayer } from '../core/scene/model/schema';
import { isLine } from '../core/scene/model/traits';
import { readScene } from '../server/src/scene-file';
import { benchPage, drag, emptyRoundTrip, openScene, watch } from './page';
import { dragRows, informative, median, type Row } from './table';

const SECTION = 'Light in Chromium at 1280 × 800, Night seven (3840 × 2160)';
const FOLDER = fileURLToPath(new URL('../demo/scenes/night-seven', import.meta.url));

export async function light(browser: Browser, baseURL: string, quick: boolean): Promise<Row[]> {
  const steps = quick ? 12 : 72;
  const page = await benchPage(browser, baseURL);
  const { scene, assets } = await readScene(FOLDER);
  // The widest pass of every line is a halo.
  for (const l of everyLayer(scene.layers))
    if (isLine(l)) Object.assign(l.source.passes[0]!, { blurring: 'halo', tailReach: 700 });
  scene.end.burn = true;
  await openScene(page, scene, assets);
  await settled(page);
  await page.waitForTimeout(1500);
  await watch(page);
  const empty = median(await emptyRoundTrip(page, steps));
  const dragged = dragRows(SECTION, empty);
  const rows = [informative(SECTION, 'the empty round trip, median', empty, 'ms')];
  const dragValue = async (name: string, label: string) => {
    const box = (await value(page, label).boundingBox())!;
    await drag(page, box, 12);
    rows.push(...dragged(`dragging ${name}`, await drag(page, box, steps)));
  };
  await page.locator('[data-card][aria-label="Heron"]').click();
  await settled(page);
  await dragValue('the intensity of a picture', 'Intensity');
  await page.locator('[data-card][aria-label="Tide line"]').click();
  await settled(page);
  await dragValue('the blur of a pass with a halo', 'Halo blur');
  await act(page, 'Glare over the whole scene');
  await settled(page);
  await dragValue('the bloom of a glare over the whole scene', 'Bloom');
  await setValue(page, 'Star', '20');
  await setValue(page, 'Streak', '15');
  await settled(page);
  await dragValue('the length of its star of six, with a streak', 'Star’s length');
  await act(page, 'Add: warm lamp');
  await settled(page);
  await dragValue('the size of a flare', 'Size');
  await act(page, 'Mirror all lights on a floor');
  await settled(page);
  await dragValue('the roughness of a reflection of all lights', 'Rough, far');
  await page.context().close();
  return rows;
}
