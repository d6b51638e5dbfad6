import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { edgeError, nextMark, overlap, subjectOver } from '../../demo/cut-subjects';
import '../kernels/load';
import { defaultsOf } from '../definitions/parameter-values';
import { boxPath } from '../geometry/box-paths';
import type { WorkedCut } from '../testing/worked-cut';
import { workedCut } from '../testing/worked-cut';
import type { CutOutShape, Mark } from './cut-out';
import { edgeParameters } from './cut-out';
import { barrierDistance, isTight, parting, commonColours } from './first-guess';
import type { OpenCv } from './opencv';
import { cutterFor } from './grabcut';
import { sameness } from './hypotheses';
import { peopleFinder, sureness } from './people';
import { NothingToTell } from './tellable';
import { LABEL, knownLabels } from './labels';

/** The network that finds people. */
const NETWORK = createRequire(import.meta.url).resolve(
  '@mediapipe/selfie_segmentation/selfie_segmentation.tflite',
);
// Not by `import`: the library can be awaited, and would be without end.
const library = createRequire(import.meta.url)('@techstark/opencv-js') as OpenCv & {
  onRuntimeInitialized?: () => void;
};
beforeAll(
  () =>
    new Promise<void>((resolve) => {
      const { Mat } = library as Partial<OpenCv>;
      if (Mat) resolve();
      else library.onRuntimeInitialized = resolve;
    }),
  30_000,
);

/** A cut-out of a subject as it is worked on, boxed: what the mask shows after each stroke. */
async function worked(...of: Parameters<typeof subjectOver>) {
  const subject = await subjectOver(...of);
  return { subject, ...showing(workedCut(library, subject, boxPath(subject.box))) };
}

/** What the mask of a cut-out shows once values are set. */
function showing(work: WorkedCut) {
  const show = (values: Partial<CutOutShape> = {}) => {
    work.cut(values);
    return work.mask();
  };
  return { ...work, show, marks: () => work.shape().marks };
}

