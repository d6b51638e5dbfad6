import { scoped } from '../pixels/heap';
import { plane } from '../pixels/buffer';
import { distanceField } from '../kernels/distance';
import { holding } from '../pixels/region';
import { firstGuess, parting } from './first-guess';
import { LABEL } from './labels';
import { sureness } from './people';
import { backgroundChance, relations, saliency } from './saliency';
import { superpixels } from './superpixels';

/** Where the subject of a picture may be, by several cues: none is right for all pictures. */

/** What is seen of a picture. */
export interface Sight {
  width: number;
  height: number;
  /** Three floats a px, 0–255, a little blurred: L, a and b. */
  colours: Float32Array;
  /** The chance of people, 0–1 a px; null where there is no finder. */
  people: Float32Array | null;
}

export interface Hypothesis {
  /** Labels to begin a cut from. */
  start: Uint8Array;
  /** What it is worth beyond what agrees with it. */
  bonus: number;
}

/** A finder that is less sure sees no one; one that is more sure is trusted with what is certain. */
const SEEN = 0.8;
const SURE = 0.94;
/** What people are worth beyond the agreement of others (a mean overlap), from so sure on to fully sure. */
const PEOPLE_BONUS = { most: 0.15, from: 0.85, to: 0.95 };
/** What colours in common take from the agreement, and what it adds that an answer fills the outline round it. */
const COLOURS = 1;
const TIGHT = 0.3;
/** So far into sure people all is subject, and so far from them all is background, shares of the longer side. */
const INSIDE = 1 / 42;
const OUTSIDE = 1 / 21;
/** Superpixels of a picture. */
const PATCHES = 300;
/** Where subjects stand, a Gaussian: its middle and its σ across and down, shares of where the subject may be. */
const MIDDLE = { x: 0.5, y: 0.55, across: 0.3, down: 0.33 };

/** The distance of each px that holds from the nearest that does not, px. */
const depthOf = (holds: (i: number) => boolean, width: number, height: number): Float32Array =>
  scoped(() => {
    const shape = plane({ x: 0, y: 0, width, height });
    for (let i = 0; i < shape.data.length; i++) if (holds(i)) shape.data[i] = 1;
    return distanceField(shape, true).data.slice();
  });

/** A cue, 0–1 a px, parted into what may be the subject and what may not. */
function parted(cue: Float32Array): Uint8Array {
  const most = cue.reduce((a, b) => Math.max(a, b), 0) || 1;
  const tones = Array.from(cue, (v) => (v / most) * 255);
  const limit = parting(tones);
  return Uint8Array.from(tones, (v) => (v >= limit ? LABEL.maybeSubject : LABEL.maybeBackground));
}

/** Sure people: certain inside and far away. */
function surely(people: Float32Array, width: number, height: number): Uint8Array {
  const side = Math.max(width, height);
  const inside = depthOf((i) => people[i]! > 0.9, width, height);
  const outside = depthOf((i) => people[i]! < 0.1, width, height);
  return Uint8Array.from(people, (v, i) => {
    if (v > 0.9 && inside[i]! > INSIDE * side) return LABEL.subject;
    if (v < 0.1 && outside[i]! > OUTSIDE * side) return LABEL.background;
    return v > 0.5 ? LABEL.maybeSubject : LABEL.maybeBackground;
  });
}

/**
 * Hypotheses of where the subject of a picture is, whether or not the frame cuts it: by people, by what stands out
 * (`saliency.ts`), by where subjects stand, by these together, and by what is hard to come to from known background
 * (`first-guess.ts`). What is known for certain (`known`, labels) stays.
 */
