/** What is made of subjects, driven: a shadow laid down, a part reshaped, a large picture cut out. */
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { dropOnStage, newScene, onPage, openExample, press, settled } from '../e2e/bench-page';
import { subjectOver } from '../demo/cut-subjects';
import { drag, watch } from './page';
import { type Row, within, type Drag, type DragRows } from './table';

export async function subjects(
  page: Page,
  section: string,
  steps: number,
  dragged: DragRows,
): Promise<Row[]> {
  const rows: Row[] = [];
  const add = (name: string, drag: Drag) => rows.push(...dragged(name, drag));
  const select = async (name: string) => {
    await page.locator(`[data-card][aria-label="${name}"]`).click();
    await settled(page);
  };

  await openExample(page, 'Long evening');
  await select('Shadow of Heron');
  await page.keyboard.press('6');
  const far = page.getByRole('button', { name: /^The far end/ });
  await far.waitFor();
  await watch(page);
  await drag(page, (await far.boundingBox())!, 6);
  add('turning a cast shadow', await drag(page, (await far.boundingBox())!, steps));

  await select('Heron');
  await page.keyboard.press('5');
  await page.getByRole('button', { name: 'Box', exact: true }).click();
  await press(page, [1050, 200], [1380, 420]);
  const part = page.getByTestId('arrange-box').first();
  await part.waitFor();
  await drag(page, (await part.boundingBox())!, 6);
  add('dragging a part that is reshaped', await drag(page, (await part.boundingBox())!, steps));

  rows.push(...(await largeCut(page, section)));
  return rows;
}

/** A picture of 12 megapixels, cut by one box and a stroke: from the pointer let go to the mask. */
async function largeCut(page: Page, section: string): Promise<Row[]> {
  const [width, height] = [4000, 3000];
  const { rgba, width: w, height: h, box } = await subjectOver('paper-boat', 'wet-pier');
  const png = await sharp(Buffer.from(rgba), { raw: { width: w, height: h, channels: 4 } })
    .resize(width, height, { fit: 'fill' })
    .png({ compressionLevel: 1 })
    .toBuffer();
  await newScene(page, width, height);
  await dropOnStage(page, 'boat.png', png, [width / 2, height / 2]);
  await page.locator('[data-card][aria-label="boat"]').waitFor({ timeout: 60_000 });
  await settled(page);
  await page.keyboard.press('2');
  const at = (x: number, y: number) => [(x * width) / w, (y * height) / h] as const;
  const subject = page.getByRole('button', { name: 'Subject', exact: true });
  /** Presses, drags and waits until the tools are back and the stage shows what was found, ms. */
  const timed = async (from: readonly [number, number], to: readonly [number, number]) => {
    const [a, b] = [await onPage(page, from), await onPage(page, to)];
    await page.mouse.move(...a);
    await page.mouse.down();
    // As slowly as a hand.
    for (let k = 1; k <= 15; k++) {
      await page.mouse.move(a[0] + ((b[0] - a[0]) * k) / 15, a[1] + ((b[1] - a[1]) * k) / 15);
      await page.waitForTimeout(100);
    }
    const begun = performance.now();
    await page.mouse.up();
    await page.getByRole('button', { name: 'Stop (Esc)' }).waitFor();
    // Asked at every frame: what waits for a locator asks but twice a second in the end.
    await page.waitForFunction(() => {
      const isDone = (name: string) =>
        document.querySelector(`[data-testid=${name}]`)?.getAttribute('aria-busy') === 'false';
      const isBack = [...document.querySelectorAll('button')].some(
        (b) => b.textContent?.trim() === 'Subject',
      );
      return isBack && isDone('mask-overlay') && isDone('picture');
    });
    return performance.now() - begun;
  };
  const first = await timed(at(box.x0, box.y0), at(box.x1, box.y1));
  // A box that is drawn again begins anew, with all that was loaded.
  await page.getByRole('button', { name: 'Box', exact: true }).click();
  const again = await timed(at(box.x0 - 2, box.y0), at(box.x1, box.y1));
  await subject.click();
  const middle = [(box.x0 + box.x1) / 2, box.y0 + 0.75 * (box.y1 - box.y0)] as const;
  const stroke = await timed(at(...middle), at(middle[0] + 30, middle[1]));
  const name = 'cutting out of 12 megapixels';
  return [
    within(section, `${name}: first mask`, first / 1000, 's', 4),
    within(section, `${name}: another box`, again / 1000, 's', 4),
    within(section, `${name}: a stroke more`, stroke / 1000, 's', 1),
  ];
}
