import { guesses, isTight, sharedColours } from './first-guess';
import type { Region } from '../pixels/region';
import { grow, holding, intersect, isEmpty } from '../pixels/region';
import { changedWhere, heldTogether } from './held-together';
import { LABEL, banded, coarser } from './labels';

/** GrabCut (Rother, Kolmogorov & Blake, SIGGRAPH 2004), as the OpenCV library computes it. */

/** A matrix of the library. */
interface Mat {
  data: Uint8Array;
  /** A part of it; it shares its px. */
  roi(part: object): Mat;
  delete(): void;
}

/** What is used of the library. */
export interface OpenCv {
  Mat: { new (): Mat; new (rows: number, columns: number, type: number): Mat };
  Rect: { new (): object; new (x: number, y: number, width: number, height: number): object };
  Size: new (width: number, height: number) => object;
  CV_8UC1: number;
  CV_8UC3: number;
  COLOR_RGB2Lab: number;
  GC_INIT_WITH_MASK: number;
  GC_EVAL: number;
  GC_EVAL_FREEZE_MODEL: number;
  INTER_AREA: number;
  setRNGSeed(seed: number): void;
  resize(from: Mat, to: Mat, size: object, x: number, y: number, way: number): void;
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

/** The longer side that a subject is told at, px; finer than that only its outline is. */
const ROUGH_SIDE = 480;
/** So far to each side of the rough outline the fine one is looked for, px of the rough picture. */
const BAND = 2.5;
/** So far about what a stroke changes the fine outline is told again, px. */
const NEARBY = 24;
/** What is told again reaches so far beyond where the outline may run, px. */
const MARGIN = 4;
/** The rounds of trying a guess, from it and from what of that holds together; and of going on from the best, and from another cut. */
const TRIAL_ROUNDS = [2, 1] as const;
const BEST_ROUNDS = [2, 1] as const;
const NEXT_ROUNDS = 1;
/** A guess takes another's place if it has less than this share of the colours in common. */
const CLEARLY = 0.9;
/** One that has no more than this in common is plain to see: no other is tried. */
const PLAIN = 0.15;
/** Where the chance begins by which colours are first grouped. */
const SEED = 77;
/** How far the colours are blurred for the first guess, px. */
const BLUR = 1.2;

/** Cuts one picture again and again, as marks are added. */
export interface Cutter {
  /**
   * Labels (`LABEL`) for every px, by some of which a few are certain: those stay; the rest is found to be maybe the
   * subject, or maybe not. It goes on from the last cut. Throws NothingToTell if there is no background, or nothing
   * that may be the subject.
   */
  cut(known: Uint8Array): Uint8Array;
  close(): void;
}

/** What was learnt of the colours of background and subject. */
interface Models {
  background: Mat;
  subject: Mat;
}

/** A subject at the rough size, 1 or 0 a px, and the colours by which it was found. */
interface Found {
  subject: Uint8Array;
  models: Models;
}

/**
 * A cutter for a picture of three bytes a px, red, green and blue. Subjects are told at a rough size first; along
 * their outline, again at that of the picture.
 */
export function cutterFor(cv: OpenCv, rgb: Uint8Array, width: number, height: number): Cutter {
  const picture = new cv.Mat(height, width, cv.CV_8UC3);
  picture.data.set(rgb);
  const scale = Math.min(1, ROUGH_SIDE / Math.max(width, height));
  const [w, h] = [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))];
  const whole: Region = { x: 0, y: 0, width, height };
  const small = { width: w, height: h };
  const rough = new cv.Mat();
  cv.resize(picture, rough, new cv.Size(w, h), 0, 0, cv.INTER_AREA);
  const learnt = (): Models => ({ background: new cv.Mat(), subject: new cv.Mat() });
  const forget = (m: Models) => [m.background, m.subject].forEach((mat) => mat.delete());
  /** What the last cut found, at the rough size and at the fine one, by which colours, and from which labels at either. */
  let last: (Found & Record<'fine' | 'known' | 'coarse', Uint8Array>) | null = null;

  const colours = () => {
    const [lab, soft] = [new cv.Mat(), new cv.Mat()];
    cv.cvtColor(rough, lab, cv.COLOR_RGB2Lab);
    cv.GaussianBlur(lab, soft, new cv.Size(0, 0), BLUR);
    const out = Float32Array.from(soft.data);
    lab.delete();
    soft.delete();
    return out;
  };

  /** Rounds of a size of the picture, from labels; which px are the subject. */
  const rounds = (
    of: Mat,
    { width, height }: Pick<Region, 'width' | 'height'>,
    start: Uint8Array,
    models: Models,
    count: number,
    mode: number,
  ) => {
    const labels = new cv.Mat(height, width, cv.CV_8UC1);
    labels.data.set(start);
    // Chance begins anew, so that the same picture is always cut alike.
    cv.setRNGSeed(SEED);
    cv.grabCut(of, labels, new cv.Rect(), models.background, models.subject, count, mode);
    const found = labels.data.slice();
    for (let i = 0; i < found.length; i++) found[i]! &= 1;
    labels.delete();
    return found;
  };
  /** Labels that go on from a subject, as far as nothing is known for certain. */
  const from = (known: Uint8Array, subject: Uint8Array) =>
    known.map((l, i) => (l === LABEL.maybeSubject && !subject[i] ? LABEL.maybeBackground : l));
  /** What holds together of a subject, with all that is known of it for certain. */
  const together = (known: Uint8Array, subject: Uint8Array) => {
    const sure = (i: number) => known[i] === LABEL.subject;
    return heldTogether(subject, w, h, sure).map((v, i) => (sure(i) ? 1 : v));
  };
  /** Goes on from what of a subject holds together, by what was learnt of it. */
  const onward = (known: Uint8Array, subject: Uint8Array, models: Models, count: number) => {
    const start = from(known, together(known, subject));
    return isTellable(start) ? rounds(rough, small, start, models, count, cv.GC_EVAL) : subject;
  };

  /** Goes on from the guess that comes to most: the first that is tight, unless another parts colours better. */
  const first = (known: Uint8Array): Found => {
    check(known);
    const soft = colours();
    const tried: (Found & { tight: boolean; shared: number })[] = [];
    for (const start of guesses(known, soft, w, h).filter(isTellable)) {
      const models = learnt();
      const rest = rounds(rough, small, start, models, TRIAL_ROUNDS[0], cv.GC_INIT_WITH_MASK);
      const subject = onward(known, rest, models, TRIAL_ROUNDS[1]);
      const tight = isTight(subject, known, w, h);
      const shared = sharedColours(subject, soft);
      tried.push({ subject, models, tight, shared });
      if (tight && shared < PLAIN) break;
      // The last guess is that all is the subject: it is tried where the others came to nothing.
      if (tried.length > 1 && tried.some((t) => t.tight)) break;
    }
    const fit = tried.some((t) => t.tight) ? tried.filter((t) => t.tight) : tried;
    const best = fit.reduce((a, b) => (b.shared < CLEARLY * a.shared ? b : a));
    for (const t of tried) if (t !== best) forget(t.models);
    const { models } = best;
    const subject = BEST_ROUNDS.reduce(
      (on, count) => onward(known, on, models, count),
      best.subject,
    );
    return { subject: together(known, subject), models };
  };

  /** Goes on from what was found, where something is newly known (`fresh`) and what hangs on that. */
  const next = (known: Uint8Array, before: Found, fresh: (i: number) => boolean): Found => {
    const start = from(known, before.subject);
    check(start);
    const { models } = before;
    const found = rounds(rough, small, start, models, NEXT_ROUNDS, cv.GC_EVAL);
    return {
      subject: changedWhere(before.subject, together(known, found), w, h, fresh),
      models,
    };
  };

  /**
   * The outline told again at the size of the picture, by what was learnt at the rough one. Of one that was told
   * before, only what lies in a region is told anew.
   */
  const refined = (
    known: Uint8Array,
    { subject, models }: Found,
    before: { fine: Uint8Array; near: Region } | null = null,
  ) => {
    if (w === width && h === height) return subject;
    const start = banded(subject, w, h, { width, height }, BAND);
    for (let i = 0; i < start.length; i++)
      if (known[i] !== LABEL.maybeSubject) start[i] = known[i]!;
    const out = before ? before.fine.slice() : start.map((l) => l & 1);
    // Only where the outline may run: the rest is certain.
    const near = before?.near ?? holding(whole, (i) => start[i]! >= LABEL.maybeBackground);
    if (isEmpty(near)) return out;
    const part = intersect(grow(near, MARGIN), whole);
    const own = new Uint8Array(part.width * part.height);
    const rows = Array.from({ length: part.height }, (_, y) => ({
      of: (part.y + y) * width + part.x,
      at: y * part.width,
    }));
    for (const { of, at } of rows) own.set(start.subarray(of, of + part.width), at);
    const seen = picture.roi(new cv.Rect(part.x, part.y, part.width, part.height));
    const found = isTellable(own)
      ? rounds(seen, part, own, models, 1, cv.GC_EVAL_FREEZE_MODEL)
      : own.map((l) => l & 1);
    seen.delete();
    for (const { of, at } of rows) out.set(found.subarray(at, at + part.width), of);
    return out;
  };

  /** What was found, gone on from by what is newly known. */
  const onFrom = (before: NonNullable<typeof last>, known: Uint8Array) => {
    const coarse = coarser(known, { width, height }, w, h);
    const found = next(coarse, before, (i) => coarse[i] !== before.coarse[i]);
    /** Of each px of the fine size, whether something is newly known there, or was found to be another. */
    const touched = new Uint8Array(known.length);
    const columns = Int32Array.from({ length: width }, (_, x) => Math.floor((x * w) / width));
    for (let y = 0, i = 0; y < height; y++) {
      const line = Math.floor((y * h) / height) * w;
      for (let x = 0; x < width; x++, i++) {
        const k = line + columns[x]!;
        if (known[i] !== before.known[i] || found.subject[k] !== before.subject[k]) touched[i] = 1;
      }
    }
    const changed = holding(whole, (i) => touched[i] === 1);
    if (isEmpty(changed)) return { ...before, ...found, known, coarse };
    const near = intersect(grow(changed, NEARBY), whole);
    const fine = refined(known, found, { fine: before.fine, near });
    const own = changedWhere(before.fine, fine, width, height, (i) => touched[i] === 1);
    return { ...found, fine: own, known, coarse };
  };

  return {
    cut(known) {
      if (last) last = onFrom(last, known);
      else {
        const coarse = coarser(known, { width, height }, w, h);
        const found = first(coarse);
        last = { ...found, fine: refined(known, found), known, coarse };
      }
      const { fine } = last;
      return known.map((l, i) =>
        l <= LABEL.subject ? l : fine[i] ? LABEL.maybeSubject : LABEL.maybeBackground,
      );
    },
    close() {
      if (last) forget(last.models);
      picture.delete();
      rough.delete();
    },
  };
}

const isSubject = (label: number): boolean => (label & 1) === 1;

/** Whether labels leave anything to either side. */
const isTellable = (labels: Uint8Array): boolean =>
  labels.some(isSubject) && !labels.every(isSubject);

/** Throws, in the artist's words, where labels leave nothing to one side. */
function check(labels: Uint8Array): void {
  if (labels.every(isSubject))
    throw new NothingToTell(
      'All of the picture is said to be the subject. Draw a box round the subject, or mark something that is not.',
    );
  if (!labels.some(isSubject))
    throw new NothingToTell(
      'Nothing is left that could be the subject. Draw a wider box, or mark the subject with a stroke.',
    );
}
