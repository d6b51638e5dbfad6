import { describe, expect, it } from 'vitest';
import { stretchesOf } from './opening-times';

describe('the parts of an opening', () => {
  it('stand each once, from first beginning to last end, in the order in which they begin', () => {
    expect(
      stretchesOf(1000, [
        { part: 'fine picture', from: 1500, to: 1900 },
        { part: 'decoding', from: 1100, to: 1180 },
        { part: 'fonts', from: 1050, to: 1090 },
        { part: 'decoding', from: 1150, to: 1300 },
      ]),
    ).toEqual([
      { part: 'fonts', from: 50, to: 90 },
      { part: 'decoding', from: 100, to: 300 },
      { part: 'fine picture', from: 500, to: 900 },
    ]);
  });

  it('begin at the click if they were under way, and are left out if they were done or only looked up', () => {
    expect(
      stretchesOf(1000, [
        { part: 'kernels', from: 700, to: 1040 },
        { part: 'bench', from: 600, to: 900 },
        { part: 'fonts', from: 1200, to: 1200.4 },
      ]),
    ).toEqual([{ part: 'kernels', from: 0, to: 40 }]);
  });
});
