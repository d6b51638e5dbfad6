import { guesses, isTight, sharedColours } from './first-guess';
import { LABEL } from './labels';

/** GrabCut (Rother, Kolmogorov & Blake, SIGGRAPH 2004), as the OpenCV library computes it. */

/** A matrix of the library. */
interface Mat {
  data: Uint8Array;
  delete(): void;
}

/** What is used of the library. */
export interface OpenCv {
  Mat: { new (): Mat; new (rows: number, columns: number, type: number): Mat };
  Rect: new () => object;
  Size: new (width: number, height: number) => object;
  CV_8UC1: number;
  CV_8UC3: number;
  COLOR_RGB2Lab: number;
  GC_INIT_WITH_MASK: number;
  GC_EVAL: number;
  cvtColor(from: Mat, to: Mat, code: number): void;
  GaussianBlur(from: Mat, to: Mat, size: object, sigma: number): void;
  grabCut(
    picture: Mat,
    labels: Mat,
    box: object,
    background: Mat,
    subject: Mat,
    rounds: number,
    mode: number,
  ): void;
}

/** Nothing can be told apart: `reason` says in the artist's words why, and what to do. */
export class NothingToTell extends Error {
  constructor(reason: string) {
    super(reason);
    this.name = 'NothingToTell';
  }
}

/** The rounds of a first cut, and of one that goes on from another. */
const FIRST_ROUNDS = 3;
const NEXT_ROUNDS = 2;
/** The rounds that each guess is tried for. */
const TRIAL_ROUNDS = 2;
/** A guess takes another's place if it has less than this share of the colours in common. */
const CLEARLY = 0.9;
/** How far the colours are blurred for the first guess, px. */
const BLUR = 1.2;

/** Cuts one picture again and again, as marks are added. */
export interface Cutter {
  /**
   * Which px are the subject, 1 or 0, by labels (`LABEL`) of which some are certain. It goes on from the last cut.
   * Throws NothingToTell if there is no background, or nothing that may be the subject.
   */
  cut(known: Uint8Array): Uint8Array;
  close(): void;
}

/** A cutter for a picture of three bytes a px, red, green and blue. */
export function cutterFor(cv: OpenCv, rgb: Uint8Array, width: number, height: number): Cutter {
  const picture = new cv.Mat(height, width, cv.CV_8UC3);
  picture.data.set(rgb);
  const labels = new cv.Mat(height, width, cv.CV_8UC1);
  const [background, subject] = [new cv.Mat(), new cv.Mat()];
  let last: Uint8Array | null = null;
  const colours = () => {
    const [lab, soft] = [new cv.Mat(), new cv.Mat()];
    cv.cvtColor(picture, lab, cv.COLOR_RGB2Lab);
    cv.GaussianBlur(lab, soft, new cv.Size(0, 0), BLUR);
    const out = Float32Array.from(soft.data);
    lab.delete();
    soft.delete();
    return out;
  };
  const rounds = (start: Uint8Array, count: number): Uint8Array => {
    check(start);
    labels.data.set(start);
    cv.grabCut(
      ...[picture, labels, new cv.Rect(), background, subject],
      ...([count, cv.GC_INIT_WITH_MASK] as const),
    );
    return Uint8Array.from(labels.data);
  };
  const isSubject = (all: Uint8Array) => all.map((l) => l & 1);
  /** Goes on from the guess that comes to most: the first that is tight, unless another parts colours clearly better. */
  const first = (known: Uint8Array): Uint8Array => {
    const soft = colours();
    const tried = guesses(known, soft, width, height).map((start) => {
      const made = rounds(start, TRIAL_ROUNDS);
      const own = isSubject(made);
      const tight = isTight(own, known, width, height);
      return { made, tight, shared: sharedColours(own, soft) };
    });
    const fit = tried.some((t) => t.tight) ? tried.filter((t) => t.tight) : tried;
    const best = fit.reduce((a, b) => (b.shared < CLEARLY * a.shared ? b : a));
    return rounds(best.made, FIRST_ROUNDS);
  };
  return {
    cut(known) {
      const before = last;
      const made = before
        ? rounds(
            known.map((l, i) =>
              l === LABEL.maybeSubject && !before[i] ? LABEL.maybeBackground : l,
            ),
            NEXT_ROUNDS,
          )
        : first(known);
      return (last = isSubject(made));
    },
    close() {
      for (const mat of [picture, labels, background, subject]) mat.delete();
    },
  };
}

/** Whether there is anything to be told apart. */
function check(labels: Uint8Array): void {
  const counts = [0, 0, 0, 0];
  for (const l of labels) counts[l]!++;
  const [sure, subject, maybe, perhaps] = counts as [number, number, number, number];
  if (sure + maybe === 0)
    throw new NothingToTell(
      'All of the picture is said to be the subject. Draw a box round the subject, or mark something that is not.',
    );
  if (subject + perhaps === 0)
    throw new NothingToTell(
      'Nothing is left that could be the subject. Draw a wider box, or mark the subject with a stroke.',
    );
}
