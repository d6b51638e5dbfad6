import { commonColours, isTight } from './first-guess';
import type { Weighed } from './hypotheses';
import { byAgreement, hypotheses, isCertain, isSame } from './hypotheses';
import type { Region } from '../pixels/region';
import { covering, grow, holding, intersect, isEmpty, unite } from '../pixels/region';
import { workingSize } from './cut-out';
import { changedWhere, largestComponents } from './largest-components';
import { LABEL, banded, beneath, coarser, resized } from './labels';
import type { Mat, OpenCv } from './opencv';
import type { PeopleFinder } from './people';
import {
  NOTHING_LEFT,
  NOTHING_STANDS_OUT,
  NothingToTell,
  checkTellable,
  isSome,
  isTellable,
} from './tellable';
import { inWhole, isAtCut, windowOf, withWindow } from './window';

/** GrabCut (Rother, Kolmogorov & Blake, SIGGRAPH 2004), as the OpenCV library computes it. */

/** The longer side at which a subject is segmented, px; finer than that only its outline is refined. */
const ROUGH_SIDE = 480;
/** The longer side that guesses are tried at, px. */
const TRIAL_SIDE = 256;
/** So far to each side of the rough outline the fine one is looked for, px of the rough picture. */
const BAND = 2.5;
/** The subject is segmented again so far about a stroke, px of the rough picture; all of it if the change does not end there. */
const ABOUT = 64;
/** The fine outline is refined again so far about what a stroke changes, px. */
const NEARBY = 24;
/** The refined region reaches so far beyond where the outline may run, px. */
const MARGIN = 4;
/** The rounds of trying a guess, from it and from what of that holds together; and of going on from the best, and from another cut. */
const TRIAL_ROUNDS = [2, 1] as const;
const BEST_ROUNDS = [2, 1] as const;
const NEXT_ROUNDS = 1;
/** With less of the frame than this known to be background, nothing is known of where the subject is. */
const LEAST_FRAME = 0.2;
/** Where the chance begins by which colours are first grouped. */
const SEED = 77;
/** How far the colours are blurred for the first guess, px. */
const BLUR = 1.2;

/** Cuts one picture again and again, as marks are added. */
export interface Cutter {
  /**
   * Labels (`LABEL`) for every px, by some of which a few are certain: those stay; the rest is found to be maybe the
   * subject, or maybe not. It begins from the answer of a number (0 is the likeliest), or the next that is more than
   * hardly anything, and goes on from the last cut while the number stays. Throws NothingToTell if all is the subject,
   * or nothing may be.
   */
  cut(known: Uint8Array, answer?: number): Uint8Array;
  /** The answers to what was first cut that are close to the best and differ; the best first. */
  answers(): Answer[];
  close(): void;
}

type Size = Pick<Region, 'width' | 'height'>;

/** What a picture may be cut to: its number, and 1 where its subject is, 0 elsewhere, on a small grid. */
export interface Answer extends Size {
  number: number;
  subject: Uint8Array;
}

/** An answer that others agree with less than with the best, by this, is not close to it. */
const CLOSE = 0.2;
/** So many answers are shown at most. */
const SHOWN = 3;

