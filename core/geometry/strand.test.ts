import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { path } from '../testing/scenes';
import { IDENTITY } from './affine';
import { dashed, piece, withoutGaps } from './dash';
import { corner } from './path';
import type { Strand } from './strand';
import { lengthsOf, limited, nearestShare, normalsOf, refined, strandsOf } from './strand';
import { tapered } from './taper';

const fine = { tolerance: 0.05, turn: Infinity };
const straight = strandsOf(
  [{ closed: false, anchors: [corner(0, 0), corner(100, 0)] }],
  IDENTITY,
  fine,
)[0]!;
const total = (s: Strand) => lengthsOf(s).at(-1) ?? 0;

describe('a strand', () => {
  it('made finer keeps its length, its ends and its widths; no step is longer than asked', () => {
    fc.assert(
      fc.property(path, fc.double({ min: 0.5, max: 30, noNaN: true }), (p, step) => {
        for (const s of strandsOf([p], IDENTITY, fine)) {
          const made = refined(s, step);
          expect(total(made)).toBeCloseTo(total(s), 6);
          expect([...made.points.subarray(0, 2)]).toEqual([...s.points.subarray(0, 2)]);
          expect(made.width.length).toBe(made.points.length / 2);
          const l = lengthsOf(made);
          for (let i = 1; i < l.length; i++) expect(l[i]! - l[i - 1]!).toBeLessThan(step + 1e-6);
        }
      }),
    );
  });

  it('has normals of length 1 that stand across it', () => {
    fc.assert(
      fc.property(path, (p) => {
        for (const s of strandsOf([p], IDENTITY, fine)) {
          const n = normalsOf(s);
          for (let i = 0; i < n.length; i += 2)
            expect(Math.hypot(n[i]!, n[i + 1]!)).toBeCloseTo(1, 9);
        }
      }),
    );
    expect([...normalsOf(straight)]).toEqual([-0, 1, -0, 1]);
  });

  it('takes the pressure of a pen from its anchors, evenly between them', () => {
    const [s] = strandsOf(
      [
        {
          closed: false,
          anchors: [
            { ...corner(0, 0), width: 0 },
            { ...corner(80, 0), width: 2 },
          ],
        },
      ],
      IDENTITY,
      fine,
    );
    const made = refined(s!, 10);
    made.width.forEach((w, i) => expect(w).toBeCloseTo((made.points[2 * i]! / 80) * 2, 9));
  });
});

describe('strands within limits', () => {
  const strand = (x: number, width = 1): Strand => ({
    closed: false,
    points: Float64Array.of(0, 0, x, 0),
    width: Float64Array.of(1, width),
    strength: 1,
  });
  it('leave out what lies or reaches beyond all bounds', () => {
    const near = strand(300);
    const all = [near, strand(1e12), strand(NaN), strand(10, 1e7), strand(Infinity)];
    expect(limited(all, 10, 100)).toEqual([near]);
  });
  it('are so many at most, and have so many points', () => {
    expect(limited([strand(1), strand(2), strand(3)], 2, 100)).toHaveLength(2);
  });
});

describe('a taper', () => {
  it('ends in nothing, is whole between, and shares a line that is too short', () => {
    const made = tapered(straight, { start: 20, end: 40, point: 'pointed' });
    const at = (x: number) => {
      const i = [...made.points].findIndex((v, k) => k % 2 === 0 && Math.abs(v - x) < 0.3) / 2;
      return made.width[i]!;
    };
    expect([made.width[0], made.width.at(-1)]).toEqual([0, 0]);
    expect(at(10)).toBeCloseTo(0.5, 1);
    expect(at(40)).toBe(1);
    expect(at(80)).toBeCloseTo(0.5, 1);
    const both = tapered(straight, { start: 150, end: 150, point: 'pointed' });
    expect(Math.max(...both.width)).toBeCloseTo(1, 1);
    expect(both.width[0]).toBe(0);
  });

  it('leaves closed lines and lines without length alone', () => {
    const closed = { ...straight, closed: true };
    expect(tapered(closed, { start: 5, end: 5, point: 'sharp' })).toBe(closed);
    const dot = strandsOf([{ closed: false, anchors: [corner(3, 3)] }], IDENTITY, fine)[0]!;
    expect(tapered(dot, { start: 5, end: 5, point: 'sharp' })).toBe(dot);
  });
});

