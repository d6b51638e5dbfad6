/** A cast shadow on the real interface: beneath its subject, live, and waiting when that is gone. */
import { expect, test } from '@playwright/test';
import { act, card, colourAt, depth, openExample, settled, setValue } from './bench-page';

test('a layer casts a shadow that passes beneath it and follows the scene light', async ({
  page,
}) => {
  await openExample(page, 'Long evening');
  const boards = [960, 1010] as const;
  await card(page, 'Shadow of Heron').locator('[data-card]').click();
  await settled(page);
  const shaded = await colourAt(page, boards);
  await setValue(page, 'Density, near', '0');
  await setValue(page, 'Density, far', '0');
  await settled(page);
  const bare = await colourAt(page, boards);
  expect(bare[0] + bare[1] + bare[2]).toBeGreaterThan(shaded[0] + shaded[1] + shaded[2] + 12);
  // What casts it may go and come back.
  await card(page, 'Heron').locator('[data-card]').click();
  await page.keyboard.press('Delete');
  await card(page, 'Shadow of Heron').locator('[data-card]').click();
  await expect(page.getByText('It waits until that is back')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('It waits until that is back')).toHaveCount(0);
});

test('a shadow is cast from the palette, right behind its layer', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await card(page, 'Heron').locator('[data-card]').click();
  await act(page, 'Cast its shadow on a floor');
  await expect(card(page, 'Shadow of Heron')).toBeVisible();
  const order = await depth(page);
  expect(order.indexOf('Heron') - order.indexOf('Shadow of Heron')).toBe(1);
});
