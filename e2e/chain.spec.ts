/** The chain: what comes first, what was changed, and steps that are copied and saved as presets. */
import { newFill, newScene, newStep } from '../core/scene/model/make';
import { card, layerNamed, openExample, savedScene, settled, value } from './bench-page';
import { openStored } from './stored-scenes';
import { expect, test, type Page } from './test';

/** Two fills, the first with a glow and a blur, on the bench, as an artist finds it at first. */
async function twoFills(page: Page): Promise<void> {
  await page.addInitScript(() => localStorage.removeItem('ignis-folds'));
  const scene = newScene('Two', 320, 200, '#101014');
  const [one, other] = [newFill('One', '#203040'), newFill('Other', '#806040')];
  const glow = newStep('style.glow');
  glow.values.reach = 90;
  one.steps.push(newStep('blur.gaussian'), glow);
  scene.layers.push(one, other);
  await openStored(page, 'two', scene);
  await settled(page);
  await card(page, 'One').click();
}

const item = (page: Page, kind: string) => page.locator(`[data-step="${kind}"]`);

test('the values that matter stand first, the rest under more, remembered by kind of step', async ({
  page,
}) => {
  await twoFills(page);
  const glow = item(page, 'style.glow');
  await glow.getByRole('button', { name: 'Open Glow' }).click();
  await expect(value(page, 'Reach')).toBeVisible();
  await expect(value(page, 'Grain')).toHaveCount(0);
  await glow.getByRole('button', { name: /^\d+ more/ }).click();
  await expect(value(page, 'Grain')).toBeVisible();
  // Below it is what lets it go again.
  await glow.getByRole('button', { name: 'less' }).click();
  await expect(value(page, 'Grain')).toHaveCount(0);
});

