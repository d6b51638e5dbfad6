import { describe, expect, it } from 'vitest';
import type { Cost } from './meter';
import { costsByLayer, meterBy, noMeter } from './meter';

const cost = (layer: string | null, part: string, took: number, cached = false): Cost => ({
  layer,
  part,
  took,
  bytes: 10,
  cached,
});

describe('a meter', () => {
  it('counts what stands within a part for itself alone', () => {
    let clock = 0;
    const meter = meterBy(() => clock);
    const bytes = () => 4;
    meter.measure(
      'a',
      'source',
      () => {
        meter.made();
        clock += 3;
        meter.measure('b', 'source', () => (clock += 5), bytes);
        clock += 2;
      },
      bytes,
    );
    expect(meter.costs).toEqual([
      { layer: 'b', part: 'source', took: 5, bytes: 4, cached: true },
      { layer: 'a', part: 'source', took: 5, bytes: 4, cached: false },
    ]);
  });
  it('counts on after a part that failed', () => {
    let clock = 0;
    const meter = meterBy(() => clock++);
    const fail = () =>
      meter.measure('a', 'source', () => {
        throw new Error('no');
      });
    expect(fail).toThrow('no');
    meter.measure('b', 'source', () => 1);
    expect(meter.costs.map((c) => c.layer)).toEqual(['b']);
  });
  it('that measures nothing gives back what was made', () => {
    expect(noMeter.measure('a', 'source', () => 7)).toBe(7);
    expect(noMeter.costs).toEqual([]);
  });
});

describe('costs by layer', () => {
  it('add up, the slowest first; parts of the scene stand alone', () => {
    const rows = costsByLayer([
      cost('a', 'source', 1, true),
      cost(null, 'beneath', 4),
      cost('b', 'source', 6),
      cost('a', 'blend', 1),
      cost(null, 'end', 3),
      cost('b', 'blend', 1),
    ]);
    expect(rows.map((r) => [r.layer, r.took, r.bytes, r.cached])).toEqual([
      ['b', 7, 20, false],
      [null, 4, 10, false],
      [null, 3, 10, false],
      ['a', 2, 20, true],
    ]);
    expect(rows[3]!.parts.map((p) => p.part)).toEqual(['source', 'blend']);
  });
});
