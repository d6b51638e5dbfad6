/** The pictures of the README, taken from the demo data. */
import { fileURLToPath } from 'node:url';
import { expect, test, type Page } from './test';
import {
  card,
  dragBy,
  onPage,
  openExample,
  press,
  settled,
  setValue,
  typeInto,
  value,
  pickStep,
} from './bench-page';

const shot = async (page: Page, name: string) => {
  await page.waitForTimeout(700);
  await page.screenshot({
    path: fileURLToPath(new URL(`../docs/screenshots/${name}.png`, import.meta.url)),
  });
};

// As an artist finds the chain at first.
test.beforeEach(({ page }) =>
  page.addInitScript(() => {
    const folds = { state: { sections: {}, whole: {} }, version: 0 };
    localStorage.setItem('ignis-folds', JSON.stringify(folds));
  }),
);

test('selection, cut-out, reshape', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await card(page, 'Heron').locator('[data-card]').click();
  await page.keyboard.press('0');
  const stage = page.getByRole('region', { name: 'Stage' });
  await stage.getByRole('button', { name: 'Select…' }).click();
  await page.getByRole('menuitem', { name: 'What Heron covers' }).click();
  await stage.getByRole('button', { name: 'Dim the rest' }).click();
  await settled(page);
  await shot(page, 'selection');

  await openExample(page, 'Portholes');
  await card(page, 'Helmet').locator('[data-card]').click();
  await page.keyboard.press('2');
  await settled(page);
  await shot(page, 'cut-out');

  await openExample(page, 'Heron in neon');
  await card(page, 'Heron').locator('[data-card]').click();
  await page.keyboard.press('5');
  await stage.getByRole('button', { name: 'Lasso', exact: true }).click();
  const round = [
    [1075, 215],
    [1190, 195],
    [1370, 260],
    [1380, 330],
    [1260, 350],
    [1220, 420],
    [1120, 410],
    [1072, 330],
    [1074, 222],
  ] as const;
  await page.mouse.move(...(await onPage(page, round[0])));
  await page.mouse.down();
  for (const p of round) await page.mouse.move(...(await onPage(page, p)), { steps: 6 });
  await page.mouse.up();
  await page.keyboard.down('Alt');
  await dragBy(page, page.getByTestId('pivot'), -18, 34);
  await page.keyboard.up('Alt');
  await dragBy(page, page.getByTestId('rotate'), 60, 22);
  // Away from what would say what it is.
  await page.mouse.move(600, 24);
  await settled(page);
  await shot(page, 'reshape');
});

test('bench, passes, steps, export', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await shot(page, 'bench');

  await card(page, 'Ember line').locator('[data-card]').click();
  await page.getByRole('button', { name: 'Halo', exact: true }).click();
  await setValue(page, 'Halo blur', '18');
  await settled(page);
  await shot(page, 'passes');

  await card(page, 'Heron').locator('[data-card]').click();
  for (const step of ['Brightness/contrast/exposure', 'Tint']) {
    await pickStep(page, step);
  }
  await setValue(page, 'Exposure', '-0.6');
  // The amount of the tint, and not of how much of its step counts.
  await typeInto(value(page, 'Amount').last(), '35');
  await settled(page);

  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('radio', { name: 'WebP' }).click();
  await dialog.getByRole('button', { name: 'Save as a preset' }).click();
  await page.keyboard.type('For the wall');
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('img', { name: 'The picture as WebP' })).toBeVisible();
  await shot(page, 'export');
});

test('steps', async ({ page }) => {
  await openExample(page, 'Night seven');
  await card(page, 'Pier at dusk').locator('[data-card]').click();
  await page.getByRole('button', { name: '+ add a step' }).click();
  await expect(page.locator('[role=option][data-made=false]')).toHaveCount(0);
  await page.getByRole('option', { name: 'Duotone', exact: true }).hover();
  await expect(page.getByText('Duotone', { exact: true })).toHaveCount(2);
  await settled(page);
  await shot(page, 'steps');
});

test('paint', async ({ page }) => {
  await openExample(page, 'Saltmere bloom');
  await card(page, 'Sparks').locator('[data-card]').click();
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Brushes' }).click();
  await page.getByRole('button', { name: 'Take Sparks' }).click();
  await press(page, [1180, 420], [1330, 700]);
  await settled(page);
  await page.mouse.move(...(await onPage(page, [1200, 640])));
  await shot(page, 'paint');
});

test('fire', async ({ page }) => {
  await openExample(page, 'Ember Pier');
  await card(page, 'Flames').locator('[data-card]').click();
  await settled(page);
  await shot(page, 'fire');
});

test('textures', async ({ page }) => {
  await openExample(page, 'Night glass');
  await card(page, 'Stars').locator('[data-card]').click();
  await page.getByRole('button', { name: 'Texture', exact: true }).click();
  await expect(page.getByRole('dialog', { name: 'Texture' }).locator('img')).toHaveCount(18);
  await page.waitForTimeout(300);
  await shot(page, 'textures');
});

test('weave', async ({ page }) => {
  await openExample(page, 'Round the heron');
  await card(page, 'Streak').locator('[data-card]').click();
  await page.keyboard.press('9');
  await expect(page.getByTestId('weave')).toBeVisible();
  await page.waitForTimeout(2500);
  await shot(page, 'weave');
});

test('the palette', async ({ page }) => {
  await openExample(page, 'Bend of light');
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page.waitForTimeout(4000);
  await shot(page, 'palette');
});

for (const [example, name] of [
  ['Blade at dusk', 'takes'],
  ['Long evening', 'cast-shadow'],
] as const)
  test(name, async ({ page }) => {
    await openExample(page, example);
    await page.getByRole('button', { name: 'Takes', exact: true }).click();
    const slider = page.getByRole('dialog', { name: 'Takes' }).getByRole('slider');
    await page.waitForTimeout(8000);
    await slider.focus();
    await page.keyboard.press('ArrowRight');
    await shot(page, name);
  });

test('text, styles, recipes, a look sheet', async ({ page }) => {
  await openExample(page, 'Lantern Week');
  await card(page, 'Lantern').locator('[data-card]').click();
  await page.keyboard.press('2');
  await page.keyboard.press('Home');
  await page.keyboard.press('Shift+ArrowRight');
  await page.waitForTimeout(2500);
  await shot(page, 'text');

  await openExample(page, 'Tide');
  await card(page, 'TIDE').locator('[data-card]').click();
  await page.getByRole('button', { name: 'Open Bevel' }).click();
  await page.keyboard.press('8');
  await page.getByRole('button', { name: 'Fold Bevel' }).scrollIntoViewIfNeeded();
  await page.waitForTimeout(2500);
  await shot(page, 'styles');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'recipes', exact: true }).click();
  await expect(page.locator('[data-made]').first()).toBeVisible();
  await expect(page.locator('[data-made=false]')).toHaveCount(0, { timeout: 40_000 });
  await shot(page, 'look-sheet');

  await page.goto('/recipes');
  await expect(page.locator('canvas[data-made=true]').nth(5)).toBeVisible({ timeout: 20_000 });
  await page.waitForTimeout(4000);
  await shot(page, 'recipes');
});

test('shelf', async ({ page }) => {
  await openExample(page, 'Blank pier');
  await page.waitForTimeout(2500);
  await openExample(page, 'Heron in neon');
  await page.waitForTimeout(2500);
  for (const name of ['Lamp on the pier', 'Tide', 'Lantern Week']) {
    await openExample(page, name);
    await page.waitForTimeout(2500);
  }
  await page.goto('/');
  await shot(page, 'shelf');
});