test('a changed value is marked, and one click sets it back', async ({ page }) => {
  await twoFills(page);
  const glow = item(page, 'style.glow');
  await glow.getByRole('button', { name: 'Open Glow' }).click();
  await expect(glow.getByRole('button', { name: 'Reset Core' })).toHaveCount(0);
  await glow.getByRole('button', { name: 'Reset Reach' }).click();
  await expect(value(page, 'Reach')).toHaveValue('40');
  await expect(glow.getByRole('button', { name: 'Reset Reach' })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(value(page, 'Reach')).toHaveValue('90');
});

test('the rail goes to every part of the chain, and shows which are off', async ({ page }) => {
  await twoFills(page);
  const rail = page.getByRole('navigation', { name: 'Parts of the chain' });
  const names = () => rail.getByRole('button').evaluateAll((all) => all.map((b) => b.dataset.tip));
  await expect.poll(names).toEqual(['Look', 'Source', 'Gaussian blur', 'Glow', 'Body', 'Blend']);
  await rail.getByRole('button', { name: 'Go to Glow' }).click();
  await expect(value(page, 'Reach')).toBeVisible();
  await page.getByRole('switch', { name: 'Glow on' }).click();
  await expect(rail.getByRole('button', { name: 'Go to Glow, off' })).toBeVisible();
});

test('a step is duplicated, pasted on another layer, and its values on another of its kind', async ({
  page,
}) => {
  await twoFills(page);
  const more = (name: string) => page.getByRole('button', { name: `More about ${name}` });
  const choose = (entry: string) => page.getByRole('menuitem', { name: entry }).click();
  await more('Glow').click();
  await choose('Duplicate');
  await expect(item(page, 'style.glow')).toHaveCount(2);
  await more('Glow').first().click();
  await choose('Copy');
  await card(page, 'Other').click();
  await page.getByRole('button', { name: 'paste Glow' }).click();
  await expect.poll(async () => (await layerNamed(page, 'Other')).steps[0]?.values.reach).toBe(90);
  // By a right click on its head as well.
  await item(page, 'style.glow').getByRole('heading').click({ button: 'right' });
  await choose('Reset all values');
  await expect.poll(async () => (await layerNamed(page, 'Other')).steps[0]?.values.reach).toBe(40);
  await more('Glow').click();
  await choose('Paste values');
  await expect.poll(async () => (await layerNamed(page, 'Other')).steps[0]?.values.reach).toBe(90);
  expect((await savedScene(page)).layers.map((l) => l.steps.length)).toEqual([3, 1]);
});

test('values are saved as a preset, seen on a look sheet, put on and deleted', async ({ page }) => {
  await twoFills(page);
  const open = async () => {
    await page.getByRole('button', { name: 'More about Glow' }).click();
    await page.getByRole('menuitem', { name: 'Presets…' }).click();
  };
  const dialog = page.getByRole('dialog');
  await open();
  await dialog.getByRole('textbox', { name: 'Name of the preset' }).fill('Wide and warm');
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('button', { name: 'Wide and warm', exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Go to Glow' }).click();
  await page.getByRole('button', { name: 'Reset Reach' }).click();
  await expect(value(page, 'Reach')).toHaveValue('40');
  // After the page is opened anew it is still there.
  await page.reload();
  await settled(page);
  await card(page, 'One').click();
  await open();
  await dialog.getByRole('button', { name: 'See them on a look sheet' }).click();
  await page.getByRole('option', { name: 'Wide and warm' }).click();
  await page.getByRole('button', { name: 'Go to Glow' }).click();
  await expect(value(page, 'Reach')).toHaveValue('90');
  await open();
  await dialog.getByRole('button', { name: 'Delete Wide and warm' }).click();
  await expect(dialog.getByText('None yet.')).toBeVisible();
});

test('by keys: Tab goes from value to value, L opens a look sheet, Alt Backspace resets', async ({
  page,
}) => {
  await twoFills(page);
  await page.getByRole('button', { name: 'Go to Glow' }).click();
  await value(page, 'Reach').focus();
  await page.keyboard.press('Alt+Backspace');
  await expect(value(page, 'Reach')).toHaveValue('40');
  await expect
    .poll(() =>
      value(page, 'Reach').evaluate((i: HTMLInputElement) => i.selectionEnd! - i.selectionStart!),
    )
    .toBe(2);
  await page.keyboard.type('55');
  await page.keyboard.press('Tab');
  await expect(value(page, 'Reach')).toHaveValue('55');
  const glow = item(page, 'style.glow');
  await expect(glow.getByRole('button', { name: /^Colour/ })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(glow.getByRole('spinbutton', { name: 'Opacity' })).toBeFocused();
  await page.keyboard.press('l');
  await expect(page.getByRole('option').first()).toBeVisible();
});

test('what is pointed at says what it is and by which key, and is silent while it is dragged', async ({
  page,
}) => {
  await openExample(page, 'Night Seven, in type');
  await page.getByRole('button', { name: 'Help', exact: true }).hover();
  await expect(page.locator('[data-radix-popper-content-wrapper]')).toHaveText(/^HelpF1/);
  await page.locator('[data-card]').nth(2).click();
  const size = value(page, 'Size');
  await size.hover();
  const tip = page.locator('[data-radix-popper-content-wrapper]');
  await expect(tip).toContainText('How large the letters are');
  await page.mouse.down();
  await expect(tip).toHaveCount(0);
  await page.mouse.up();
  await page.keyboard.press('Escape');
  // Reached by keys, it says so too.
  await page.getByRole('button', { name: 'Takes' }).focus();
  await page.keyboard.press('Shift+Tab');
  await expect(tip).toHaveText(/Earlier states of the scene/);
});

test('a number that is dragged goes on at the edge of the screen', async ({ page }) => {
  await twoFills(page);
  await page.getByRole('button', { name: 'Go to Glow' }).click();
  const radius = value(page, 'Reach');
  // Where it stands once the chain has come there.
  await radius.hover();
  const box = (await radius.boundingBox())!;
  const edge = page.viewportSize()!.width - 1;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(edge - 10, box.y + 8, { steps: 4 });
  await page.mouse.move(edge, box.y + 8);
  await expect
    .poll(() => page.evaluate(() => document.pointerLockElement?.ariaLabel))
    .toBe('Reach');
  const atEdge = Number(await radius.inputValue());
  // The mouse moves on, though no pointer does.
  await radius.evaluate((input) =>
    input.dispatchEvent(new PointerEvent('pointermove', { pointerType: 'mouse', movementX: 60 })),
  );
  await expect.poll(async () => Number(await radius.inputValue())).toBe(atEdge + 60);
  await page.mouse.up();
  await expect.poll(() => page.evaluate(() => document.pointerLockElement)).toBeNull();
});

test('a step is carried out of the chain to the card of another layer, which gets a copy of it', async ({
  page,
}) => {
  await twoFills(page);
  const grip = item(page, 'style.glow').getByText('Glow', { exact: true });
  const from = (await grip.boundingBox())!;
  const to = (await card(page, 'Other').boundingBox())!;
  const start = [from.x + 12, from.y + from.height / 2] as const;
  await page.mouse.move(...start);
  await page.mouse.down();
  await page.mouse.move(start[0], start[1] + 20, { steps: 4 });
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 8 });
  // The stage shows what it would look like, and nothing is changed yet.
  await expect(card(page, 'Other').getByText('put on this')).toBeVisible();
  expect((await layerNamed(page, 'Other')).steps).toEqual([]);
  await page.mouse.up();
  await expect(card(page, 'Other').getByText('put on this')).toHaveCount(0);
  const kinds = async (name: string) => (await layerNamed(page, name)).steps.map((s) => s.kind);
  await expect.poll(() => kinds('Other')).toEqual(['style.glow']);
  expect(await kinds('One')).toEqual(['blur.gaussian', 'style.glow']);
  const [one, other] = await Promise.all(
    ['One', 'Other'].map(async (n) => (await layerNamed(page, n)).steps.at(-1)!),
  );
  expect(other!.values).toEqual(one!.values);
  expect(other!.id).not.toBe(one!.id);
});