describe('a cut-out', () => {
  it('finds a subject within one box, and its edge', async () => {
    const { subject, show, close } = await worked('paper-boat', 'harbour-wall');
    const found = show();
    expect(overlap(found, subject.truth)).toBeGreaterThan(0.95);
    expect(edgeError(found, subject, 4)).toBeLessThan(0.15);
    // Softer at the edge, and moved, it is still the same subject.
    expect(overlap(show({ soft: 4 }), subject.truth)).toBeGreaterThan(0.93);
    const total = (data: Float32Array) => data.reduce((sum, v) => sum + v, 0);
    const shifted = [-60, 0, 60].map((shift) => total(show({ soft: 0, shift })));
    expect(shifted[0]).toBeLessThan(shifted[1]!);
    expect(shifted[1]).toBeLessThan(shifted[2]!);
    close();
  }, 60_000);

  it('comes to the subject by three strokes over what is wrong', async () => {
    const { subject, show, marks, close } = await worked('ceramic-heron', 'harbour-wall');
    let found = show();
    const first = overlap(found, subject.truth);
    for (let i = 0; i < 3; i++) {
      const mark = nextMark(found, subject);
      if (mark) found = show({ marks: [...marks(), mark] });
    }
    expect(overlap(found, subject.truth)).toBeGreaterThan(Math.max(first, 0.98));
    expect(edgeError(found, subject, 4)).toBeLessThan(0.1);
    close();
  }, 60_000);

  it('is guessed of subjects that the frame cuts, and close answers are chosen by their number', async () => {
    const people = peopleFinder(library, readFileSync(NETWORK));
    const heron = await subjectOver('ceramic-heron', 'wet-pier', 'cut by three sides');
    const guess = showing(workedCut(library, heron, null, people));
    expect(overlap(guess.show(), heron.truth)).toBeGreaterThan(0.95);
    guess.close();
    const helmet = await subjectOver('helmet-alone', 'plain', 'cut by one side');
    const other = showing(workedCut(library, helmet, null));
    const likeliest = other.show();
    expect(overlap(likeliest, helmet.truth)).toBeGreaterThan(0.98);
    // Of one answer any number is the same.
    if (other.answers().length === 1) expect(other.show({ answer: 1 })).toEqual(likeliest);
    other.close();
  }, 60_000);

  it('sees a figure like a person, and no one in an even picture', async () => {
    const people = peopleFinder(library, readFileSync(NETWORK));
    const { width, height, rgba, truth } = await subjectOver('wire-hair-bust', 'plain');
    const seen = new library.Mat(height, width, library.CV_8UC3);
    for (let i = 0; i < width * height; i++) seen.data.set(rgba.subarray(4 * i, 4 * i + 3), 3 * i);
    const chance = people.chance(seen, width, height);
    expect(sureness(chance)).toBeGreaterThan(0.9);
    expect(overlap(chance, truth)).toBeGreaterThan(0.8);
    seen.data.fill(110);
    expect(sureness(people.chance(seen, 64, 48))).toBe(0);
    seen.delete();
  }, 30_000);

  it('has answers that differ, the best first, and goes on from the one that is chosen', () => {
    // Two discs that differ from the ground and from one another: either may be the subject.
    const [width, height] = [240, 160];
    const inDisc = (i: number, cx: number, r: number) =>
      Math.hypot((i % width) - cx, Math.floor(i / width) - 84) < r;
    const rgb = Uint8Array.from({ length: 3 * width * height }, (_, k) => {
      const i = Math.floor(k / 3);
      const own = inDisc(i, 78, 40)
        ? [230, 60, 40]
        : inDisc(i, 168, 34)
          ? [40, 190, 80]
          : [90, 90, 100];
      return own[k % 3]! + ((k * 7919) % 9);
    });
    const open = new Uint8Array(width * height).fill(LABEL.maybeSubject);
    const cutter = cutterFor(library, rgb, width, height);
    const subjectOf = (labels: Uint8Array) => labels.map((l) => l & 1);
    const first = subjectOf(cutter.cut(open));
    const answers = cutter.answers();
    expect(answers[0]!.number).toBe(0);
    expect(answers[0]!.subject).toHaveLength(answers[0]!.width * answers[0]!.height);
    answers.forEach((a, k) =>
      answers.slice(0, k).forEach((b) => expect(sameness(a.subject, b.subject)).toBeLessThan(0.86)),
    );
    for (const { number } of answers.slice(1))
      expect(sameness(subjectOf(cutter.cut(open, number)), first)).toBeLessThan(0.86);
    // Without a number it is the likeliest again.
    expect(subjectOf(cutter.cut(open))).toEqual(first);
    cutter.close();
  });

  it('of nothing is refused in words, and what was found before stays', () => {
    const [width, height] = [160, 120];
    const disc = (i: number, r: number) =>
      Math.hypot((i % width) - 80, Math.floor(i / width) - 60) < r;
    const seen = (radius: number) =>
      Uint8Array.from({ length: 3 * width * height }, (_, k) => {
        const own = disc(Math.floor(k / 3), radius) ? [210, 150, 50] : [50, 70, 110];
        return own[k % 3]! + ((k * 7919) % 5);
      });
    const known = (more: (i: number) => number | null = () => null) =>
      Uint8Array.from({ length: width * height }, (_, i) => {
        const inBox = i % width > 20 && i % width < 140 && i > 15 * width && i < 105 * width;
        return more(i) ?? (inBox ? LABEL.maybeSubject : LABEL.background);
      });
    const even = cutterFor(library, seen(0), width, height);
    expect(() => even.cut(known())).toThrow(NothingToTell);
    even.close();
    // Under a hundredth of the box is as good as nothing.
    const tiny = cutterFor(library, seen(4), width, height);
    expect(() => tiny.cut(known())).toThrow(/stands out/);
    tiny.close();
    const cutter = cutterFor(library, seen(30), width, height);
    const found = cutter.cut(known());
    const size = found.reduce((sum, l) => sum + (l & 1), 0);
    expect(size / (Math.PI * 900)).toBeCloseTo(1, 1);
    // A stroke over all that was found leaves nothing of it; without it the cut is as it was.
    const erased = known((i) => (disc(i, 36) ? LABEL.background : null));
    expect(() => cutter.cut(erased)).toThrow(/[Nn]othing is left/);
    expect(cutter.cut(known())).toEqual(found);
    cutter.close();
  });

  it('keeps what is certain, and takes in by a stroke what that goes over and what hangs on it', () => {
    // Two discs of a colour on an even ground, of which only the left may be the subject at first.
    const [width, height] = [200, 120];
    const inDisc = (i: number, cx: number, r: number) =>
      Math.hypot((i % width) - cx, Math.floor(i / width) - 60) < r;
    const rgb = Uint8Array.from({ length: 3 * width * height }, (_, k) => {
      const i = Math.floor(k / 3);
      const own = inDisc(i, 55, 30) || inDisc(i, 150, 22) ? [200, 140, 60] : [40, 60, 90];
      return own[k % 3]! + ((i * 7919 + k) % 9) - 4;
    });
    const labels = (right: (i: number) => number) =>
      Uint8Array.from({ length: width * height }, (_, i) =>
        i % width > 96 ? right(i) : inDisc(i, 55, 14) ? LABEL.subject : LABEL.maybeSubject,
      );
    const cutter = cutterFor(library, rgb, width, height);
    const isOn = (made: Uint8Array, x: number, y: number) => made[y * width + x]! & 1;
    const known = labels(() => LABEL.background);
    const first = cutter.cut(known);
    expect([isOn(first, 55, 60), isOn(first, 55, 36), isOn(first, 10, 10)]).toEqual([1, 1, 0]);
    known.forEach((l, i) => l <= LABEL.subject && expect(first[i]).toBe(l));
    const stroked = labels((i) =>
      inDisc(i, 150, 8)
        ? LABEL.subject
        : inDisc(i, 150, 26)
          ? LABEL.maybeSubject
          : LABEL.background,
    );
    const second = cutter.cut(stroked);
    expect([isOn(second, 150, 60), isOn(second, 150, 44)]).toEqual([1, 1]);
    for (let i = 0; i < second.length; i++)
      if (i % width < 90) expect(second[i]! & 1).toBe(first[i]! & 1);
    cutter.close();
  });

  it('takes in by a stroke all that hangs on it, however far that goes on', () => {
    // A disc, which is the subject, and a bar of its colour beside it, long and too narrow to be segmented with it.
    const [width, height] = [460, 90];
    const inDisc = (i: number) => Math.hypot((i % width) - 45, Math.floor(i / width) - 45) < 36;
    const inBar = (i: number) => i % width >= 110 && Math.abs(Math.floor(i / width) - 45) < 5;
    const rgb = Uint8Array.from({ length: 3 * width * height }, (_, k) => {
      const i = Math.floor(k / 3);
      const own = inDisc(i) || inBar(i) ? [200, 140, 60] : [40, 60, 90];
      return own[k % 3]! + ((i * 7919 + k) % 9) - 4;
    });
    const isEdge = (i: number) => {
      const [x, y] = [i % width, Math.floor(i / width)];
      return x < 2 || y < 2 || y >= height - 2;
    };
    const known = Uint8Array.from({ length: width * height }, (_, i) =>
      isEdge(i) ? LABEL.background : LABEL.maybeSubject,
    );
    const cutter = cutterFor(library, rgb, width, height);
    const isOn = (made: Uint8Array, x: number) => made[45 * width + x]! & 1;
    const first = cutter.cut(known);
    expect([45, 115, 280, 450].map((x) => isOn(first, x))).toEqual([1, 0, 0, 0]);
    const stroked = known.map((l, i) => (inBar(i) && i % width > 430 ? LABEL.subject : l));
    const second = cutter.cut(stroked);
    // Far beyond the window that is segmented about a stroke at first.
    expect([45, 115, 280, 450].map((x) => isOn(second, x))).toEqual([1, 1, 1, 1]);
    expect(isOn(second, 95)).toBe(0);
    cutter.close();
  });

  it('says what is missing where nothing can be told apart', () => {
    const cutter = cutterFor(library, new Uint8Array(300).fill(90), 10, 10);
    const all = (label: number) => new Uint8Array(100).fill(label);
    expect(() => cutter.cut(all(LABEL.background))).toThrow(NothingToTell);
    expect(() => cutter.cut(all(LABEL.subject))).toThrow(/All of the picture/);
    expect(() => cutter.cut(all(LABEL.maybeSubject))).toThrow(/stands out/);
    cutter.close();
  });
});

