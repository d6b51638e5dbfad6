import { readFile } from 'node:fs/promises';
import { expect, test } from './test';
import {
  act,
  card,
  dragBy,
  onPage,
  openExample,
  pickStep,
  saved,
  setValue,
  settled,
  typeInto,
  value,
} from './bench-page';
import { canUndo, drawnAt } from './mood-page';

test('a step is found among pictures, looked at on the stage, and taken by the keyboard', async ({
  page,
}) => {
  await openExample(page, 'Night seven');
  await card(page, 'Pier at dusk').locator('[data-card]').click();
  await page.getByRole('button', { name: '+ add a step' }).click();
  const list = page.getByRole('listbox', { name: 'Steps' });
  await expect(list.locator('[data-made=false]')).toHaveCount(0);
  const before = await canUndo(page);
  const dark = await drawnAt(page, 0.5, 0.3);
  await list.getByRole('option', { name: 'Invert', exact: true }).hover();
  await expect(page.getByText('Invert', { exact: true }).last()).toBeVisible();
  await expect.poll(() => drawnAt(page, 0.5, 0.3)).toBeGreaterThan(dark + 15);
  // What is only looked at is no change.
  expect(await canUndo(page)).toEqual(before);
  await page.getByRole('textbox', { name: 'Search steps' }).fill('miniature');
  await expect(list.getByRole('option')).toHaveCount(1);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await settled(page);
  await expect(page.locator('[data-step="blur.focus"]')).toBeVisible();
  await act(page, 'Undo');
  await expect(page.locator('[data-step="blur.focus"]')).toHaveCount(0);
});

test('tones by a curve over their histogram, and hues on a ring', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await page.locator('[data-layer]').first().locator('[data-card]').click();
  await pickStep(page, 'Curves');
  const curves = page.locator('[data-step="grade.curves"]');
  await expect(curves.getByTestId('histogram')).toBeVisible();
  await curves.getByRole('tab', { name: 'Blue' }).click();
  const curve = curves.getByRole('group', { name: 'Blue' });
  const box = (await curve.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height * 0.3);
  await settled(page);
  await expect(curves.getByRole('tab', { name: /Blue •/ })).toBeVisible();
  // By keys one is added beside the first, gets the focus, and is moved.
  const points = curve.getByRole('slider');
  await expect(points).toHaveCount(3);
  await points.first().press('+');
  await expect(points).toHaveCount(4);
  await expect(points.nth(1)).toBeFocused();
  const height = Number(await points.nth(1).getAttribute('aria-valuenow'));
  await page.keyboard.press('Shift+ArrowUp');
  await expect(points.nth(1)).toHaveAttribute(
    'aria-valuenow',
    String(Math.round((height + 0.1) * 1000) / 1000),
  );
  await page.keyboard.press('Delete');
  await expect(points).toHaveCount(3);
  await pickStep(page, 'Colours by hue');
  const mark = page.getByRole('slider', { name: 'Blue mark' });
  await mark.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(value(page, 'Blue: Hue shift')).toHaveValue('10');
  await expect(value(page, 'Blue: Strength')).toHaveValue('10');
});

test('grey is picked on the stage, and the grades are saved as a table', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  await page.locator('[data-layer]').first().locator('[data-card]').click();
  await pickStep(page, 'White balance');
  await settled(page);
  await page.getByRole('button', { name: 'Pick what should be grey' }).click();
  await page.mouse.click(...(await onPage(page, [300, 300])));
  await settled(page);
  await expect(value(page, 'Temperature')).not.toHaveValue('6500');
  const saving = page.waitForEvent('download');
  await act(page, 'Save the grades of the layer as a .cube');
  const text = await readFile(await (await saving).path(), 'utf8');
  expect(text).toContain('LUT_3D_SIZE 33');
  expect(text.trim().split('\n')).toHaveLength(2 + 33 ** 3);
});

test('a table from a file grades the picture; a bad one is refused in plain words', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  await page.locator('[data-layer]').first().locator('[data-card]').click();
  await pickStep(page, 'Lookup table');
  const file = page.getByLabel('Bring in a lookup table');
  const bytes = (text: string) => ({
    name: 'dusk.cube',
    mimeType: 'text/plain',
    buffer: Buffer.from(text),
  });
  await file.setInputFiles(bytes('LUT_3D_SIZE 2\n0 0 0\n'));
  await expect(page.getByText(/has 1 colours, and should have 8/)).toBeVisible();
  // All colours become one.
  await file.setInputFiles(bytes(`LUT_3D_SIZE 2\n${'0.9 0.9 0.9\n'.repeat(8)}`));
  await expect(page.getByText('dusk', { exact: true })).toBeVisible();
  await settled(page);
  await saved(page);
  await page.reload();
  await settled(page);
  await page.locator('[data-layer]').first().locator('[data-card]').click();
  await expect(page.getByText('dusk', { exact: true })).toBeVisible();
});

