/** Light against the truth: unlit pictures lit in Ignis, and the same traced with the light in them. */
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { readPng } from '../core/files/png';
import { exportScene } from '../core/render/export';
import { parseScene } from '../core/scene/model/check';
import type { StraightImage } from '../core/pixels/picture';
import { differenceOf } from '../demo/truths/compare';
import { litScene, settings } from '../demo/truths/scenes';
import type { truths } from '../demo/truths/worlds';
import { decodeAssets, pictureFrom } from '../server/src/scene-file';
import { informative, within, type Row } from './table';

const SECTION = 'Light against traced truths, ΔE2000 after a blur of 2 px';
const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** What each truth may differ by: over all of it, and near its tubes. */
export const GOALS: readonly [
  name: keyof typeof truths,
  label: string,
  all: number,
  near: number,
][] = [
  ['wall', '(a) wall', 3, 5],
  ['heron', '(b) heron', 4, 6.5],
  ['boat', '(c) blade', 4, 6.5],
];

/** A picture as it is shown, 8 bits. */
const shown = ({ width, height, data }: StraightImage) =>
  sharp(
    Uint8Array.from(data, (v) => (data instanceof Uint16Array ? v >> 8 : v)),
    {
      raw: { width, height, channels: 4 },
    },
  )
    .png()
    .toBuffer();

/** The pictures of a truth: traced with its light, and the unlit one lit in Ignis, now or as it was lit before light had intensities. */
export async function picturesOf(name: keyof typeof truths, before = false) {
  const file = (which: string) => readFile(at(`../demo/truths/pictures/${name}-${which}.png`));
  const [unlit, lit] = [await file('unlit'), await file('lit')];
  const lighted = await litScene(name, unlit, settings[name], before);
  const scene = parseScene(JSON.parse(JSON.stringify(lighted)));
  const [background] = scene.layers;
  const asset = background!.source.kind === 'picture' ? background!.source.asset : '';
  const pictures = await decodeAssets({ scene, assets: new Map([[asset, unlit]]) });
  const picture = pictureFrom(pictures);
  const made = exportScene(scene, { scale: 1, depth: 16, background: true, picture });
  for (const p of pictures.values()) p.release();
  return { traced: await readPng(lit, 'the lit truth'), made };
}

export async function truth(): Promise<Row[]> {
  const rows: Row[] = [];
  for (const [name, label, all, near] of GOALS) {
    const then = await picturesOf(name, true);
    const { made, traced } = await picturesOf(name);
    const was = differenceOf(name, then.made, traced);
    const is = differenceOf(name, made, traced);
    rows.push(
      informative(SECTION, `${label}: with soft strokes and a wash, all of it`, was.all, ''),
      within(SECTION, `${label}: all of it`, is.all, '', all),
      informative(SECTION, `${label}: with soft strokes and a wash, near the tube`, was.near, ''),
      within(SECTION, `${label}: within 200 px of the tube`, is.near, '', near),
    );
    // Side by side: what was made, and the truth.
    const { width, height } = traced;
    await sharp({ create: { width: 2 * width, height, channels: 3, background: '#000000' } })
      .composite([
        { input: await shown(made), left: 0, top: 0 },
        { input: await shown(traced), left: width, top: 0 },
      ])
      .webp({ quality: 90 })
      .toFile(at(`../docs/truths/${name}.webp`));
  }
  return rows;
}