export function hypotheses(known: Uint8Array, sight: Sight): Hypothesis[] {
  const { width, height, colours, people } = sight;
  const patches = superpixels(colours, width, height, PATCHES);
  const related = relations(patches, width, height);
  const chance = backgroundChance(patches, related);
  // A patch is background for certain if all of it is known to be.
  const open = new Set(patches.of.filter((_, i) => known[i] !== LABEL.background));
  const of = saliency(
    patches,
    related,
    chance.map((v, k) => (open.has(k) ? v : 1)),
  );
  const most = Math.max(...of) || 1;
  const salient = Float32Array.from(patches.of, (k) => of[k]! / most);
  const within = holding({ x: 0, y: 0, width, height }, (i) => known[i] !== LABEL.background);
  const central = Float32Array.from({ length: width * height }, (_, i) => {
    const x = (((i % width) - within.x) / within.width - MIDDLE.x) / MIDDLE.across;
    const y = ((Math.floor(i / width) - within.y) / within.height - MIDDLE.y) / MIDDLE.down;
    return Math.exp(-(x * x + y * y) / 2);
  });
  const sure = people ? sureness(people) : 0;
  const weight = 2 * Math.min(1, Math.max(0, (sure - 0.7) / 0.2));
  const together = salient.map(
    (v, i) => (v + central[i]! + weight * (people?.[i] ?? 0)) / (2 + weight),
  );
  const { most: full, from, to } = PEOPLE_BONUS;
  const bonus = full * Math.min(1, Math.max(0, (sure - from) / (to - from)));
  const found: Hypothesis[] = [];
  if (people && sure >= SURE) found.push({ start: surely(people, width, height), bonus });
  if (people && sure >= SEEN) found.push({ start: parted(people), bonus });
  for (const cue of [together, central, salient.map((v, i) => v * central[i]!), salient])
    found.push({ start: parted(cue), bonus: 0 });
  const start = firstGuess(known, colours, width, height);
  if (start) found.push({ start, bonus: 0 });
  return found.map(({ start, ...rest }) => ({
    ...rest,
    start: start.map((l, i) => (known[i] === LABEL.maybeSubject ? l : known[i]!)),
  }));
}

/** Two subjects that share more than this of what either has are the same one. */
const SAME = 0.85;

/** How far two subjects (1 or 0 a px) are the same: what they share of what either has. */
export function sameness(a: Uint8Array, b: Uint8Array): number {
  let [both, either] = [0, 0];
  for (let i = 0; i < a.length; i++) {
    both += a[i]! & b[i]!;
    either += a[i]! | b[i]!;
  }
  return either > 0 ? both / either : 1;
}

/** So many answers that are the same by this leave no doubt. */
const CERTAIN = { answers: 3, same: 0.92 };

/** Whether answers are so much the same that no other need be looked for. */
export function isCertain(answers: readonly Pick<Weighed, 'subject' | 'tight'>[]): boolean {
  const { answers: least, same } = CERTAIN;
  return (
    answers.length >= least &&
    answers.every((a) => a.tight) &&
    answers.every((a, k) => answers.slice(0, k).every((b) => sameness(a.subject, b.subject) > same))
  );
}

/** An answer: its subject (1 or 0 a px), the share of colours that it and its background have in common, and whether it fills its outline. */
export interface Weighed {
  subject: Uint8Array;
  shared: number;
  tight: boolean;
  bonus: number;
}

/**
 * Answers, the best first, and only those that differ: most of the others agree with it, and its colours are not those
 * of its background. `score` is what speaks for it.
 */
export function byAgreement<T extends Weighed>(answers: readonly T[]): (T & { score: number })[] {
  const scored = answers.map((a) => {
    const others = answers.filter((b) => b !== a);
    const sum = others.reduce((total, b) => total + sameness(a.subject, b.subject), 0);
    const tight = a.tight ? TIGHT : 0;
    const agreed = sum / Math.max(1, others.length);
    return { ...a, score: agreed + a.bonus + tight - COLOURS * a.shared };
  });
  scored.sort((a, b) => b.score - a.score);
  return scored.reduce<typeof scored>(
    (distinct, a) =>
      distinct.some((b) => sameness(a.subject, b.subject) > SAME) ? distinct : [...distinct, a],
    [],
  );
}
