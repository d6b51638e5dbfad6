/** Files that the worker that computes makes of a scene. */
import { formatNamed } from '@ignis/core/files/formats/index';
import type { StraightImage } from '@ignis/core/pixels/picture';
import { exportScene } from '@ignis/core/render/export';
import { picturesAlone } from '@ignis/core/render/export-layers';
import { received } from './engine-scenes';
import { picturesFor } from './loaded-assets';
import type { Engine } from './protocol';
import { t } from '../words/t';

/** What the last export was made of. */
let exported: {
  pixels: number;
  image: StraightImage;
  layers: ReturnType<typeof picturesAlone> | null;
} | null = null;

export const exportFile: Engine['exportFile'] = async (delta, options, pixels, progress) => {
  const { written, type } = formatNamed(options.format);
  if (!written) throw new Error(t`Pictures are not written as ${options.format}.`);
  if (exported?.pixels !== pixels) {
    exported = null;
    const scene = received(delta);
    const picture = await picturesFor(scene);
    const layers = options.together ? picturesAlone(scene, { ...options, picture }) : null;
    // Encoding is the last part of the work, and so is making each layer for it.
    const share = layers ? 1 / (layers.length + 1) : 0.85;
    const image = exportScene(scene, {
      ...options,
      picture,
      progress: (done) => progress(done * share),
    });
    exported = { pixels, image, layers };
  }
  const { image, layers } = exported;
  const bytes =
    layers && written.encodeLayers
      ? await written.encodeLayers(
          image,
          layers.map(({ name, make }, i) => ({
            name,
            make: () => (progress((i + 1) / (layers.length + 1)), make()),
          })),
          ...([options.values, options] as const),
        )
      : await written.encode(image, options.values, options);
  return new Blob([bytes as Uint8Array<ArrayBuffer>], { type });
};
