import { defaultsOf } from '../definitions/parameter-values';
import type { CutOutShape } from '../cutout/cut-out';
import { edgeParameters, workingSize } from '../cutout/cut-out';
import type { Answer } from '../cutout/trials';
import type { OpenCv } from '../cutout/opencv';
import type { PeopleFinder } from '../cutout/people';
import { cutterFor } from '../cutout/grabcut';
import { knownLabels, tonesOf } from '../cutout/labels';
import { scaling } from '../geometry/affine';
import { projective } from '../geometry/homography';
import { picture } from '../kernels/picture';
import { drawPicture } from '../kernels/resample';
import { maskPlane } from '../masks/mask';
import { crop } from '../pixels/buffer';
import { cacheOf } from '../render/cache';
import { newMask } from '../scene/model/make';

/** A cut-out of a picture as it is worked on. */
export interface WorkedCut {
  shape(): CutOutShape;
  /** Sets values of the cut-out and cuts by what is known then. */
  cut(values?: Partial<CutOutShape>): void;
  /** What its mask shows at a scale, 0–1 a px. */
  mask(scale?: number): Float32Array;
  answers(): Answer[];
  close(): void;
}

const asset = (letter: string) => `${letter.repeat(64)}.png`;

/** Works on a picture of straight RGBA, four bytes a px, as the bench does. */
export function workedCut(
  cv: OpenCv,
  { width, height, rgba }: { width: number; height: number; rgba: Uint8ClampedArray },
  around: CutOutShape['around'],
  people: PeopleFinder | null = null,
): WorkedCut {
  const size = workingSize(width, height);
  const whole = picture({ width, height, depth: 8, data: rgba });
  const region = { x: 0, y: 0, width: size.width, height: size.height };
  const map = projective(scaling(size.width / width, size.height / height));
  const small = crop(drawPicture(whole, map, region, 'displayed'), region).data;
  const rgb = Uint8Array.from({ length: size.width * size.height * 3 }, (_, i) =>
    Math.round(small[4 * Math.floor(i / 3) + (i % 3)]! * 255),
  );
  const cutter = cutterFor(cv, rgb, size.width, size.height, people);
  const found = { asset: asset('b'), width: size.width, height: size.height };
  let tones = new Uint8Array();
  let shape: CutOutShape = {
    ...{ kind: 'cut-out', asset: asset('a'), width, height, around, marks: [], found },
    ...defaultsOf(edgeParameters),
  };
  return {
    shape: () => shape,
    cut(values = {}) {
      shape = { ...shape, ...values };
      tones = tonesOf(cutter.cut(knownLabels(shape, size), shape.answer)) as typeof tones;
    },
    mask(scale = 1) {
      const data = Uint8ClampedArray.from({ length: tones.length * 4 }, (_, i) =>
        i % 4 === 3 ? 255 : tones[i >> 2]!,
      );
      const labels = picture({ width: size.width, height: size.height, depth: 8, data });
      const cache = cacheOf(2 ** 28, () => 0);
      const shown = maskPlane(newMask(shape), {
        ...{ map: scaling(scale), scale, mixing: 'displayed' as const },
        wanted: {
          ...{ x: 0, y: 0 },
          ...{ width: Math.round(width * scale), height: Math.round(height * scale) },
        },
        picture: (name) => (name === shape.asset ? whole : labels),
        memo: cache.memo,
        look: () => null,
        kept: () => null,
      }).data.slice();
      cache.clear();
      labels.release();
      return shown;
    },
    answers: () => cutter.answers(),
    close() {
      cutter.close();
      whole.release();
    },
  };
}
