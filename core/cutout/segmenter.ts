import type { Region } from '../pixels/region';
import { workingSize } from './cut-out';
import { LABEL } from './labels';
import { largestComponents } from './largest-components';
import type { Mat, OpenCv } from './opencv';
import { isTellable } from './tellable';

/** GrabCut (Rother, Kolmogorov & Blake, SIGGRAPH 2004), as the OpenCV library computes it, on a picture at several sizes. */

/** Where the chance begins by which colours are first grouped. */
const SEED = 77;

export type Size = Pick<Region, 'width' | 'height'>;

/** The picture at a size. */
export interface Level extends Size {
  of: Mat;
}

/** What was learnt of the colours of background and subject. */
export interface Models {
  background: Mat;
  subject: Mat;
}

/** A subject, 1 or 0 a px, and the colours by which it was found. */
export interface Found {
  subject: Uint8Array;
  models: Models;
}

/** How a round begins: by labels alone, by colours that were learnt, or by those as they are. */
export type Way = 'anew' | 'on' | 'as learnt';

export interface Segmenter {
  /** The picture with its longer side at most so many px; the caller deletes it. */
  level(side: number): Level;
  learnt(): Models;
  copied(models: Models): Models;
  forget(models: Models): void;
  /** So many rounds on a level, from labels; which px are the subject, 1 or 0. Changes the models unless `as learnt`. */
  rounds(at: Level, start: Uint8Array, models: Models, count: number, way: Way): Uint8Array;
  /** Goes on from what of a subject holds together, by what was learnt of it. */
  onward(
    at: Level,
    known: Uint8Array,
    subject: Uint8Array,
    models: Models,
    count: number,
  ): Uint8Array;
}

/** Labels that go on from a subject, as far as nothing is known for certain. */
export const startFrom = (known: Uint8Array, subject: Uint8Array): Uint8Array =>
  known.map((l, i) => (l === LABEL.maybeSubject && !subject[i] ? LABEL.maybeBackground : l));

/**
 * What holds together of a subject, with all that is known of it for certain; in a part of a picture, of which the
 * longer side is `side` px, also by what goes on beyond it.
 */
export function together(
  known: Uint8Array,
  subject: Uint8Array,
  { width, height }: Size,
  side = Math.max(width, height),
  goesOn: (i: number) => boolean = () => false,
): Uint8Array {
  const sure = (i: number) => known[i] === LABEL.subject;
  const largest = largestComponents(subject, width, height, side, (i) => sure(i) || goesOn(i));
  return largest.map((v, i) => (sure(i) ? 1 : v));
}

/** A segmenter of a picture, which stays the caller's. */
export function segmenterOf(cv: OpenCv, picture: Level): Segmenter {
  const modes: Readonly<Record<Way, number>> = {
    anew: cv.GC_INIT_WITH_MASK,
    on: cv.GC_EVAL,
    'as learnt': cv.GC_EVAL_FREEZE_MODEL,
  };
  const rounds: Segmenter['rounds'] = ({ of, width, height }, start, models, count, way) => {
    const labels = new cv.Mat(height, width, cv.CV_8UC1);
    labels.data.set(start);
    // Chance begins anew, so that the same picture is always cut alike.
    cv.setRNGSeed(SEED);
    cv.grabCut(of, labels, new cv.Rect(), models.background, models.subject, count, modes[way]);
    const found = labels.data.map((l) => l & 1);
    labels.delete();
    return found;
  };
  return {
    level(side) {
      const { width, height } = workingSize(picture.width, picture.height, side);
      const of = new cv.Mat();
      cv.resize(picture.of, of, new cv.Size(width, height), 0, 0, cv.INTER_AREA);
      return { of, width, height };
    },
    learnt: () => ({ background: new cv.Mat(), subject: new cv.Mat() }),
    copied: ({ background, subject }) => ({
      background: background.clone(),
      subject: subject.clone(),
    }),
    forget: ({ background, subject }) => [background, subject].forEach((mat) => mat.delete()),
    rounds,
    onward(at, known, subject, models, count) {
      const start = startFrom(known, together(known, subject, at));
      return isTellable(start) ? rounds(at, start, models, count, 'on') : subject;
    },
  };
}
