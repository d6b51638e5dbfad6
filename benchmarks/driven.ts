/** The bench driven in Chromium at 1280 × 800 on a demo scene. */
import { gzipSync } from 'node:zlib';
import { readFile, readdir } from 'node:fs/promises';
import type { Browser, Page } from '@playwright/test';
import { onPage, openExample, setValue, settled, value } from '../e2e/bench-page';
import { pathsOf } from '../core/sources/line-shape';
import { letters } from './letters';
import { lines, tracedLine } from './lines';
import { masks } from './masks';
import { subjects } from './subjects';
import { drag, emptyRoundTrip, openScene, resident, taken, watch, benchPage } from './page';
import {
  against,
  dragRows,
  informative,
  median,
  quantile,
  within,
  type Drag,
  type Row,
} from './table';

const SECTION =
  'The bench, driven in Chromium at 1280 × 800 on “Night seven” (3840 × 2160, 12 layers in 2 groups)';

/** A look sheet of all 21 blends of a line, at 312 × 208 px a cell. */
async function lookSheet(page: Page): Promise<Row[]> {
  await page.setViewportSize({ width: 1920, height: 1080 });
  await page.getByRole('button', { name: 'Tide line', exact: true }).click();
  await settled(page);
  const [first, all] = await page.evaluate(
    () =>
      new Promise<[number, number]>((done) => {
        const start = performance.now();
        let first = 0;
        const look = () => {
          const cells = document.querySelectorAll('[role=listbox] [data-made]');
          const made = document.querySelectorAll('[role=listbox] [data-made=true]');
          if (made.length > 0) first ||= performance.now() - start;
          if (made.length > 0 && made.length === cells.length)
            done([first, performance.now() - start]);
          else requestAnimationFrame(look);
        };
        document
          .querySelector<HTMLElement>('[aria-label="Look sheet of Blend"]:last-of-type')!
          .click();
        look();
      }),
  );
  await page.keyboard.press('Escape');
  await page.setViewportSize({ width: 1280, height: 800 });
  await settled(page);
  return [
    within(SECTION, 'look sheet of 21 blends at 312 × 208 px: first picture', first, 'ms', 100),
    within(SECTION, 'look sheet of 21 blends at 312 × 208 px: all of them', all / 1000, 's', 1.5),
  ];
}

/** How long a frame takes while one of the 10,000 anchors of a path is dragged. */
async function manyAnchors(page: Page, steps: number): Promise<Drag> {
  const scene = tracedLine(10_000);
  await openScene(page, scene);
  await page.keyboard.press('2');
  await watch(page);
  const { source } = scene.layers[0]!;
  const path = source.kind === 'line' ? pathsOf(source.shape)[0]! : null;
  const [x, y] = await onPage(page, [path!.anchors[1250]!.x, path!.anchors[1250]!.y]);
  const anchor = { x, y, width: 0, height: 0 };
  // The first drag of a page also compiles what it runs.
  await drag(page, anchor, steps);
  return drag(page, anchor, steps);
}

/** The median time of a frame while the blur of the line in the middle of `count` is dragged. */
async function editing(page: Page, count: number, steps: number): Promise<number> {
  await openScene(page, lines(count, 3840));
  await page.locator(`[data-card][aria-label="Line ${count / 2}"]`).click();
  await settled(page);
  await watch(page);
  await page.waitForTimeout(2000);
  const box = (await value(page, 'Halo blur').boundingBox())!;
  return median((await drag(page, box, steps)).waits);
}