/** The picture at a size. */
interface Level extends Size {
  of: Mat;
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

/** What a guess came to, and how much speaks for it: answers are close if that is. */
interface Tried extends Found {
  score: number;
}

/** Whether nothing is known of where the subject is: hardly any of the frame is known to be background. */
function isOpen(known: Uint8Array, { width, height }: Size): boolean {
  const [right, last] = [width - 1, (height - 1) * width];
  let own = 0;
  for (let x = 0; x < width; x++)
    for (const i of [x, last + x]) own += Number(known[i] === LABEL.background);
  for (let y = 0; y < height; y++)
    for (const i of [y * width, y * width + right]) own += Number(known[i] === LABEL.background);
  return own < LEAST_FRAME * 2 * (width + height);
}

/**
 * A cutter for a picture of three bytes a px, red, green and blue. Subjects are segmented at a rough size first; along
 * their outline, again at that of the picture. What `people` finds is one hypothesis of where the subject is.
 */
export function cutterFor(
  cv: OpenCv,
  rgb: Uint8Array,
  width: number,
  height: number,
  people: PeopleFinder | null = null,
): Cutter {
  const picture = new cv.Mat(height, width, cv.CV_8UC3);
  picture.data.set(rgb);
  const whole: Region = { x: 0, y: 0, width, height };
  const level = (side: number): Level => {
    const size = workingSize(width, height, side);
    const of = new cv.Mat();
    cv.resize(picture, of, new cv.Size(size.width, size.height), 0, 0, cv.INTER_AREA);
    return { of, width: size.width, height: size.height };
  };
  const rough = level(ROUGH_SIDE);
  const trial = level(TRIAL_SIDE);
  const { width: w, height: h } = rough;
  const all: Region = { x: 0, y: 0, width: w, height: h };
  const learnt = (): Models => ({ background: new cv.Mat(), subject: new cv.Mat() });
  const copied = (m: Models): Models => ({
    background: m.background.clone(),
    subject: m.subject.clone(),
  });
  const forget = (m: Models) => [m.background, m.subject].forEach((mat) => mat.delete());
  /** What the last cut found, at the rough size and at the fine one, by which colours, and from which labels at either. */
  let last: (Found & Record<'fine' | 'known' | 'coarse', Uint8Array>) | null = null;

  /** The colours at the trial size in Lab, a little blurred, 0–255. */
  const colours = () => {
    const [lab, soft] = [new cv.Mat(), new cv.Mat()];
    cv.cvtColor(trial.of, lab, cv.COLOR_RGB2Lab);
    cv.GaussianBlur(lab, soft, new cv.Size(0, 0), BLUR);
    const out = Float32Array.from(soft.data);
    lab.delete();
    soft.delete();
    return out;
  };

  /** Rounds of a size of the picture, from labels; which px are the subject. */
  const rounds = (
    { of, width, height }: Level,
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
  /**
   * What holds together of a subject, with all that is known of it for certain; in a part of a picture, of which the
   * longer side is `side` px, also by what goes on beyond it.
   */
  const together = (
    known: Uint8Array,
    subject: Uint8Array,
    { width, height }: Size = rough,
    side = Math.max(width, height),
    goesOn: (i: number) => boolean = () => false,
  ) => {
    const sure = (i: number) => known[i] === LABEL.subject;
    const largest = largestComponents(subject, width, height, side, (i) => sure(i) || goesOn(i));
    return largest.map((v, i) => (sure(i) ? 1 : v));
  };
  /** Goes on from what of a subject holds together, by what was learnt of it. */
  const onward = (
    known: Uint8Array,
    subject: Uint8Array,
    models: Models,
    count: number,
    at = rough,
  ) => {
    const start = from(known, together(known, subject, at));
    return isTellable(start) ? rounds(at, start, models, count, cv.GC_EVAL) : subject;
  };

  /** What a guess comes to at the trial size; null if that is nothing or all. */
  const tryOut = (small: Uint8Array, start: Uint8Array): Found | null => {
    if (!isTellable(start)) return null;
    const models = learnt();
    const rest = rounds(trial, start, models, TRIAL_ROUNDS[0], cv.GC_INIT_WITH_MASK);
    const subject = onward(small, rest, models, TRIAL_ROUNDS[1], trial);
    if (isSome(subject, small)) return { subject, models };
    forget(models);
    return null;
  };

  /** What the hypotheses of where the subject is come to; the best first. */
  const triesFor = (small: Uint8Array): Tried[] => {
    const { width, height } = trial;
    const seen = people?.chance(trial.of, width, height) ?? null;
    const soft = colours();
    const sight = { width, height, colours: soft, people: seen };
    const tried: (Found & Weighed)[] = [];
    for (const { start, bonus } of hypotheses(small, sight)) {
      const found = tryOut(small, start);
      if (!found) continue;
      const subject = together(small, found.subject, trial);
      const tight = isTight(subject, small, width, height);
      tried.push({ ...found, subject, bonus, tight, shared: commonColours(subject, soft) });
      if (isCertain(tried)) break;
    }
    const sorted = byAgreement(tried);
    const used = new Set(sorted.map((t) => t.models));
    for (const { models } of tried) if (!used.has(models)) forget(models);
    return sorted;
  };

  /** What was tried for what was first known. */
  let trials: { known: Uint8Array; tried: Tried[] } | null = null;
  const forgetTrials = () => {
    for (const t of trials?.tried ?? []) forget(t.models);
    trials = null;
  };
  const triesOf = (known: Uint8Array): Tried[] => {
    if (trials && trials.known.every((l, i) => l === known[i])) return trials.tried;
    forgetTrials();
    const small = coarser(known, rough, trial.width, trial.height);
    trials = { known, tried: triesFor(small) };
    return trials.tried;
  };

  /** Goes on from the answer of a number, or from the next that comes to something. */
  const first = (known: Uint8Array, answer: number): Found => {
    checkTellable(known, isOpen(known, rough));
    const small = coarser(known, rough, trial.width, trial.height);
    const tried = triesOf(known);
    for (let k = 0; k < tried.length; k++) {
      const { subject, models: own } = tried[(answer + k) % tried.length]!;
      const models = copied(own);
      const on = BEST_ROUNDS.reduce(
        (before, count) => onward(known, before, models, count),
        resized(together(small, subject, trial), [trial.width, trial.height], rough),
      );
      const whole = together(known, on);
      if (isSome(whole, known)) return { subject: whole, models };
      forget(models);
    }
    throw new NothingToTell(NOTHING_STANDS_OUT);
  };

  /**
   * What was found in a part of the rough size, gone on from where something is newly known (`fresh`, of the whole)
   * and what hangs on that; null if more than the part hangs on it. Of a part the colours are learnt for it alone.
   */
  const next = (
    known: Uint8Array,
    before: Found,
    part: Region,
    fresh: (i: number) => boolean,
  ): Found | null => {
    const isAll = part.width === w && part.height === h;
    const [labels, own] = [windowOf(known, w, part), windowOf(before.subject, w, part)];
    const start = from(labels, own);
    if (isAll) checkTellable(start);
    else if (!isTellable(start)) return null;
    const models = isAll ? before.models : copied(before.models);
    const seen = rough.of.roi(new cv.Rect(part.x, part.y, part.width, part.height));
    const found = rounds({ ...part, of: seen }, start, models, NEXT_ROUNDS, cv.GC_EVAL);
    seen.delete();
    const atCut = (i: number) => isAtCut(i, part, all);
    const goesOn = (i: number) => own[i] === 1 && atCut(i);
    const largest = together(labels, found, part, Math.max(w, h), goesOn);
    const isFresh = (i: number) => fresh(inWhole(i, part, w));
    const subject = changedWhere(own, largest, part.width, part.height, isFresh);
    if (subject.some((v, i) => v !== own[i] && atCut(i))) {
      forget(models);
      return null;
    }
    return { subject: withWindow(before.subject, w, part, subject), models };
  };

  /** The outline within a region of the fine size, refined with the colour models of the rough one. */
  const refined = (known: Uint8Array, { subject, models }: Found, of: Region) => {
    if (w === width && h === height) return windowOf(subject, w, of);
    const start = resized(banded(subject, w, h, BAND), [w, h], { width, height }, of);
    const own = windowOf(known, width, of);
    for (let i = 0; i < start.length; i++) if (own[i] !== LABEL.maybeSubject) start[i] = own[i]!;
    const subjects = start.map((l) => l & 1);
    // Only where the outline may run: the rest is certain.
    const near = holding(of, (i) => start[i]! >= LABEL.maybeBackground);
    const part = intersect(grow(near, MARGIN), of);
    const inside = { ...part, x: part.x - of.x, y: part.y - of.y };
    const labels = windowOf(start, of.width, inside);
    if (isEmpty(near) || !isTellable(labels)) return subjects;
    const seen = picture.roi(new cv.Rect(part.x, part.y, part.width, part.height));
    const found = rounds({ ...part, of: seen }, labels, models, 1, cv.GC_EVAL_FREEZE_MODEL);
    seen.delete();
    return withWindow(subjects, of.width, inside, found);
  };

  /** What is found at first. */
  const begun = (known: Uint8Array, answer: number): NonNullable<typeof last> => {
    const coarse = coarser(known, { width, height }, w, h);
    const found = first(coarse, answer);
    return { ...found, fine: refined(known, found, whole), known, coarse };
  };

  /** What was found, gone on from by what is newly known. */
  const onFrom = (before: NonNullable<typeof last>, known: Uint8Array): typeof before => {
    const marked = holding(whole, (i) => known[i] !== before.known[i]);
    if (isEmpty(marked)) return before;
    const coarse = coarser(known, { width, height }, w, h);
    /** What covers a region on a grid that is so many times as wide and as high. */
    const onGrid = (r: Region, across: number, down: number) =>
      covering(r.x * across, r.y * down, (r.x + r.width) * across, (r.y + r.height) * down);
    const about = grow(onGrid(marked, w / width, h / height), ABOUT);
    const fresh = (i: number) => coarse[i] !== before.coarse[i];
    const found =
      next(coarse, before, intersect(about, all), fresh) ?? next(coarse, before, all, fresh)!;
    const changed = holding(all, (k) => found.subject[k] !== before.subject[k]);
    const touched = unite(marked, onGrid(changed, width / w, height / h));
    const of = intersect(grow(touched, NEARBY), whole);
    const own = windowOf(before.fine, width, of);
    const isTouched = (i: number) => {
      const j = inWhole(i, of, width);
      const k = beneath(Math.floor(j / width), height, h) * w + beneath(j % width, width, w);
      return known[j] !== before.known[j] || found.subject[k] !== before.subject[k];
    };
    const fine = changedWhere(own, refined(known, found, of), of.width, of.height, isTouched);
    if (found.models !== before.models) forget(found.models);
    return {
      ...{ subject: found.subject, models: before.models, known, coarse },
      fine: withWindow(before.fine, width, of, fine),
    };
  };

  /** The answer that was last begun from. */
  let begunFrom = 0;
  return {
    cut(known, answer = 0) {
      if (answer !== begunFrom && last) {
        forget(last.models);
        last = null;
      }
      begunFrom = answer;
      const made = last ? onFrom(last, known) : begun(known, answer);
      const { fine } = made;
      if (last ? !fine.includes(1) : !isSome(fine, known)) {
        // What was found before stays, to go on from when the stroke is undone.
        if (!last) forget(made.models);
        throw new NothingToTell(last ? NOTHING_LEFT : NOTHING_STANDS_OUT);
      }
      last = made;
      return known.map((l, i) =>
        l <= LABEL.subject ? l : fine[i] ? LABEL.maybeSubject : LABEL.maybeBackground,
      );
    },
    answers() {
      const tried = trials?.tried ?? [];
      const { width: across, height: down } = trial;
      return tried
        .map(({ subject, score }, number) => ({ number, subject, score }))
        .filter(
          (t, k) =>
            t.score > tried[0]!.score - CLOSE &&
            tried.slice(0, k).every((b) => !isSame(t.subject, b.subject)),
        )
        .slice(0, SHOWN)
        .map(({ number, subject }) => ({ number, subject, width: across, height: down }));
    },
    close() {
      if (last) forget(last.models);
      forgetTrials();
      picture.delete();
      rough.of.delete();
      trial.of.delete();
    },
  };
}
