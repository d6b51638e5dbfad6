import { beforeEach, describe, expect, it, vi } from 'vitest';
import { beginOpening, endOpening, pictureStands } from './crash-loop';

let stored: Map<string, string>;
beforeEach(() => {
  stored = new Map();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, value: string) => void stored.set(key, value),
    removeItem: (key: string) => void stored.delete(key),
  });
});

describe('a loop of openings that end the page', () => {
  it('is detected after two, of the same scene only', () => {
    expect([beginOpening('a'), beginOpening('a'), beginOpening('a')]).toEqual([false, false, true]);
    expect(beginOpening('b')).toBe(false);
    expect(beginOpening('a')).toBe(false);
  });

  it('is none where the page was left, or the picture stood for a while', () => {
    vi.useFakeTimers();
    beginOpening('a');
    beginOpening('a');
    endOpening();
    expect(beginOpening('a')).toBe(false);
    beginOpening('a');
    pictureStands();
    vi.advanceTimersByTime(1000);
    expect(stored.size).toBe(1);
    vi.advanceTimersByTime(2000);
    expect(beginOpening('a')).toBe(false);
    vi.useRealTimers();
  });

  it('is never detected where nothing can be stored, or the note is damaged', () => {
    vi.stubGlobal('localStorage', {
      getItem: () => '{',
      setItem: () => {
        throw new Error('refused');
      },
    });
    expect([beginOpening('a'), beginOpening('a'), beginOpening('a')]).toEqual([
      false,
      false,
      false,
    ]);
  });
});
