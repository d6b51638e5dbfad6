import { guesses, isTight, sharedColours } from './first-guess';
import type { Region } from '../pixels/region';
import { covering, grow, holding, intersect, isEmpty, unite } from '../pixels/region';
import { workingSize } from './cut-out';
import { changedWhere, largestComponents } from './largest-components';
import { LABEL, banded, beneath, coarser, resized } from './labels';
import type { Mat, OpenCv } from './opencv';
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
const TRIAL_SIDE = 320;
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

type Size = Pick<Region, 'width' | 'height'>;

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

/** What a guess came to: whether it comes near to all sides, and which share of its colours the background has as well. */
interface Tried extends Found {
  tight: boolean;
  shared: number;
}

/**
 * A cutter for a picture of three bytes a px, red, green and blue. Subjects are segmented at a rough size first; along
 * their outline, again at that of the picture.
 */
export function cutterFor(cv: OpenCv, rgb: Uint8Array, width: number, height: number): Cutter {
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

  /** What the guesses come to at the trial size, those that are nothing or all left out; the best first. */
  const tries = (small: Uint8Array): Tried[] => {
    const { width, height } = trial;
    const soft = colours();
    const tried: Tried[] = [];
    for (const start of guesses(small, soft, width, height).filter(isTellable)) {
      const models = learnt();
      const rest = rounds(trial, start, models, TRIAL_ROUNDS[0], cv.GC_INIT_WITH_MASK);
      const subject = onward(small, rest, models, TRIAL_ROUNDS[1], trial);
      if (!isSome(subject, small)) {
        forget(models);
        continue;
      }
      const tight = isTight(subject, small, width, height);
      const shared = sharedColours(subject, soft);
      tried.push({ subject, models, tight, shared });
      if (tight && shared < PLAIN) break;
      // The last guess is that all is the subject: it is tried where the others came to nothing.
      if (tried.length > 1 && tried.some((t) => t.tight)) break;
    }
    // The first that is tight, unless another parts colours better.
    return tried.reduce<Tried[]>((sorted, t) => {
      const at = sorted.findIndex((s) =>
        t.tight === s.tight ? t.shared < CLEARLY * s.shared : t.tight,
      );
      return at < 0 ? [...sorted, t] : [...sorted.slice(0, at), t, ...sorted.slice(at)];
    }, []);
  };

  /** Goes on from the guess that comes to most, or from the next if that comes to nothing. */
  const first = (known: Uint8Array): Found => {
    checkTellable(known);
    const small = coarser(known, rough, trial.width, trial.height);
    const tried = tries(small);
    try {
      for (const { subject, models } of tried) {
        const on = BEST_ROUNDS.reduce(
          (before, count) => onward(known, before, models, count),
          resized(together(small, subject, trial), [trial.width, trial.height], rough),
        );
        const whole = together(known, on);
        if (isSome(whole, known)) return { subject: whole, models: copied(models) };
      }
    } finally {
      for (const t of tried) forget(t.models);
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
  const begun = (known: Uint8Array): NonNullable<typeof last> => {
    const coarse = coarser(known, { width, height }, w, h);
    const found = first(coarse);
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

  return {
    cut(known) {
      const made = last ? onFrom(last, known) : begun(known);
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
    close() {
      if (last) forget(last.models);
      picture.delete();
      rough.of.delete();
      trial.of.delete();
    },
  };
}
