import type { Region } from '../pixels/region';
import { covering, grow, holding, intersect, isEmpty, unite } from '../pixels/region';
import { changedWhere } from './largest-components';
import { LABEL, banded, beneath, coarser, resized } from './labels';
import type { OpenCv } from './opencv';
import type { PeopleFinder } from './people';
import type { Found, Level } from './segmenter';
import { segmenterOf, startFrom, together } from './segmenter';
import {
  NOTHING_LEFT,
  NOTHING_STANDS_OUT,
  NothingToTell,
  checkKnown,
  checkTellable,
  isSome,
  isTellable,
} from './tellable';
import type { Answer, Tried } from './trials';
import { closeAnswers, tried } from './trials';
import { inWhole, isAtCut, windowOf, withWindow } from './window';

/** A picture cut again and again: at a rough size first, then its outline at that of the picture. */

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
/** The rounds of going on from the best answer, and from another cut. */
const BEST_ROUNDS = [2, 1] as const;
const NEXT_ROUNDS = 1;
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
  const picture: Level = { of: new cv.Mat(height, width, cv.CV_8UC3), width, height };
  picture.of.data.set(rgb);
  const segmenter = segmenterOf(cv, picture);
  const { copied, forget, onward, rounds } = segmenter;
  const rough = segmenter.level(ROUGH_SIDE);
  const trial = segmenter.level(TRIAL_SIDE);
  const { width: w, height: h } = rough;
  const whole: Region = { x: 0, y: 0, width, height };
  const all: Region = { x: 0, y: 0, width: w, height: h };
  /** What the last cut found, at the rough size and at the fine one, by which colours, and from which labels at either. */
  let last: (Found & Record<'fine' | 'known' | 'coarse', Uint8Array>) | null = null;

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
    trials = { known, tried: tried(cv, segmenter, trial, small, people) };
    return trials.tried;
  };

  /** Goes on from the answer of a number, or from the next that comes to something. */
  const first = (known: Uint8Array, answer: number): Found => {
    checkKnown(known);
    const found = triesOf(known);
    for (let k = 0; k < found.length; k++) {
      const { subject, models: own } = found[(answer + k) % found.length]!;
      const models = copied(own);
      const on = BEST_ROUNDS.reduce(
        (before, count) => onward(rough, known, before, models, count),
        resized(subject, [trial.width, trial.height], rough),
      );
      const largest = together(known, on, rough);
      if (isSome(largest, known)) return { subject: largest, models };
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
    const start = startFrom(labels, own);
    if (isAll) checkTellable(start);
    else if (!isTellable(start)) return null;
    const models = isAll ? before.models : copied(before.models);
    const seen = rough.of.roi(new cv.Rect(part.x, part.y, part.width, part.height));
    const found = rounds({ ...part, of: seen }, start, models, NEXT_ROUNDS, 'on');
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
    const seen = picture.of.roi(new cv.Rect(part.x, part.y, part.width, part.height));
    const found = rounds({ ...part, of: seen }, labels, models, 1, 'as learnt');
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
      return closeAnswers(trials?.tried ?? [], trial);
    },
    close() {
      if (last) forget(last.models);
      forgetTrials();
      for (const { of } of [picture, rough, trial]) of.delete();
    },
  };
}
