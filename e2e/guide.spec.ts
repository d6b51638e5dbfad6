/** A guided piece, made with one's own hands: it sees what was done, and goes on by itself. */
import { press, savedScene, settled, setValue, startLine } from './bench-page';
import { expect, test } from './test';

test('a tube is woven round the heron as the guide says; it is left and taken up', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: /A tube woven round the heron/ }).click();
  await page.waitForURL(/\/scene\//);
  await settled(page);
  expect((await savedScene(page)).layers.map((l) => l.name)).toEqual(['Pier at dusk', 'Heron']);
  await expect(page.getByRole('textbox', { name: 'Name of the scene' })).toHaveValue(
    'A tube woven round the heron',
  );
  const guide = page.getByRole('complementary', { name: 'A tube woven round the heron' });
  await expect(guide).toContainText('choose “Line of light”');
  await startLine(page);
  await expect(guide).toContainText('Draw a curve across the heron');
  for (const [x, y] of [
    [620, 640],
    [960, 560],
    [1320, 700],
  ] as const)
    await press(page, [x, y], [x + 90, y - 60]);
  await page.keyboard.press('Enter');
  await expect(guide).toContainText('Make it yours');
  // After the page is opened anew it goes on where it was.
  await settled(page);
  await savedScene(page);
  await page.reload();
  await settled(page);
  await expect(guide).toContainText('Make it yours');
  await page.locator('[data-card]').last().click();
  await setValue(page, 'Core width', '14');
  await expect(guide).toContainText('weave it with another');
  await page.keyboard.press('9');
  await expect(guide).toContainText('Click the stretches');
  await page.locator('[data-stretch]').first().focus();
  await page.keyboard.press('Enter');
  await expect(guide).toContainText('Spills over');
  await setValue(page, 'Spills over', '60');
  await expect(guide).toContainText('Done.');
  await guide.getByRole('button', { name: 'Close' }).click();
  await expect(guide).toHaveCount(0);
});

test('a step is skipped, and the guide is left', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: /A shadow on the boards/ }).click();
  await page.waitForURL(/\/scene\//);
  await settled(page);
  const guide = page.getByRole('complementary', { name: 'A shadow on the boards' });
  await expect(guide).toContainText('Cast its shadow on a floor');
  await guide.getByRole('button', { name: 'skip' }).click();
  await expect(guide).toContainText('Turn it');
  await guide.getByRole('button', { name: 'Leave the guided piece' }).click();
  await expect(guide).toHaveCount(0);
});
