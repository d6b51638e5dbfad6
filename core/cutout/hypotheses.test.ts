import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import type { Weighed } from './hypotheses';
import { byAgreement, hypotheses, isCertain, sameness } from './hypotheses';
import { LABEL } from './labels';
import { sureness } from './people';
import { backgroundChance, relations, saliency } from './saliency';
import { superpixels } from './superpixels';
import { closeAnswers, previewOf } from './trials';

const [W, H] = [120, 90];
/** A disc of a colour that the lower side of the frame cuts, on a ground that grows lighter downwards. */
const inDisc = (i: number) => Math.hypot((i % W) - 60, Math.floor(i / W) - 78) < 34;
const scene = Float32Array.from({ length: 3 * W * H }, (_, k) => {
  const i = Math.floor(k / 3);
  const ground = [90 + Math.floor(i / W) / 3, 128, 118];
  return (inDisc(i) ? [150, 170, 160] : ground)[k % 3]! + ((k * 7919) % 5);
});
const mean = (values: ArrayLike<number>, holds: (i: number) => boolean) => {
  const own = Array.from(values).filter((_, i) => holds(i));
  return own.reduce((a, b) => a + b, 0) / own.length;
};

describe('superpixels', () => {
  it('are means of the px that belong to them, and every px belongs to one', () => {
    const patches = superpixels(scene, W, H, 80);
    expect(patches.count).toBeGreaterThan(50);
    expect(patches.count).toBeLessThanOrEqual(90);
    expect(patches.sizes.reduce((a, b) => a + b, 0)).toBe(W * H);
    for (const k of [0, 7, patches.count - 1]) {
      const own = [...patches.of.keys()].filter((i) => patches.of[i] === k);
      expect(own).toHaveLength(patches.sizes[k]!);
      expect(
        mean(
          own.map((i) => scene[3 * i + 1]!),
          () => true,
        ),
      ).toBeCloseTo(patches.colours[3 * k + 1]!, 6);
      expect(
        mean(
          own.map((i) => i % W),
          () => true,
        ),
      ).toBeCloseTo(patches.places[2 * k]!, 6);
    }
  });

  it('keep to an edge', () => {
    const patches = superpixels(scene, W, H, 80);
    // Of each patch nearly all lies to one side of the outline.
    const inside = new Float64Array(patches.count);
    patches.of.forEach((k, i) => (inside[k]! += Number(inDisc(i))));
    const torn = inside.map((n, k) => Math.min(n, patches.sizes[k]! - n));
    expect(torn.reduce((a, b) => a + b, 0) / (W * H)).toBeLessThan(0.01);
  });
});

describe('saliency', () => {
  it('takes what runs along much of the frame for background, not what the frame cuts', () => {
    const patches = superpixels(scene, W, H, 80);
    const related = relations(patches, W, H);
    const chance = backgroundChance(patches, related);
    const stands = saliency(patches, related, chance);
    const px = (of: Float64Array) => Array.from(patches.of, (k) => of[k]!);
    expect(mean(px(chance), (i) => !inDisc(i))).toBeGreaterThan(0.9);
    expect(mean(px(chance), inDisc)).toBeLessThan(mean(px(chance), (i) => !inDisc(i)));
    expect(mean(px(stands), inDisc)).toBeGreaterThan(3 * mean(px(stands), (i) => !inDisc(i)));
  });
});

