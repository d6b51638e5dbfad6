/** Cut-outs of the demo subjects over three backgrounds: how near they come to the true coverage, and how long it takes. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Mark } from '../core/cutout/cut-out';
import type { OpenCv } from '../core/cutout/opencv';
import { peopleFinder } from '../core/cutout/people';
import { boxPath } from '../core/geometry/box-paths';
import { workedCut } from '../core/testing/worked-cut';
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
        const guess = workedCut(cv, seen, null, people);
        guess.cut();
        const goal = view === 'whole' ? 0.95 : 0.9;
        rows.push(atLeast(SECTION, `${name}: guessed`, overlap(guess.mask(), truth), goal));
        guess.close();
        const boxed = workedCut(cv, seen, boxPath(seen.box), people);
        const timed = (mark: Mark | null) => {
          const { marks } = boxed.shape();
          const begun = performance.now();
          boxed.cut({ marks: mark ? [...marks, mark] : marks });
          return performance.now() - begun;
        };
        const first = timed(null);
        let found = boxed.mask();
        rows.push(atLeast(SECTION, `${name}: one box`, overlap(found, truth), 0.95));
        rows.push(within(SECTION, `${name}: a box, cut`, first, 'ms', 4000));
        const waits: number[] = [];
        for (let strokes = 0; strokes < 3; strokes++) {
          waits.push(timed(nextMark(found, seen)));
          found = boxed.mask();
        }
        rows.push(atLeast(SECTION, `${name}: three strokes`, overlap(found, truth), 0.985));
        const edge = edgeError(found, seen, EDGE);
        rows.push(within(SECTION, `${name}: mean error at the edge`, edge, '', 0.05));
        rows.push(within(SECTION, `${name}: a stroke, cut`, Math.max(...waits), 'ms', 1000));
        boxed.close();
      }
  return rows;
}
