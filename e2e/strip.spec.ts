/** The depth strip and the panels of the bench: found, carried, chosen together, resized and hidden. */
import { corner } from '../core/geometry/path';
import { newFill, newLine, newScene, newStep } from '../core/scene/model/make';
import { card, cards, depth, savedScene, settled, stage, value } from './bench-page';
import { openStored } from './stored-scenes';
import { expect, test, type Page } from './test';

/** Lines and fills in turn, twelve layers. */
async function twelve(page: Page): Promise<void> {
  const scene = newScene('Twelve', 320, 200, '#101014');
  for (let i = 1; i <= 6; i++) {
    const fill = newFill(`Wall ${i}`, '#203040');
    fill.steps.push({ ...newStep('blur.gaussian') });
    if (i === 2) fill.visible = false;
    const path = { closed: false, anchors: [corner(20, 20 * i), corner(300, 20 * i)] };
    scene.layers.push(fill, newLine(`Tube ${i}`, path, '#35b8ff', 6));
  }
  await openStored(page, 'twelve', scene);
  await settled(page);
}

const strip = (page: Page) => page.getByLabel('Depth strip', { exact: true });

test('layers are found by name and by what they are, and by a key', async ({ page }) => {
  await twelve(page);
  await page.keyboard.press('/');
  await page.getByRole('textbox', { name: 'Name of the layers' }).fill('tube 4');
  await expect(cards(page)).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(card(page, 'Tube 4').locator('[data-card]')).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Show all layers' }).click();
  await expect(cards(page)).toHaveCount(12);
  await page.getByRole('button', { name: 'Find layers' }).click();
  await page.getByRole('button', { name: 'lights', exact: true }).click();
  await expect(cards(page)).toHaveCount(6);
  await page.getByRole('button', { name: 'lights', exact: true }).click();
  await page.getByRole('button', { name: 'hidden', exact: true }).click();
  await expect(cards(page)).toHaveCount(1);
  await expect(page.getByText('1 of 12 layers')).toBeVisible();
});

test('the strip is as high as its edge is dragged: its cards stand in rows, and are carried between them', async ({
  page,
}) => {
  await twelve(page);
  const top = async (name: string) => (await card(page, name).boundingBox())!.y;
  expect(await top('Wall 1')).toBe(await top('Tube 5'));
  const edge = page.getByRole('separator', { name: 'Height of the depth strip' });
  const { y } = (await edge.boundingBox())!;
  await page.mouse.move(500, y);
  await page.mouse.down();
  await page.mouse.move(500, y - 160, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => (await top('Tube 6')) - (await top('Wall 1'))).toBeGreaterThan(90);
  await settled(page);
  // From the second row to the front of the first card; the stage shows what that comes to before it is done.
  const [from, to] = [
    (await card(page, 'Tube 6').boundingBox())!,
    (await card(page, 'Wall 1').boundingBox())!,
  ];
  await page.mouse.move(from.x + 40, from.y + 30);
  await page.mouse.down();
  await page.mouse.move(from.x, from.y - 40, { steps: 4 });
  await page.mouse.move(to.x + to.width - 6, to.y + 30, { steps: 4 });
  await expect(stage(page).getByText('Carry back')).toBeVisible();
  expect((await savedScene(page)).layers[1]!.name).toBe('Tube 1');
  await page.mouse.up();
  await expect.poll(async () => (await depth(page)).slice(0, 2)).toEqual(['Wall 1', 'Tube 6']);
  await expect(stage(page).getByText('Carry back')).toHaveCount(0);
  await page.reload();
  await settled(page);
  await expect.poll(async () => (await strip(page).boundingBox())!.height).toBeGreaterThan(300);
});