describe('what is known', () => {
  const shape = (marks: Mark[]): CutOutShape => ({
    ...{ kind: 'cut-out', asset: `${'a'.repeat(64)}.png`, width: 100, height: 80 },
    ...{ around: boxPath({ x0: 10, y0: 10, x1: 90, y1: 70 }), marks, found: null },
    ...defaultsOf(edgeParameters),
  });
  const grid = { width: 50, height: 40, scale: 0.5 };
  const at = (labels: Uint8Array, x: number, y: number) => labels[Math.floor(y / 2) * 50 + x / 2];
  const mark = (says: Mark['says']): Mark => ({ says, size: 10, points: [30, 40, 70, 40] });

  it('is the outside of the outline, and what marks say', () => {
    const labels = knownLabels(shape([mark('subject')]), grid);
    expect([at(labels, 4, 40), at(labels, 20, 20), at(labels, 50, 40)]).toEqual([
      LABEL.background,
      LABEL.maybeSubject,
      LABEL.subject,
    ]);
  });
  it('is what the last of two marks says where they contradict; hair says nothing', () => {
    const [yes, no, hair] = [mark('subject'), mark('background'), mark('hair')];
    expect(at(knownLabels(shape([yes, no]), grid), 50, 40)).toBe(LABEL.background);
    expect(at(knownLabels(shape([no, yes, hair]), grid), 50, 40)).toBe(LABEL.subject);
    expect(at(knownLabels(shape([hair]), grid), 50, 40)).toBe(LABEL.maybeSubject);
  });
});

