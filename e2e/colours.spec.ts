/** The colour picker: numbers with sliders, the colours of the picture, and those used lately in a scene. */
import { newFill, newScene } from '../core/scene/model/make';
import { colourNumbers, colourOf } from '../core/pixels/colour-numbers';
import { savedScene, value } from './bench-page';
import { openStored } from './stored-scenes';
import { expect, test, type Page } from './test';

const open = async (page: Page, name: string, colour: string) => {
  const scene = newScene(name, 320, 200, '#101014');
  scene.layers.push(newFill('Sky', colour));
  await openStored(page, name.toLowerCase(), scene);
  await page.locator('[data-card]').first().click();
  await page.getByRole('button', { name: /^Colour, #/ }).click();
  await expect(page.getByRole('group', { name: 'In the picture' })).toBeVisible();
};
const lately = (page: Page) => page.getByRole('group', { name: 'Lately' }).getByRole('button');

test('a colour is set by its hue as the eye sees it, taken from the picture, and remembered by scene', async ({
  page,
}) => {
  await open(page, 'Blue', '#2040a0');
  const fill = async () => {
    const { source } = (await savedScene(page)).layers[0]!;
    return source.kind === 'fill' ? source.paint.colour : '';
  };
  await value(page, 'Hue').fill('30');
  await page.keyboard.press('Enter');
  const [l, c] = colourNumbers('#2040a0', 'oklch');
  const turned = colourOf([l, c, 30], 'oklch');
  await expect.poll(fill).toBe(turned);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: `Colour, ${turned}` }).click();
  await expect(lately(page)).toHaveCount(1);
  // The picture is of that one colour.
  const inPicture = page.getByRole('group', { name: 'In the picture' }).getByRole('button');
  await expect(inPicture).toHaveCount(1);
  await expect(inPicture).toHaveAttribute('aria-label', turned);
  // Another scene has its own.
  await open(page, 'Green', '#20a040');
  await expect(lately(page)).toHaveCount(0);
});