describe('gaps', () => {
  const line = strandsOf(
    [{ closed: false, anchors: [corner(0, 0), corner(100, 0)] }],
    IDENTITY,
    fine,
  )[0]!;
  const round = {
    ...line,
    closed: true,
    points: Float64Array.of(0, 0, 100, 0, 100, 100, 0, 100),
    width: Float64Array.of(1, 1, 1, 1),
  };
  const length = (all: readonly Strand[]) =>
    all.reduce((sum, s) => sum + (lengthsOf(s).at(-1) ?? 0), 0);
  it('take their length out of a strand, where they lie', () => {
    const parts = withoutGaps(line, [
      { at: 0.25, size: 10 },
      { at: 0.6, size: 20 },
    ]);
    expect(parts.map((p) => [p.points[0], p.points.at(-2)])).toEqual([
      [0, 20],
      [30, 50],
      [70, 100],
    ]);
  });
  it('open a closed strand once, and part it from the second on', () => {
    const once = withoutGaps(round, [{ at: 0.5, size: 40 }]);
    expect(once).toHaveLength(1);
    expect(length(once)).toBeCloseTo(360, 9);
    expect([once[0]!.points[0], once[0]!.points[1]]).toEqual([80, 100]);
    expect(
      length(
        withoutGaps(round, [
          { at: 0.01, size: 40 },
          { at: 0.7, size: 10 },
        ]),
      ),
    ).toBeCloseTo(350, 9);
  });
  it('leave finite strands, shorter by no more than they are long, whatever they are', () => {
    const gap = fc.record({
      at: fc.double({ min: 0, max: 1, noNaN: true }),
      size: fc.double({ min: 0, max: 1000, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(gap, { maxLength: 6 }), fc.constantFrom(line, round), (gaps, on) => {
        const parts = withoutGaps(on, gaps);
        expect(parts.every((p) => p.points.every(Number.isFinite))).toBe(true);
        const left = length(parts);
        expect(left).toBeLessThanOrEqual(length([on]) + 1e-6);
        expect(left).toBeGreaterThanOrEqual(
          length([on]) - gaps.reduce((s, g) => s + g.size, 0) - 1e-6,
        );
      }),
    );
  });
});

describe('the nearest place on a strand', () => {
  it('is as near as any of its points, and lies where it says', () => {
    fc.assert(
      fc.property(
        path,
        fc.double({ min: -50, max: 150, noNaN: true }),
        fc.double({ min: -50, max: 150, noNaN: true }),
        (p, x, y) => {
          const strand = strandsOf([p], IDENTITY, fine)[0]!;
          const lengths = lengthsOf(strand);
          const total = lengths.at(-1) ?? 0;
          fc.pre(total > 1);
          const near = nearestShare(strand, { x, y });
          for (let i = 0; i < strand.points.length; i += 2)
            expect(near.distance).toBeLessThanOrEqual(
              Math.hypot(strand.points[i]! - x, strand.points[i + 1]! - y) + 1e-9,
            );
          const at = piece(strand, lengths, near.at * total, near.at * total).points;
          expect(Math.hypot(at[0]! - x, at[1]! - y)).toBeCloseTo(near.distance, 4);
        },
      ),
    );
  });
});

describe('dashes', () => {
  it('cover their share of any line, whatever the phase', () => {
    fc.assert(
      fc.property(
        path,
        fc.double({ min: 1, max: 30, noNaN: true }),
        fc.double({ min: 1, max: 30, noNaN: true }),
        fc.double({ min: -100, max: 100, noNaN: true }),
        (p, dash, gap, phase) => {
          for (const s of strandsOf([p], IDENTITY, fine)) {
            const made = dashed(s, { dash, gap, phase, fit: s.closed });
            const sum = made.reduce((l, d) => l + total(d), 0);
            const share = (total(s) * dash) / (dash + gap);
            // Tips stand a hair off the chords that they are cut from.
            expect(sum).toBeLessThan(total(s) + 1e-3 * made.length);
            if (s.closed) expect(Math.abs(sum - share)).toBeLessThan(1e-3 * made.length);
            else {
              expect(Math.abs(sum - share)).toBeLessThan(Math.max(dash, gap) + 1e-3 * made.length);
              for (const d of made) expect(total(d)).toBeLessThan(dash + 1e-3);
            }
          }
        },
      ),
    );
  });

  it('of 0, of no gap and of more than anybody can count end', () => {
    expect(dashed(straight, { dash: 0, gap: 0, phase: 0, fit: true })).toEqual([straight]);
    expect(dashed(straight, { dash: 0, gap: 1e-9, phase: 0, fit: false }).length).toBeLessThan(
      20_002,
    );
    expect(dashed(straight, { dash: 0, gap: 50, phase: 0, fit: true })).toHaveLength(3);
  });

  it('that fit begin and end an open line, and go round a closed one', () => {
    const open = dashed(straight, { dash: 11, gap: 9, phase: 0, fit: true });
    expect(open[0]!.points[0]).toBe(0);
    expect(open.at(-1)!.points.at(-2)).toBeCloseTo(100, 6);
    const square = strandsOf(
      [{ closed: true, anchors: [corner(0, 0), corner(40, 0), corner(40, 40), corner(0, 40)] }],
      IDENTITY,
      fine,
    )[0]!;
    const round = dashed(square, { dash: 10, gap: 5, phase: 37, fit: true });
    expect(round).toHaveLength(11);
    for (const d of round) expect(total(d)).toBeCloseTo((160 / 11) * (10 / 15), 6);
  });
});
