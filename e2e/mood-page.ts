/** What tests of grades and finish look at. */
import type { Page } from './test';

/** How bright the stage is at a share of its picture, 0–255, the mean of all channels. */
export async function drawnAt(page: Page, x: number, y: number): Promise<number> {
  const box = (await page.getByTestId('picture').boundingBox())!;
  const shot = await page.screenshot({
    clip: { x: box.x + x * box.width, y: box.y + y * box.height, width: 4, height: 4 },
  });
  return page.evaluate(
    async (bytes) => {
      const image = await createImageBitmap(new Blob([new Uint8Array(bytes)]));
      const canvas = new OffscreenCanvas(image.width, image.height);
      const context = canvas.getContext('2d')!;
      context.drawImage(image, 0, 0);
      const { data } = context.getImageData(0, 0, image.width, image.height);
      let sum = 0;
      for (let i = 0; i < data.length; i += 4) sum += (data[i]! + data[i + 1]! + data[i + 2]!) / 3;
      return (sum * 4) / data.length;
    },
    [...shot],
  );
}

/** Whether there is something to undo, as the page says. */
export const canUndo = (page: Page): Promise<boolean> =>
  page.getByRole('button', { name: 'Undo' }).isEnabled();