/** Measures what the artist feels. */
export async function driven(
  browser: Browser,
  baseURL: string,
  rounds: number,
  quick: boolean,
): Promise<Row[]> {
  const steps = quick ? 12 : 72;
  const rows: Row[] = [];
  const page = await benchPage(browser, baseURL);
  await openExample(page, 'Night seven');
  await page.waitForTimeout(1500);
  await watch(page);
  const trips = await emptyRoundTrip(page, steps);
  const empty = median(trips);
  rows.push(
    informative(SECTION, 'the empty round trip, median', empty, 'ms'),
    informative(SECTION, 'the empty round trip, 95th percentile', quantile(trips, 0.95), 'ms'),
  );
  const dragged = dragRows(SECTION, empty);
  const add = (name: string, drag: Drag) => rows.push(...dragged(name, drag));
  const shares: number[] = [];
  for (const [card, name, label] of [
    ['Pier at dusk', 'the exposure of the picture at the back', 'Exposure'],
    ['Seven', 'the blur of a pass, in a group in the middle', 'Halo blur'],
    ['Heron', 'the opacity of a layer that others are clipped to', 'Opacity'],
    ['Tide line', 'the width of a pass, in a group that lands as one', 'Core width'],
    ['Mood', 'the opacity of a grade at the front', 'Opacity'],
  ] as const) {
    await page
      .locator('[data-card]')
      .and(page.getByLabel(card, { exact: true }))
      .click();
    await settled(page);
    // In the middle of its range: at an end a drag changes nothing, and no picture comes.
    if (label === 'Opacity') await setValue(page, label, '60');
    await page.waitForTimeout(400);
    const box = (await value(page, label).boundingBox())!;
    // The first drag also compiles what it runs.
    await drag(page, box, 12);
    const took = await drag(page, box, steps);
    add(`dragging ${name}`, took);
    shares.push(...took.shares);
  }
  rows.push(
    within(SECTION, 'the page’s own share of a frame of those, median', median(shares), 'ms', 4),
  );
  await page.locator('[data-card][aria-label="Tide line"]').click();
  await page.keyboard.press('2');
  add(
    'dragging an anchor of a 4-pass line',
    await drag(page, (await page.locator('[data-anchor="2"]').boundingBox())!, steps),
  );
  await setValue(page, 'Halo blur', '250');
  await settled(page);
  add(
    'dragging an anchor of a 4-pass line with a 250 px blur',
    await drag(page, (await page.locator('[data-anchor="2"]').boundingBox())!, steps),
  );

  add('dragging one of 10,000 anchors of a path', await manyAnchors(page, steps));
  rows.push(...(await letters(page, SECTION, steps, dragged)));
  rows.push(...(await masks(page, steps, dragged)));
  rows.push(...(await subjects(page, SECTION, steps, dragged)));
  await openExample(page, 'Night seven');
  await watch(page);

  if (!quick) {
    const [few, most] = [await editing(page, 8, steps), await editing(page, 64, steps)];
    rows.push(
      against(SECTION, 'dragging the blur of one line of 64, against one of 8', most, few, 2),
    );
    await openExample(page, 'Night seven');
    await watch(page);
  }

  const reopened: number[] = [];
  for (let i = 0; i < Math.min(5, rounds); i++) {
    await page.reload();
    reopened.push(
      await page.evaluate(
        () =>
          new Promise<number>((done) => {
            const look = () =>
              document.querySelector('[data-testid=picture]')?.hasAttribute('data-frame')
                ? done(performance.now())
                : requestAnimationFrame(look);
            look();
          }),
      ),
    );
  }
  rows.push(within(SECTION, 'first picture after opening the scene', median(reopened), 'ms', 1500));

  await settled(page);
  await watch(page);
  const stage = (await page.getByTestId('scene-area').boundingBox())!;
  await page.mouse.move(stage.x + 300, stage.y + 200);
  const moved: number[] = [];
  for (let i = 0; i < steps; i++) {
    // Pan and zoom move the picture there is in the same frame: measured to the next frame.
    moved.push(
      await page.evaluate(
        (i) =>
          new Promise<number>((done) => {
            const picture = document.querySelector<HTMLElement>('[data-testid=picture]')!;
            const before = picture.style.transform;
            const start = performance.now();
            const look = () =>
              picture.style.transform !== before
                ? done(performance.now() - start)
                : requestAnimationFrame(look);
            document.querySelector('section[aria-label=Stage]')!.dispatchEvent(
              new WheelEvent('wheel', {
                deltaX: i % 2 ? 6 : -6,
                deltaY: 3,
                bubbles: true,
                cancelable: true,
              }),
            );
            look();
          }),
        i,
      ),
    );
    await page.waitForTimeout(30);
  }
  rows.push(within(SECTION, 'pan: input to a (scaled) picture, median', median(moved), 'ms', 16));
  const refined: number[] = [];
  for (let i = 0; i < rounds; i++) {
    await page.mouse.wheel(0, i % 2 ? 40 : -40);
    refined.push(
      await page.evaluate(
        () =>
          new Promise<number>((done) => {
            const start = performance.now();
            const picture = document.querySelector<HTMLElement>('[data-testid=picture]')!;
            const frame = picture.dataset.frame;
            const look = () =>
              picture.dataset.frame !== frame && picture.dataset.shown === 'fine'
                ? done(performance.now() - start)
                : requestAnimationFrame(look);
            look();
          }),
      ),
    );
  }
  rows.push(within(SECTION, 'refined after a pan, median', median(refined), 'ms', 300));
  await settled(page);

  rows.push(...(await lookSheet(page)));

  const { blocked } = await taken(page);
  rows.push(
    within(
      SECTION,
      'main thread blocked while dragging, panning and refining, longest',
      Math.max(0, ...blocked),
      'ms',
      50,
    ),
  );

  rows.push(
    within(SECTION, 'memory of the tab with the scene open (resident)', resident(), 'GB', 1.2),
  );

  const exports: number[] = [];
  for (let i = 0; i < Math.ceil(rounds / 3); i++) {
    await page.getByRole('button', { name: 'Export', exact: true }).click();
    const start = performance.now();
    await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('dialog').getByRole('button', { name: 'Export', exact: true }).click(),
    ]);
    exports.push(performance.now() - start);
  }
  rows.push(within(SECTION, 'exporting it, PNG', median(exports) / 1000, 's', 4));
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Export', exact: true }).click();
  await page.waitForTimeout(900);
  const cancelled = await page.evaluate(
    () =>
      new Promise<number>((done) => {
        const start = performance.now();
        [...document.querySelectorAll('[role=dialog] button')]
          .find((b) => b.textContent === 'Cancel')!
          .dispatchEvent(new MouseEvent('click', { bubbles: true }));
        const look = () =>
          document.body.textContent.includes('The export is cancelled')
            ? done(performance.now() - start)
            : requestAnimationFrame(look);
        look();
      }),
  );
  rows.push(within(SECTION, 'cancelling an export: click to done', cancelled, 'ms', 200));
  await page.context().close();

  const folder = new URL('../studio/dist/', import.meta.url);
  const html = await readFile(new URL('index.html', folder), 'utf8');
  const initial = (await readdir(new URL('assets/', folder))).filter(
    (f) => f.endsWith('.js') && html.includes(f),
  );
  let size = 0;
  for (const file of initial)
    size += gzipSync(await readFile(new URL(`assets/${file}`, folder))).length;
  rows.push(within(SECTION, 'initial script of the shelf, gzip', size / 1000, 'kB', 200));
  return rows;
}
