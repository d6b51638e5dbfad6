/** Cut-outs of the demo subjects over three backgrounds: how near they come to the true coverage, and how long it takes. */
import { createRequire } from 'node:module';
import { defaultsOf } from '../core/definitions/parameter-values';
import type { CutOutShape } from '../core/cutout/cut-out';
import { edgeParameters, workingSize } from '../core/cutout/cut-out';
import type { OpenCv } from '../core/cutout/opencv';
import { cutterFor } from '../core/cutout/grabcut';
import { knownLabels, tonesOf } from '../core/cutout/labels';
import { IDENTITY, scaling } from '../core/geometry/affine';
import { boxPath } from '../core/geometry/box-paths';
import { projective } from '../core/geometry/homography';
import type { Picture } from '../core/kernels/picture';
import { picture } from '../core/kernels/picture';
import { drawPicture } from '../core/kernels/resample';
import { maskPlane } from '../core/masks/mask';
import { crop } from '../core/pixels/buffer';
import { cacheOf } from '../core/render/cache';
import { newMask } from '../core/scene/model/make';
import {
  BACKGROUNDS,
  SUBJECTS,
  edgeError,
  nextMark,
  overlap,
  subjectOver,
} from '../demo/cut-subjects';
import { type Row, atLeast, within } from './table';

/** The library, once it has started. */
const started = async (): Promise<{ cv: OpenCv }> => {
  const cv = createRequire(import.meta.url)('@techstark/opencv-js') as OpenCv & {
    onRuntimeInitialized?: () => void;
  };
  const { Mat } = cv as Partial<OpenCv>;
  if (!Mat) await new Promise<void>((resolve) => (cv.onRuntimeInitialized = resolve));
  return { cv };
};

/** How near the edge counts, px. */
const EDGE = 4;

export async function cutouts(): Promise<Row[]> {
  const { cv } = await started();
  const rows: Row[] = [];
  const section = 'Cut-outs';
  for (const subject of SUBJECTS)
    for (const background of BACKGROUNDS) {
      const seen = await subjectOver(subject, background);
      const { width, height, rgba, box, truth, name } = seen;
      const size = workingSize(width, height);
      const whole = picture({ width, height, depth: 8, data: rgba });
      const region = { x: 0, y: 0, width: size.width, height: size.height };
      const map = projective(scaling(size.width / width, size.height / height));
      const small = crop(drawPicture(whole, map, region, 'displayed'), region).data;
      const rgb = Uint8Array.from({ length: size.width * size.height * 3 }, (_, i) =>
        Math.round(small[4 * Math.floor(i / 3) + (i % 3)]! * 255),
      );
      const cutter = cutterFor(cv, rgb, size.width, size.height);
      const asset = (letter: string) => `${letter.repeat(64)}.png`;
      let shape: CutOutShape = {
        ...{ kind: 'cut-out', asset: asset('a'), width, height },
        ...{ around: boxPath(box), marks: [], found: null },
        ...defaultsOf(edgeParameters),
      };
      let found: Float32Array = new Float32Array();
      const waits: number[] = [];
      for (let strokes = 0; strokes <= 3; strokes++) {
        const mark = strokes > 0 ? nextMark(found, seen) : null;
        if (mark) shape = { ...shape, marks: [...shape.marks, mark] };
        const begun = performance.now();
        const tones = tonesOf(cutter.cut(knownLabels(shape, size)));
        waits.push(performance.now() - begun);
        const white = Uint8ClampedArray.from({ length: tones.length * 4 }, (_, i) =>
          i % 4 === 3 ? 255 : tones[i >> 2]!,
        );
        const labels: Picture = picture({
          ...{ width: size.width, height: size.height, depth: 8, data: white },
        });
        const own = { asset: asset('b'), width: size.width, height: size.height };
        found = maskPlane(newMask({ ...shape, found: own }), {
          ...{ map: IDENTITY, scale: 1, mixing: 'displayed' as const },
          wanted: { x: 0, y: 0, width, height },
          picture: (which) => (which === shape.asset ? whole : labels),
          memo: cacheOf(2 ** 28, () => 0).memo,
          look: () => null,
          kept: () => null,
        }).data;
        if (strokes === 0)
          rows.push(atLeast(section, `${name}, one box`, overlap(found, truth), 0.95));
      }
      rows.push(atLeast(section, `${name}, three strokes`, overlap(found, truth), 0.98));
      rows.push(
        within(section, `${name}: mean error at the edge`, edgeError(found, seen, EDGE), '', 0.06),
      );
      rows.push(within(section, `${name}: a stroke, cut`, Math.max(...waits.slice(1)), 'ms', 1000));
      cutter.close();
      whole.release();
    }
  return rows;
}
