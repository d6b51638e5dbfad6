import { describe, expect, it } from 'vitest';
import { detailsOf } from './error-details';

describe('the details of an error', () => {
  it('are what was thrown first, and what stood between', () => {
    const first = new RangeError('offset out of range');
    const between = new Error('It ends too soon.', { cause: first });
    const shown = new Error('“a.png” is damaged.', { cause: between });
    expect(detailsOf(shown)).toBe('It ends too soon.\noffset out of range');
    expect(detailsOf(first)).toBeNull();
    expect(detailsOf('no error at all')).toBeNull();
  });

  it('are those that a worker sent along', () => {
    expect(detailsOf(Object.assign(new Error('x'), { details: 'inside' }))).toBe('inside');
  });

  it('are all faults of a scene; one alone only if a library put it otherwise', () => {
    const fault = { path: '$.name', message: 'A name has at most 200 letters.' };
    const of = (...faults: object[]) => detailsOf(Object.assign(new Error('x'), { faults }));
    expect(of(fault)).toBeNull();
    expect(of({ ...fault, raw: 'Invalid length' })).toBe('$.name: Invalid length');
    expect(of(fault, { ...fault, path: '$.width' })).toContain('$.width: A name has');
  });
});
