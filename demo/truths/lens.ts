/** How a truth is photographed: the glare of its lens, and the end of the picture. */
import '../../core/kernels/load';
import { defaultsOf } from '../../core/definitions/parameter-values';
import { PLAIN_ENDING, finish } from '../../core/kernels/finish';
import { colourBuffer } from '../../core/pixels/buffer';
import { scoped } from '../../core/pixels/heap';
import { glare } from '../../core/steps/light/glare';
import { SCALE } from './worlds';

/** The glare of the lens, px of a sample picture. */
export const LENS = { threshold: 0, amount: 22, size: 5, tail: 1.35, tailReach: 420, veil: 6 };

/** Traced light (linear RGBA, 4 floats a px) as a photograph of 16 bits, RGB: scattered by the lens, and burnt to white where it is too bright. */
export function seenThrough(light: Float32Array, width: number, height: number): Uint16Array {
  const region = { x: 0, y: 0, width, height };
  return scoped(() => {
    const buffer = colourBuffer(region);
    buffer.data.set(light);
    const box = { x0: 0, y0: 0, x1: width, y1: height };
    const seen = glare.apply(
      buffer,
      { ...defaultsOf(glare.parameters), ...LENS },
      {
        ...{
          scale: 1 / SCALE,
          wanted: region,
          map: [1, 0, 0, 1, 0, 0],
          mixing: 'light',
          scene: box,
        },
        lamp: { angle: 0, height: 90, colour: '#ffffff' },
        mask: () => null,
        seen: () => null,
        picture: () => {
          throw new Error('A lens needs no picture.');
        },
        memo: (_key, make) => make(),
        keep: (_name, make) => make(),
      },
    );
    const { data } = finish(seen, 16, { ...PLAIN_ENDING, mixing: 'light', burn: true });
    return Uint16Array.from(data).filter((_, i) => i % 4 !== 3);
  });
}
