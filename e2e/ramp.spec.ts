/** Ramps, drawn by mouse and keys. */
import { expect, test, type Page } from './test';
import { add, newScene, press, savedScene, settled } from './bench-page';

const ramp = async (page: Page) => {
  await settled(page);
  const scene = await savedScene(page);
  const { source } = scene.layers[0]!;
  if (source.kind !== 'fill') throw new Error('no fill');
  return source.paint.ramp;
};

/** Drags from one place to another in several moves. */
async function drag(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move(...to, { steps: 5 });
  await page.mouse.up();
}

test('colours and opacities are added, dragged, moved by keys, pulled off and turned round', async ({
  page,
}) => {
  await newScene(page, 400, 300);
  await add(page, 'Fill');
  await page.getByRole('combobox', { name: 'Paint' }).click();
  await page.getByRole('option', { name: 'Linear gradient' }).click();
  const before = await ramp(page);
  expect(before.colours.map((c) => c.at)).toEqual([0, 100]);

  // A press on the thread adds a colour, there.
  const thread = (await page.locator('[data-tip^="Colours:"]').boundingBox())!;
  const threadY = thread.y + thread.height / 2;
  await page.mouse.click(thread.x + thread.width * 0.4, threadY);
  const added = (await ramp(page)).colours;
  expect(added.length).toBe(3);
  expect(added[1]!.at).toBeCloseTo(40, 0);

  // A press on the light adds an opacity as high as it was made; it is dragged along and down at once.
  const graph = (await page.locator('[data-tip^="Opacity:"]').boundingBox())!;
  const inGraph = (at: number, opacity: number): [number, number] => [
    graph.x + (graph.width * at) / 100,
    graph.y + graph.height * (1 - opacity / 100),
  ];
  await drag(page, inGraph(50, 50), inGraph(75, 25));
  const opacities = (await ramp(page)).opacities;
  expect(opacities.map((o) => o.at)).toEqual([0, expect.closeTo(75, 0)]);
  expect(Math.abs(opacities[1]!.opacity - 25)).toBeLessThan(4);

  // Keys move the stop that has the focus.
  const stop = page.getByRole('button', { name: /^Opacity at 7/ });
  await stop.press('Shift+ArrowLeft');
  await page.getByRole('button', { name: /^Opacity at 6/ }).press('ArrowUp');
  const moved = (await ramp(page)).opacities[1]!;
  expect(moved.at).toBeCloseTo(opacities[1]!.at - 10, 5);
  expect(moved.opacity).toBe(opacities[1]!.opacity + 1);

  // One is added beside the one that has the focus, gets it, goes past its neighbour with it, and is taken out.
  await page.getByRole('button', { name: 'Colour at 0 %' }).press('+');
  const half = Math.round(added[1]!.at * 5) / 10;
  await expect(page.getByRole('button', { name: `Colour at ${half} %` })).toBeFocused();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  const places = (await ramp(page)).colours.map((c) => c.at);
  expect(places).toEqual([0, added[1]!.at, expect.closeTo(half + 30, 5), 100]);
  await page.keyboard.press('Delete');
  expect((await ramp(page)).colours).toEqual(added);

  // Pulled off, the one that stands last goes too; one undo brings it back.
  await drag(page, inGraph(moved.at, moved.opacity), [graph.x + 80, graph.y - 90]);
  expect((await ramp(page)).opacities.length).toBe(1);
  await page.keyboard.press('Control+z');
  expect((await ramp(page)).opacities[1]).toEqual(moved);

  await page.getByRole('button', { name: 'Reverse the ramp' }).click();
  const turned = await ramp(page);
  expect(turned.colours.map((c) => c.colour)).toEqual(added.map((c) => c.colour).reverse());
  expect(turned.opacities[0]!.at).toBeCloseTo(100 - moved.at, 5);
});

test('a ramp is taken from the picture, along a drag over the stage', async ({ page }) => {
  await newScene(page, 400, 300);
  await add(page, 'Fill');
  await page.getByRole('combobox', { name: 'Paint' }).click();
  await page.getByRole('option', { name: 'Linear gradient' }).click();
  await page.getByRole('button', { name: 'Ramp: Sea' }).click();
  const sea = await ramp(page);
  // Over the sea from its end to its start gives it turned round.
  await page.getByRole('button', { name: 'Take the ramp from the picture' }).click();
  await expect(page.getByText('the colours along the way become the ramp')).toBeVisible();
  await press(page, [200, 297], [200, 3]);
  await expect(page.getByTestId('pick-colour')).toHaveCount(0);
  const taken = await ramp(page);
  expect(taken.colours.map((c) => Math.round(c.at / 10))).toEqual(
    sea.colours.map((c) => Math.round((100 - c.at) / 10)).reverse(),
  );
  const red = (hex: string) => Number.parseInt(hex.slice(1, 3), 16);
  taken.colours.forEach((c, i) =>
    expect(Math.abs(red(c.colour) - red(sea.colours.at(-1 - i)!.colour))).toBeLessThan(12),
  );
  // One undo gives the sea back; Esc leaves without a change.
  await page.keyboard.press('Control+z');
  expect(await ramp(page)).toEqual(sea);
  await page.getByRole('button', { name: 'Take the ramp from the picture' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('pick-colour')).toHaveCount(0);
});
