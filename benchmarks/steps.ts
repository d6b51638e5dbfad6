/** Steps of mood and finish, driven: the first slider is dragged on the picture at the back of “Night seven”. */
import type { Browser } from '@playwright/test';
import { completed, counts, defaultsOf } from '../core/definitions/parameter-values';
import type { StepDefinition } from '../core/definitions/step';
import { pixelSteps } from '../core/steps/index';
import { openExample, pickStep, settled } from '../e2e/bench-page';
import { FINISH_KINDS } from './finish';
import { benchPage, drag, emptyRoundTrip, watch } from './page';
import { dragRows, informative, median, type Row } from './table';

const SECTION =
  'A step on the picture at the back of “Night seven” (3840 × 2160), its first slider dragged';

/** The label of the first number of a step that counts as it begins; undefined if it has none. */
function sliderOf({ parameters }: StepDefinition): string | undefined {
  const values = completed(parameters, defaultsOf(parameters));
  return Object.values(parameters).find((p) => p.kind === 'number' && counts(p, values))?.label;
}

/** Drags the first slider of every step, one after another. */
export async function drivenSteps(
  browser: Browser,
  baseURL: string,
  quick: boolean,
): Promise<Row[]> {
  const page = await benchPage(browser, baseURL);
  await openExample(page, 'Night seven');
  await page.waitForTimeout(1500);
  await watch(page);
  const steps = quick ? 12 : 36;
  const dragged = dragRows(SECTION, median(await emptyRoundTrip(page, steps)));
  await page
    .locator('[data-card]')
    .and(page.getByLabel('Pier at dusk', { exact: true }))
    .click();
  await settled(page);
  const rows: Row[] = [];
  for (const step of pixelSteps.filter((s) => FINISH_KINDS.has(s.kind))) {
    const slider = sliderOf(step);
    if (slider === undefined) continue;
    await pickStep(page, step.label);
    await settled(page);
    const own = page.locator(`[data-step="${step.kind}"]`).last();
    const field = own.getByRole('spinbutton', { name: slider, exact: true }).first();
    await field.scrollIntoViewIfNeeded();
    const box = (await field.boundingBox())!;
    // Towards the middle of the range: at an end a drag changes nothing, and no picture comes.
    const target = { ...box, x: box.x + 8 };
    try {
      // The first drag also compiles what it runs.
      await drag(page, target, 6);
      rows.push(...dragged(`${step.label}, ${slider}`, await drag(page, target, steps)));
    } catch {
      await page.mouse.up();
      rows.push(informative(SECTION, `${step.label}, ${slider}: no picture came`, 0, 'ms'));
    }
    await own.getByRole('button', { name: `Remove ${step.label}` }).click();
    await settled(page);
  }
  await page.context().close();
  return rows;
}