test('a box over cards chooses their layers, and what they have in common is set on all', async ({
  page,
}) => {
  await twelve(page);
  await card(page, 'Wall 1').click();
  await expect.poll(async () => (await card(page, 'Wall 1').boundingBox())!.x).toBeGreaterThan(30);
  const [a, b] = [
    (await card(page, 'Wall 1').boundingBox())!,
    (await card(page, 'Wall 3').boundingBox())!,
  ];
  const below = (await strip(page).boundingBox())!;
  await page.mouse.move(a.x + 10, below.y + 9);
  await page.mouse.down();
  await page.mouse.move(b.x + 10, b.y + 30, { steps: 4 });
  await page.mouse.up();
  const chain = page.getByRole('complementary', { name: 'Chain' });
  await expect(chain.getByRole('heading', { name: '5 layers' })).toBeVisible();
  // Lines have no blur: only the blend is common to all. Of the walls both are.
  await expect(value(page, 'Blur')).toHaveCount(0);
  for (const tube of ['Tube 1', 'Tube 2']) await card(page, tube).click({ modifiers: ['Shift'] });
  await expect(chain.getByRole('heading', { name: '3 layers' })).toBeVisible();
  await value(page, 'Opacity').fill('40');
  await value(page, 'Opacity').press('Enter');
  const blur = chain.getByRole('spinbutton').first();
  await blur.fill('17');
  await blur.press('Enter');
  const saved = async () =>
    (await savedScene(page)).layers.map(
      (l) => `${l.opacity} ${Object.values(l.steps[0]?.values ?? {})[0] ?? ''}`,
    );
  await expect
    .poll(async () => (await saved()).filter((s) => s.startsWith('40 17')))
    .toHaveLength(3);
  // One change each: undone in two.
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await saved()).filter((s) => s.startsWith('40'))).toHaveLength(0);
});

test('values that differ among the chosen layers say so', async ({ page }) => {
  await twelve(page);
  await card(page, 'Wall 1').click();
  await value(page, 'Opacity').fill('30');
  await value(page, 'Opacity').press('Enter');
  await card(page, 'Wall 3').click({ modifiers: ['Shift'] });
  await expect(page.getByRole('img', { name: 'differs' })).toHaveCount(1);
});

test('the chain and the strip are hidden by keys, and the chain stands on the left', async ({
  page,
}) => {
  await twelve(page);
  const chain = page.getByRole('complementary', { name: 'Chain' });
  await page.keyboard.press('Shift+O');
  await expect(chain).toHaveCount(0);
  await page.keyboard.press('Alt+o');
  await expect(strip(page)).toHaveCount(0);
  await expect.poll(async () => (await stage(page).boundingBox())!.height).toBeGreaterThan(740);
  await page.reload();
  await expect(stage(page)).toBeVisible();
  await expect(strip(page)).toHaveCount(0);
  await page.keyboard.press('Alt+o');
  await settled(page);
  await page.keyboard.press('Shift+O');
  await expect(chain).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('chain on the left');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await chain.boundingBox())!.x).toBeLessThan(40);
  const edge = page.getByRole('separator', { name: 'Width of the chain' });
  const { x } = (await edge.boundingBox())!;
  await page.mouse.move(x, 300);
  await page.mouse.down();
  await page.mouse.move(x + 90, 300, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => (await chain.boundingBox())!.width).toBeGreaterThan(390);
});

test('layers are marked together, the mark is named, and found by', async ({ page }) => {
  await twelve(page);
  await card(page, 'Tube 2').locator('[data-card]').click();
  await card(page, 'Tube 5')
    .locator('[data-card]')
    .click({ modifiers: ['Shift'] });
  await card(page, 'Tube 6')
    .locator('[data-card]')
    .click({ modifiers: ['Shift'] });
  // The card that was chosen first knows of those that were chosen after it.
  await card(page, 'Tube 2').locator('[data-card]').click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'Mark' }).press('ArrowRight');
  await page.getByRole('menuitem', { name: 'Heather' }).click();
  await expect(card(page, 'Tube 2').getByRole('img', { name: 'Marked Heather' })).toBeVisible();
  await expect(card(page, 'Tube 5').getByRole('img', { name: 'Marked Heather' })).toBeVisible();
  await page.keyboard.press('/');
  await page.getByLabel('Name of the heather mark').fill('Signs');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Only Signs' }).click();
  await expect(cards(page)).toHaveCount(3);
  await page.keyboard.press('Escape');
  const scene = await savedScene(page);
  expect(scene.markNames).toEqual({ heather: 'Signs' });
  expect(scene.layers.filter((l) => l.mark).map((l) => l.name)).toEqual([
    ...['Tube 2', 'Tube 5', 'Tube 6'],
  ]);
});

test('a card carried by keys says where it is now', async ({ page }) => {
  await twelve(page);
  await card(page, 'Tube 2').locator('[data-card]').click();
  await page.keyboard.press('Alt+ArrowRight');
  const said = page.getByTestId('announcement');
  await expect(said).toHaveText('Tube 2, now 5 of 12 from the back');
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(said).toHaveText('Tube 2, now 4 of 12 from the back');
});
