/** A subject is cut out of a picture on the real interface: one box, a stroke, its edge, and what cannot be. */
import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { subjectOver } from '../demo/cut-subjects';
import { expect, test } from './test';
import { cutOutOf } from '../core/scene/edits/cut-edits';
import {
  card,
  colourAt,
  dropOnStage,
  newScene,
  press,
  savedScene,
  setValue,
  settled,
} from './bench-page';

test('one box cuts out; strokes and the edge stay live; one undo takes one stroke back', async ({
  page,
}) => {
  await newScene(page, 1440, 1080);
  const bytes = await readFile(new URL('../demo/pictures/diving-helmet.png', import.meta.url));
  await dropOnStage(page, 'helmet.png', bytes, [720, 540]);
  await expect(card(page, 'helmet')).toBeVisible();
  await settled(page);
  await page.keyboard.press('2');
  const subject = page.getByRole('button', { name: 'Subject', exact: true });
  const stage = page.getByRole('region', { name: 'Stage' });
  await press(page, [290, 90], [1150, 1000]);
  await expect(subject).toBeVisible({ timeout: 40_000 });
  // Arranged, the background is gone, and the helmet is not.
  await page.keyboard.press('1');
  await settled(page);
  const [dark] = await colourAt(page, [40, 40]);
  const bare = async (at: readonly [number, number]) => (await colourAt(page, at))[0] < dark + 12;
  expect(await bare([200, 200])).toBe(true);
  expect(await bare([720, 780])).toBe(false);

  await page.keyboard.press('2');
  await subject.click();
  await press(page, [700, 700], [720, 780]);
  await expect(subject).toBeVisible({ timeout: 20_000 });
  await settled(page);
  const shape = async () => {
    const scene = await savedScene(page);
    const layer = scene.layers.find((l) => l.name === 'helmet')!;
    return cutOutOf(layer)?.shape ?? null;
  };
  expect((await shape())!.marks.map((m) => m.says)).toEqual(['subject']);
  await setValue(page, 'Edge shift', '40');
  expect((await shape())!.shift).toBe(40);
  const undo = page.getByRole('button', { name: 'Undo', exact: true });
  await undo.click();
  await undo.click();
  expect((await shape())!.marks).toHaveLength(0);

  // A picture that is all subject cannot be separated: the words say so, and the cut-out stays.
  await stage.getByRole('button', { name: 'Not subject' }).click();
  await setValue(page, 'Size', '2000');
  await press(page, [100, 540], [1340, 540]);
  await expect(page.getByText('Nothing could be cut out')).toBeVisible({ timeout: 20_000 });
  expect((await shape())!.marks).toHaveLength(0);
  expect((await shape())!.found).not.toBeNull();
});

test('a figure that the frame cuts is guessed at one click', async ({ page }) => {
  // Head and shoulders, out of the frame below and to one side.
  const { width, height, rgba, truth } = await subjectOver(
    'wire-hair-bust',
    'wet-pier',
    'cut by two sides',
  );
  const raw = { width, height, channels: 4 } as const;
  const png = await sharp(Buffer.from(rgba.buffer), { raw }).removeAlpha().png().toBuffer();
  await newScene(page, width, height);
  await dropOnStage(page, 'bust.png', png, [width / 2, height / 2]);
  await expect(card(page, 'bust')).toBeVisible();
  await settled(page);
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Guess the subject' }).click();
  await expect(page.getByRole('button', { name: 'Subject', exact: true })).toBeVisible({
    timeout: 60_000,
  });
  const scene = await savedScene(page);
  const shape = cutOutOf(scene.layers.find((l) => l.name === 'bust')!)!.shape;
  expect(shape.around).toBeNull();
  expect(shape.found).not.toBeNull();
  // The frame no longer counts for background: what touches it is shown, and the ground beside it is not.
  await page.keyboard.press('1');
  await settled(page);
  const [dark] = await colourAt(page, [width - 10, 10]);
  const isShown = async (x: number, y: number) => (await colourAt(page, [x, y]))[0] > dark + 12;
  const [x, y] = [Math.round(width * 0.3), height - 8];
  expect(truth[y * width + x]).toBe(1);
  expect(await isShown(x, y)).toBe(true);
  expect(truth[Math.round(height * 0.2) * width + width - 12]).toBe(0);
  expect(await isShown(width - 12, Math.round(height * 0.2))).toBe(false);
});
