/** `npx tsx scripts/icons.ts`: the app's icons, drawn from its mark. */
import { mkdir, readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';

const at = (path: string) => fileURLToPath(new URL(`../studio/public/${path}`, import.meta.url));
const GROUND = '#151515';

/** The mark on a ground, over a share of the icon's side: systems may cut a maskable one to a circle. */
async function icon(side: number, share: number, radius: number, file: string): Promise<void> {
  const size = Math.round(side * share);
  const mark = await sharp(await readFile(at('mark.svg')), { density: 72 * 16 })
    .resize(size, size)
    .png()
    .toBuffer();
  const ground = `<svg width="${side}" height="${side}"><rect width="100%" height="100%" rx="${radius}" fill="${GROUND}"/></svg>`;
  await sharp(Buffer.from(ground))
    .composite([{ input: mark }])
    .png()
    .toFile(at(`icons/${file}`));
}

await mkdir(at('icons'), { recursive: true });
await icon(192, 0.8, 40, 'icon-192.png');
await icon(512, 0.8, 108, 'icon-512.png');
await icon(512, 0.58, 0, 'maskable-512.png');
