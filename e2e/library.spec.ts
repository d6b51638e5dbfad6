/** The library: layers, templates with wells and recipes, which are used again, and go from browser to browser as a file. */
import sharp from 'sharp';
import { newFill, newScene, newStep } from '../core/scene/model/make';
import {
  bytesOf,
  card,
  dropOnStage,
  layerNamed,
  pickStep,
  saved,
  savedScene,
  settled,
} from './bench-page';
import { openStored } from './stored-scenes';
import { expect, test, type Page } from './test';

const library = (page: Page) => page.getByRole('dialog', { name: 'Library' });
const entries = (page: Page) =>
  library(page).getByRole('list', { name: 'Library' }).getByRole('listitem');
const openLibrary = async (page: Page) => {
  await page.getByRole('button', { name: 'Library', exact: true }).click();
  await expect(library(page)).toBeVisible();
};
const art = (colour: string, width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: colour } })
    .png()
    .toBuffer();

/** A scene with a sky, and a boat in front that glows. */
async function boatScene(page: Page): Promise<void> {
  const scene = newScene('Harbour', 320, 200, '#101014');
  const sky = newFill('Sky', '#203050');
  sky.steps.push(newStep('blur.gaussian'));
  scene.layers.push(sky);
  await openStored(page, 'harbour', scene);
  await settled(page);
  await dropOnStage(page, 'Boat.png', await art('#e08030', 64, 40), [160, 100]);
  await expect(card(page, 'Boat')).toBeVisible();
  await pickStep(page, 'Glow');
  await page.getByRole('switch', { name: 'Picture well' }).click();
  await page.getByLabel('What the well asks for').fill('Your boat');
  await page.keyboard.press('Enter');
}

test('a layer with a well is kept, found by its tags, used in another scene and filled', async ({
  page,
}) => {
  await boatScene(page);
  // What it was made with fills it.
  await expect(page.getByRole('region', { name: 'Pictures that are asked for' })).toHaveCount(0);
  await openLibrary(page);
  await expect(library(page)).toContainText('Nothing is in it yet');
  await library(page).getByRole('button', { name: 'Save “Boat”' }).click();
  await expect(entries(page)).toHaveCount(1);
  await library(page).getByRole('button', { name: 'Save the scene as a template' }).click();
  await expect(entries(page)).toHaveCount(2);
  await library(page).getByLabel('Tags of Boat').fill('Pier, wood');
  await page.keyboard.press('Enter');
  await library(page).getByLabel('Search the library').fill('wood');
  await expect(entries(page)).toHaveCount(1);
  await library(page).getByLabel('Search the library').fill('');
  await library(page)
    .getByRole('button', { name: /^Templates/ })
    .click();
  await expect(entries(page)).toHaveCount(1);
  await page.keyboard.press('Escape');

  // In another scene it asks for a picture, which takes the place of the boat within its box.
  const other = newScene('Pier', 320, 200, '#000000');
  other.layers.push(newFill('Night', '#000820'));
  await openStored(page, 'pier', other);
  await settled(page);
  await page.keyboard.press('Shift+L');
  await library(page).getByRole('button', { name: 'Use Boat' }).click();
  await expect(card(page, 'Boat')).toBeVisible();
  const before = await layerNamed(page, 'Boat');
  const asked = page.getByRole('region', { name: 'Pictures that are asked for' });
  await expect(asked.getByRole('button', { name: 'Your boat' })).toBeVisible();
  await asked.getByLabel('A picture for Your boat').setInputFiles({
    ...{ name: 'Heron.png', mimeType: 'image/png', buffer: await art('#2060e0', 40, 80) },
  });
  await expect(asked).toHaveCount(0);
  await expect
    .poll(async () => {
      const { source } = await layerNamed(page, 'Boat');
      return source.kind === 'picture' && [source.width, source.height, source.well];
    })
    .toEqual([40, 80, { asks: 'Your boat', filled: true }]);
  const after = await layerNamed(page, 'Boat');
  expect(after.steps).toEqual(before.steps);
  expect(after.placement.scaleY).toBeCloseTo((40 / 80) * before.placement.scaleY, 6);
  await page.keyboard.press('Control+z');
  await expect(asked).toBeVisible();

  // A template begins a scene of its own.
  await openLibrary(page);
  await library(page).getByRole('button', { name: 'Use Harbour' }).click();
  await expect(page).not.toHaveURL(/\/pier$/);
  await expect(asked.getByRole('button', { name: 'Your boat' })).toBeVisible();
  expect((await savedScene(page)).layers.map((l) => l.name)).toEqual(['Sky', 'Boat']);

  // So it does on the shelf.
  await page.goto('/');
  await page.getByRole('button', { name: 'New scene' }).click();
  await page.getByRole('button', { name: 'Harbour', exact: true }).click();
  await page.waitForURL(/\/scene\//);
  await expect(asked.getByRole('button', { name: 'Your boat' })).toBeVisible();
});

test('the library is saved as one file, and brought in again with its pictures', async ({
  page,
}) => {
  await boatScene(page);
  await openLibrary(page);
  await library(page).getByRole('button', { name: 'Save “Boat”' }).click();
  await expect(entries(page)).toHaveCount(1);
  const saving = page.waitForEvent('download');
  await library(page).getByRole('button', { name: 'Save it as a file' }).click();
  const file = { name: 'Library.ignis-library', mimeType: '', buffer: await bytesOf(await saving) };
  await library(page).getByLabel('Bring in a library').setInputFiles(file);
  await expect(page.getByText('All of it is in your library already')).toBeVisible();
  await library(page).getByRole('button', { name: 'Take Boat out of the library' }).click();
  await expect(entries(page)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(entries(page)).toHaveCount(1);

  // In a browser that has nothing: the picture came along.
  await page.goto('/licences.txt');
  await page.evaluate(async () => {
    for (const { name } of await indexedDB.databases()) indexedDB.deleteDatabase(name!);
  });
  await openStored(page, 'empty', newScene('Empty', 320, 200, '#000000'));
  await settled(page);
  await openLibrary(page);
  await expect(entries(page)).toHaveCount(0);
  await library(page).getByLabel('Bring in a library').setInputFiles(file);
  await expect(entries(page)).toHaveCount(1);
  await library(page).getByRole('button', { name: 'Use Boat' }).click();
  await expect(card(page, 'Boat')).toBeVisible();
  await settled(page);
  await saved(page);
  await page.reload();
  await settled(page);
  await expect(card(page, 'Boat')).toBeVisible();
  // A file that is none is refused with what to do.
  await openLibrary(page);
  await library(page)
    .getByLabel('Bring in a library')
    .setInputFiles({ name: 'x.ignis-library', mimeType: '', buffer: Buffer.from('no zip') });
  await expect(page.getByText(/“x\.ignis-library” is no library/)).toBeVisible();
});