test('a distortion is moved by its centre, laid over by a blend, and seen in the scopes', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  await page.locator('[data-layer]').first().locator('[data-card]').click();
  await pickStep(page, 'Twirl');
  await settled(page);
  await page.keyboard.press('6');
  await dragBy(page, page.getByRole('button', { name: 'Centre', exact: true }), 80, 40);
  await expect(page.getByRole('button', { name: 'were dragged · let go' })).toBeVisible();
  await setValue(page, 'Radius', '900');
  const step = page.locator('[data-step="distort.twirl"]');
  await step.getByRole('combobox', { name: 'Laid over' }).click();
  await page.getByRole('option', { name: 'Screen' }).click();
  await settled(page);
  await act(page, 'Histogram, waveform and colours');
  const scopes = page.getByRole('region', { name: 'Scopes' });
  await expect(scopes.getByText(/beyond white/)).toBeVisible();
  for (const kind of ['Waveform', 'Colours']) {
    await scopes.getByRole('tab', { name: kind }).click();
    await expect(scopes.getByRole('img', { name: new RegExp(`^${kind}`) })).toBeVisible();
  }
  await scopes.getByRole('button', { name: 'Put the scopes away' }).click();
});

test('the frame is cropped to proportions, turned and mirrored, and taken back', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  await act(page, 'The scene: background, light, end');
  const chain = page.getByRole('complementary', { name: 'Chain' });
  await expect(chain.getByText('1920 × 1200 px')).toBeVisible();
  await chain.getByRole('button', { name: 'Change…' }).click();
  const dialog = page.getByRole('dialog', { name: 'The frame' });
  await dialog.getByRole('button', { name: '1 : 1' }).click();
  await expect(dialog.getByText('1200 × 1200 px')).toBeVisible();
  await typeInto(dialog.getByRole('spinbutton', { name: 'Left side' }), '-1900');
  await expect(dialog.getByText('Nothing would be left of the picture.')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Change the frame' })).toBeDisabled();
  await typeInto(dialog.getByRole('spinbutton', { name: 'Left side' }), '-460');
  await dialog.getByRole('button', { name: 'Change the frame' }).click();
  await settled(page);
  await expect(chain.getByText('1100 × 1200 px')).toBeVisible();
  await chain.getByRole('button', { name: 'Turn the scene right' }).click();
  await expect(chain.getByText('1200 × 1100 px')).toBeVisible();
  await chain.getByRole('button', { name: 'Mirror the scene' }).click();
  await settled(page);
  for (let i = 0; i < 3; i++) await act(page, 'Undo');
  await expect(chain.getByText('1920 × 1200 px')).toBeVisible();
});

test('the frame is dragged, levelled by a line, and the whole scene scaled', async ({ page }) => {
  await openExample(page, 'Heron in neon');
  const before = await drawnAt(page, 0.52, 0.45);
  await act(page, 'The scene: background, light, end');
  const chain = page.getByRole('complementary', { name: 'Chain' });
  await chain.getByRole('button', { name: 'Change…' }).click();
  const dialog = page.getByRole('dialog', { name: 'The frame' });
  await dragBy(page, dialog.locator('[data-handle="1,0.5"]'), -60, 0);
  await expect(dialog.getByRole('spinbutton', { name: 'Right side' })).toHaveValue(/^-2\d\d$/);
  await dialog.getByRole('button', { name: 'As it is' }).click();
  await dialog.getByRole('button', { name: 'Draw what should be level' }).click();
  const drawing = (await dialog
    .getByRole('img', { name: 'The frame on the picture' })
    .boundingBox())!;
  const [x, y] = [drawing.x + 150, drawing.y + 200];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 100, y + 10);
  await page.mouse.move(x + 200, y + 20);
  await page.mouse.up();
  await expect(dialog.getByRole('spinbutton', { name: 'Straighten' })).toHaveValue('-5.7');
  await expect(dialog.getByRole('status')).not.toHaveText('1920 × 1200 px');
  await typeInto(dialog.getByRole('spinbutton', { name: 'Width of the whole scene' }), '960');
  await dialog.getByRole('button', { name: 'Scale the scene' }).click();
  await settled(page);
  await expect(chain.getByText('960 × 600 px')).toBeVisible();
  await act(page, 'Undo');
  await settled(page);
  expect(await drawnAt(page, 0.52, 0.45)).toBeCloseTo(before, -1);
});

test('a step is pulled by its name, a motion by its arm; the light of places is pinned', async ({
  page,
}) => {
  await openExample(page, 'Heron in neon');
  await card(page, 'Pier at dusk').locator('[data-card]').click();
  await pickStep(page, 'Motion blur');
  await settled(page);
  await page.keyboard.press('6');
  await dragBy(page, page.getByTestId('point-handles').getByLabel('Motion'), 0, 60);
  await expect(value(page, 'Angle')).not.toHaveValue('0');
  await settled(page);
  const step = page.locator('[data-step="blur.motion"]');
  await dragBy(page, step.getByRole('heading', { name: 'Motion blur' }), -80, 2);
  await expect(step.getByText('50 %', { exact: true })).toBeVisible();
  await act(page, 'Light meter at the pointer');
  await page.mouse.move(...(await onPage(page, [300, 300])));
  await page.keyboard.press('p');
  const pinned = page.getByRole('list', { name: 'Pinned light' });
  await expect(pinned.getByText(/^#[0-9a-f]{6}$/)).toBeVisible();
  await pinned.getByRole('button', { name: 'Unpin place 1' }).click();
  await expect(pinned).toHaveCount(0);
});
