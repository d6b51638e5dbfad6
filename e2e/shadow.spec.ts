/** A cast shadow on the real interface: beneath its subject, live, and waiting when that is gone. */
import { expect, test } from './test';
import {
  act,
  card,
  colourAt,
  depth,
  dragBy,
  openExample,
  savedScene,
  settled,
  setValue,
} from './bench-page';

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

test('a shadow is laid down by its handles, and by four corners that may not cross', async ({
  page,
}) => {
  await openExample(page, 'Long evening');
  await card(page, 'Shadow of Heron').locator('[data-card]').click();
  await page.keyboard.press('6');
  const handles = page.getByTestId('shadow-handles');
  const values = async () =>
    (
      (await savedScene(page)).layers.find((l) => l.name === 'Shadow of Heron')!.source as {
        values: { lies: string; contact: number; corners: { x: number; y: number }[] | null };
      }
    ).values;
  // The far end is dragged: the shadow goes a way of its own.
  await dragBy(page, handles.getByRole('button', { name: /^The far end/ }), 120, 10);
  await expect.poll(async () => (await values()).lies).toBe('own');
  const { contact } = await values();
  await dragBy(page, handles.getByRole('button', { name: /^The line/ }), 0, -12);
  await expect.poll(async () => (await values()).contact).toBeGreaterThan(contact + 0.5);
  await dragBy(page, handles.getByRole('button', { name: 'Far left corner' }), -50, 20);
  await expect.poll(async () => (await values()).lies).toBe('corners');
  const { corners } = await values();
  expect(corners).toHaveLength(4);
  // Far across the others it would cross them: it stays where it was last sound.
  await dragBy(page, handles.getByRole('button', { name: 'Far left corner' }), 600, -300);
  const after = (await values()).corners!;
  expect(after[0]!.x).toBeLessThan(after[1]!.x);
});
