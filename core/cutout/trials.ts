import { commonColours, isTight } from './first-guess';
import type { Weighed } from './hypotheses';
import { byAgreement, hypotheses, isCertain } from './hypotheses';
import { beneath } from './labels';
import type { OpenCv } from './opencv';
import type { PeopleFinder } from './people';
import type { Found, Level, Segmenter, Size } from './segmenter';
import { together } from './segmenter';
import { isSome, isTellable } from './tellable';

/** What the hypotheses of where a subject is come to, on a small picture. */

/** The rounds of a trial: from a hypothesis, and from what of that holds together. */
const ROUNDS = [2, 1] as const;
/** How far the colours are blurred by which trials are weighed, px. */
const BLUR = 1.2;
/** An answer is close to the best if it has at most this much less for it. */
const CLOSE = 0.2;
/** So many answers are shown at most. */
const SHOWN = 3;

/** What a hypothesis came to, and how much speaks for it. */
export interface Tried extends Found {
  score: number;
}

/** What a picture may be cut to: its number, and 1 where its subject is, 0 elsewhere, on a small grid. */
export interface Answer extends Size {
  number: number;
  subject: Uint8Array;
}

/** The colours of a level in Lab, a little blurred: three floats a px, 0–255. */
function softColours(cv: OpenCv, { of }: Level): Float32Array {
  const [lab, soft] = [new cv.Mat(), new cv.Mat()];
  cv.cvtColor(of, lab, cv.COLOR_RGB2Lab);
  cv.GaussianBlur(lab, soft, new cv.Size(0, 0), BLUR);
  const out = Float32Array.from(soft.data);
  lab.delete();
  soft.delete();
  return out;
}

/** What a start comes to on a level; null if that is nothing or all. */
function trial(segmenter: Segmenter, at: Level, known: Uint8Array, start: Uint8Array) {
  if (!isTellable(start)) return null;
  const models = segmenter.learnt();
  const rest = segmenter.rounds(at, start, models, ROUNDS[0], 'anew');
  const subject = segmenter.onward(at, known, rest, models, ROUNDS[1]);
  if (isSome(subject, known)) return { subject: together(known, subject, at), models };
  segmenter.forget(models);
  return null;
}

/** The answers to where the subject is, by what is known on a level; the best first, and only those that differ. */
export function tried(
  cv: OpenCv,
  segmenter: Segmenter,
  at: Level,
  known: Uint8Array,
  people: PeopleFinder | null,
): Tried[] {
  const { width, height } = at;
  const colours = softColours(cv, at);
  const seen = people?.chance(at.of, width, height) ?? null;
  const all: (Found & Weighed)[] = [];
  for (const { start, bonus } of hypotheses(known, { width, height, colours, people: seen })) {
    const found = trial(segmenter, at, known, start);
    if (!found) continue;
    const tight = isTight(found.subject, known, width, height);
    all.push({ ...found, bonus, tight, shared: commonColours(found.subject, colours) });
    if (isCertain(all)) break;
  }
  const sorted = byAgreement(all);
  const used = new Set(sorted.map((t) => t.models));
  for (const { models } of all) if (!used.has(models)) segmenter.forget(models);
  return sorted;
}

/** Those of the answers that are close to the best; `of` are sorted, on a grid of a size. */
export function closeAnswers(of: readonly Tried[], { width, height }: Size): Answer[] {
  return of
    .filter((t) => t.score > of[0]!.score - CLOSE)
    .slice(0, SHOWN)
    .map(({ subject }, number) => ({ number, subject, width, height }));
}

/**
 * What an answer would leave of a picture (three bytes a px), small: straight RGBA, four bytes a px of the answer's
 * grid, transparent where the subject is not.
 */
export function previewOf(
  { subject, width, height }: Answer,
  rgb: Uint8Array,
  size: Size,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < subject.length; i++) {
    const row = beneath(Math.floor(i / width), height, size.height);
    const at = row * size.width + beneath(i % width, width, size.width);
    out.set(rgb.subarray(3 * at, 3 * at + 3), 4 * i);
    out[4 * i + 3] = subject[i]! * 255;
  }
  return out;
}