describe('hypotheses', () => {
  const open = new Uint8Array(W * H).fill(LABEL.maybeSubject);
  const subjectOf = (labels: Uint8Array) => labels.map((l) => l & 1);
  const truth = Uint8Array.from(open, (_, i) => Number(inDisc(i)));

  it('come to a subject that the frame cuts', () => {
    const sight = { width: W, height: H, colours: scene, people: null };
    const found = hypotheses(open, sight);
    expect(Math.max(...found.map((h) => sameness(subjectOf(h.start), truth)))).toBeGreaterThan(0.9);
    for (const { start, bonus } of found) {
      expect(bonus).toBe(0);
      expect(new Set(start)).toEqual(new Set([LABEL.maybeBackground, LABEL.maybeSubject]));
    }
  });

  it('leave what is certain, and hear people where they are sure', () => {
    const known = open.slice();
    known.fill(LABEL.background, 0, 10 * W);
    known.fill(LABEL.subject, 80 * W + 50, 80 * W + 60);
    const people = Float32Array.from(truth, (v) => (v ? 0.99 : 0.01));
    const found = hypotheses(known, { width: W, height: H, colours: scene, people });
    expect(found[0]!.bonus).toBeGreaterThan(0);
    expect(sameness(subjectOf(found[1]!.start), truth)).toBeGreaterThan(0.95);
    for (const { start } of found)
      known.forEach((l, i) => l !== LABEL.maybeSubject && expect(start[i]).toBe(l));
    const unsure = people.map((v) => v * 0.6);
    expect(hypotheses(known, { width: W, height: H, colours: scene, people: unsure })).toHaveLength(
      found.length - 2,
    );
  });

  it('are sorted by what agrees with them and by their colours, and only those that differ stay', () => {
    const from = (a: number, b: number, more: Partial<Weighed> = {}): Weighed & { a: number } => ({
      ...{ a, subject: Uint8Array.from({ length: 100 }, (_, i) => Number(i >= a && i < b)) },
      ...{ shared: 0.2, tight: true, bonus: 0, ...more },
    });
    expect(byAgreement([from(0, 50), from(40, 90), from(41, 90)]).map((t) => t.a)).toEqual([40, 0]);
    const shared = [from(0, 50, { shared: 0 }), from(40, 90, { shared: 0.9 })];
    expect(byAgreement(shared)[0]!.a).toBe(0);
    expect(byAgreement([from(0, 50, { tight: false }), from(40, 90)])[0]!.a).toBe(40);
    expect(isCertain([from(0, 50), from(0, 51), from(0, 50)])).toBe(true);
    expect(isCertain([from(0, 50), from(0, 51)])).toBe(false);
    expect(isCertain([from(0, 50), from(0, 51), from(20, 50)])).toBe(false);
    expect(isCertain([from(0, 50), from(0, 51), from(0, 50, { tight: false })])).toBe(false);
  });

  it('share of two subjects what the sets of their px share', () => {
    fc.assert(
      fc.property(
        fc.array(fc.boolean(), { minLength: 30, maxLength: 30 }),
        fc.array(fc.boolean(), { minLength: 30, maxLength: 30 }),
        (a, b) => {
          const [x, y] = [a, b].map((v) => new Set(v.flatMap((own, i) => (own ? [i] : []))));
          const either = new Set([...x!, ...y!]).size;
          const both = [...x!].filter((i) => y!.has(i)).length;
          const made = sameness(Uint8Array.from(a, Number), Uint8Array.from(b, Number));
          expect(made).toBeCloseTo(either ? both / either : 1, 12);
        },
      ),
    );
  });

  it('are shown where they are close to the best, and leave of a picture what their subject covers', () => {
    const models = null as never;
    const subject = Uint8Array.from([1, 0, 0, 0, 1, 0]);
    const of = [0.9, 0.8, 0.75, 0.72, 0.2].map((score) => ({ score, models, subject }));
    const shown = closeAnswers(of, { width: 3, height: 2 });
    expect(shown.map((a) => a.number)).toEqual([0, 1, 2]);
    expect(closeAnswers(of.slice(0, 1).concat(of.slice(4)), { width: 3, height: 2 })).toHaveLength(
      1,
    );
    expect(closeAnswers([], { width: 3, height: 2 })).toEqual([]);
    // A picture twice as wide and as high, of which each px is named by its number.
    const rgb = Uint8Array.from({ length: 72 }, (_, k) => Math.floor(k / 3) + 100 * (k % 3));
    const small = previewOf(shown[0]!, rgb, { width: 6, height: 4 });
    const px = (i: number) => [...small.subarray(4 * i, 4 * i + 4)];
    expect(px(0)).toEqual([7, 107, 207, 255]);
    expect(px(1)).toEqual([9, 109, 209, 0]);
    expect(px(4)).toEqual([21, 121, 221, 255]);
  });

  it('hear no people that are hardly there', () => {
    expect(sureness(new Float32Array(1000).fill(0.3))).toBe(0);
    const few = new Float32Array(1000).fill(0.01);
    few.fill(0.99, 0, 8);
    expect(sureness(few)).toBe(0);
    few.fill(0.75, 8, 100);
    expect(sureness(few)).toBeCloseTo((8 * 0.99 + 92 * 0.75) / 100, 5);
  });
});
