/** Cut-outs of the demo subjects over three backgrounds: how near they come to the true coverage, and how long it takes. */
import { createRequire } from 'node:module';
import { defaultsOf } from '../core/definitions/parameter-values';
import { readFileSync } from 'node:fs';
import type { CutOutShape, Mark } from '../core/cutout/cut-out';
import { edgeParameters, workingSize } from '../core/cutout/cut-out';
import type { OpenCv } from '../core/cutout/opencv';
import { cutterFor } from '../core/cutout/grabcut';
import { knownLabels, tonesOf } from '../core/cutout/labels';
import type { PeopleFinder } from '../core/cutout/people';
import { peopleFinder } from '../core/cutout/people';
import { IDENTITY, scaling } from '../core/geometry/affine';
import { boxPath } from '../core/geometry/box-paths';
import { projective } from '../core/geometry/homography';
import { picture } from '../core/kernels/picture';
import { drawPicture } from '../core/kernels/resample';
import { maskPlane } from '../core/masks/mask';
import { crop } from '../core/pixels/buffer';
import { cacheOf } from '../core/render/cache';
import { newMask } from '../core/scene/model/make';
import type { CutSubject } from '../demo/cut-subjects';
import {
  BACKGROUNDS,
  CLOSE_UPS,
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
const SECTION = 'Cut-outs';

/** A picture of a subject as it is cut: what the mask shows by a box or by nothing, and how long the cut took, ms. */
function cutting(
  cv: OpenCv,
  people: PeopleFinder,
  seen: CutSubject,
  around: CutOutShape['around'],
) {
  const { width, height, rgba } = seen;
  const size = workingSize(width, height);
  const whole = picture({ width, height, depth: 8, data: rgba });
  const region = { x: 0, y: 0, width: size.width, height: size.height };
  const map = projective(scaling(size.width / width, size.height / height));
  const small = crop(drawPicture(whole, map, region, 'displayed'), region).data;
  const rgb = Uint8Array.from({ length: size.width * size.height * 3 }, (_, i) =>
    Math.round(small[4 * Math.floor(i / 3) + (i % 3)]! * 255),
  );
  const cutter = cutterFor(cv, rgb, size.width, size.height, people);
  const asset = (letter: string) => `${letter.repeat(64)}.png`;
  let shape: CutOutShape = {
    ...{ kind: 'cut-out', asset: asset('a'), width, height, around, marks: [], found: null },
    ...defaultsOf(edgeParameters),
  };
  return {
    cut(mark: Mark | null = null) {
      if (mark) shape = { ...shape, marks: [...shape.marks, mark] };
      const begun = performance.now();
      const tones = tonesOf(cutter.cut(knownLabels(shape, size)));
      const took = performance.now() - begun;
      const white = Uint8ClampedArray.from({ length: tones.length * 4 }, (_, i) =>
        i % 4 === 3 ? 255 : tones[i >> 2]!,
      );
      const labels = picture({ width: size.width, height: size.height, depth: 8, data: white });
      const own = { asset: asset('b'), width: size.width, height: size.height };
      const cache = cacheOf(2 ** 28, () => 0);
      const found = maskPlane(newMask({ ...shape, found: own }), {
        ...{ map: IDENTITY, scale: 1, mixing: 'displayed' as const },
        wanted: { x: 0, y: 0, width, height },
        picture: (which) => (which === shape.asset ? whole : labels),
        memo: cache.memo,
        look: () => null,
        kept: () => null,
      }).data.slice();
      cache.clear();
      labels.release();
      return { found, took };
    },
    close() {
      cutter.close();
      whole.release();
    },
  };
}

export async function cutouts(): Promise<Row[]> {
  const { cv } = await started();
  const require = createRequire(import.meta.url);
  const network = require.resolve('@mediapipe/selfie_segmentation/selfie_segmentation.tflite');
  const people = peopleFinder(cv, readFileSync(network));
  const rows: Row[] = [];
  for (const subject of SUBJECTS)
    for (const background of BACKGROUNDS)
      for (const view of ['whole', ...CLOSE_UPS] as const) {
        const seen = await subjectOver(subject, background, view);
        const { name, truth } = seen;
        const guess = cutting(cv, people, seen, null);
        const goal = view === 'whole' ? 0.95 : 0.9;
        rows.push(atLeast(SECTION, `${name}: guessed`, overlap(guess.cut().found, truth), goal));
        guess.close();
        const boxed = cutting(cv, people, seen, boxPath(seen.box));
        const first = boxed.cut();
        let { found } = first;
        rows.push(atLeast(SECTION, `${name}: one box`, overlap(found, truth), 0.95));
        rows.push(within(SECTION, `${name}: a box, cut`, first.took, 'ms', 4000));
        const waits: number[] = [];
        for (let strokes = 0; strokes < 3; strokes++) {
          const next = boxed.cut(nextMark(found, seen));
          found = next.found;
          waits.push(next.took);
        }
        rows.push(atLeast(SECTION, `${name}: three strokes`, overlap(found, truth), 0.985));
        const edge = edgeError(found, seen, EDGE);
        rows.push(within(SECTION, `${name}: mean error at the edge`, edge, '', 0.05));
        rows.push(within(SECTION, `${name}: a stroke, cut`, Math.max(...waits), 'ms', 1000));
        boxed.close();
      }
  return rows;
}