describe('the first guess', () => {
  const tone = fc.integer({ min: 0, max: 255 });
  const colours = (tones: readonly number[]) =>
    Float32Array.from({ length: 3 * tones.length }, (_, i) => tones[Math.floor(i / 3)]!);

  it('knows the barrier along the one way that there is', () => {
    fc.assert(
      fc.property(fc.array(tone, { minLength: 1, maxLength: 12 }), (tones) => {
        const made = barrierDistance(colours(tones), (i) => i === 0, tones.length, 1);
        tones.forEach((_, x) => {
          const way = tones.slice(0, x + 1);
          expect(made[x]).toBe(Math.max(...way) - Math.min(...way));
        });
      }),
    );
  });
  it('never takes a barrier for less than it is', () => {
    const [w, h] = [6, 5];
    /** The least range of tones within which a px hangs together with the left edge, tried one by one. */
    const least = (tones: readonly number[], at: number): number => {
      let best = Infinity;
      for (const low of tones)
        for (const high of tones) {
          if (high < low || high - low >= best) continue;
          const open = (i: number) => tones[i]! >= low && tones[i]! <= high;
          const found = new Set(tones.flatMap((_, i) => (i % w === 0 && open(i) ? [i] : [])));
          for (const i of found)
            for (const j of [i % w ? i - 1 : -1, (i + 1) % w ? i + 1 : -1, i - w, i + w])
              if (j >= 0 && j < w * h && open(j)) found.add(j);
          if (found.has(at)) best = high - low;
        }
      return best;
    };
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 9 }), { minLength: w * h, maxLength: w * h }),
        fc.nat({ max: w * h - 1 }),
        (tones, at) => {
          const made = barrierDistance(colours(tones), (i) => i % w === 0, w, h)[at]!;
          expect(made).toBeGreaterThanOrEqual(at % w === 0 ? 0 : least(tones, at));
          expect(made).toBeLessThan(10);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('tells whether a subject fills its box, and how many of its colours it shares', () => {
    const known = new Uint8Array(100).fill(LABEL.background);
    for (let y = 2; y < 8; y++) known.fill(LABEL.maybeSubject, y * 10 + 2, y * 10 + 8);
    const full = known.map((l) => Number(l === LABEL.maybeSubject));
    expect(isTight(full, known, 10, 10)).toBe(true);
    const left = full.map((v, i) => (i % 10 < 5 ? v : 0));
    expect(isTight(left, known, 10, 10)).toBe(false);
    // Half of the subject is of the tone of the background.
    const tones = full.map((v, i) => (v && i % 10 < 5 ? 200 : 20));
    expect(commonColours(full, colours([...tones]))).toBeCloseTo(0.5, 5);
    expect(commonColours(left, colours([...tones]))).toBe(0);
  });
  it('asks for nothing at sides that lie on the frame', () => {
    const [width, height] = [100, 80];
    const within = (x0: number, x1: number, y0: number, y1: number) => (i: number) => {
      const [x, y] = [i % width, Math.floor(i / width)];
      return x >= x0 && x < x1 && y >= y0 && y < y1;
    };
    const all = Array.from({ length: width * height }, (_, i) => i);
    const labels = (may: (i: number) => boolean) =>
      Uint8Array.from(all, (i) => (may(i) ? LABEL.maybeSubject : LABEL.background));
    const small = Uint8Array.from(all, (i) => Number(within(40, 70, 12, 50)(i)));
    expect(isTight(small, labels(within(38, 72, 10, 79)), width, height)).toBe(false);
    expect(isTight(small, labels(within(38, 72, 10, 80)), width, height)).toBe(true);
    expect(isTight(small, labels(within(0, 100, 10, 80)), width, height)).toBe(true);
    expect(isTight(small, labels(within(1, 99, 10, 80)), width, height)).toBe(true);
    expect(isTight(small, labels(within(2, 98, 10, 80)), width, height)).toBe(false);
  });

  it('parts two kinds of values between them', () => {
    const values = [...Array.from({ length: 50 }, (_, i) => 20 + (i % 5)), 180, 190, 200, 185];
    expect(parting(values)).toBeGreaterThanOrEqual(24);
    expect(parting(values)).toBeLessThan(180);
  });
});
