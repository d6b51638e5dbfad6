import { describe, expect, it } from 'vitest';
import { worse } from './compare';
import type { Row } from './table';

const row = (name: string, ours: number, more: Partial<Row> = {}): Row => ({
  ...{ section: 'S', name, ours, reference: null, unit: 'ms', ratio: null, goal: '–', met: true },
  ...more,
});

describe('a run against a baseline', () => {
  it('names what got slower beyond the spread of that run, the worst first', () => {
    const baseline = [
      row('steady', 10, { spread: 0.1 }),
      row('wavering', 10, { spread: 0.6 }),
      row('of unknown spread', 10),
      row('gone', 10),
    ];
    const now = [
      row('steady', 11.5),
      row('wavering', 15),
      row('of unknown spread', 14),
      row('new', 99),
    ];
    expect(worse(baseline, now).map((w) => w.name)).toEqual(['of unknown spread', 'steady']);
  });

  it('compares ratios where there are any, and knows where more is better', () => {
    const baseline = [
      row('kernel', 10, { ratio: 0.5, spread: 0.1 }),
      row('overlap', 0.9, { goal: '≥ 0.8', spread: 0.02 }),
    ];
    expect(worse(baseline, [row('kernel', 20, { ratio: 0.5 })])).toEqual([]);
    expect(worse(baseline, [row('kernel', 10, { ratio: 0.6 })])).toHaveLength(1);
    expect(worse(baseline, [row('overlap', 0.95, { goal: '≥ 0.8' })])).toEqual([]);
    expect(worse(baseline, [row('overlap', 0.85, { goal: '≥ 0.8' })])).toHaveLength(1);
  });
});
