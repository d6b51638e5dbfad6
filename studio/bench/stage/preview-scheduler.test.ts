import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PreviewPorts } from './preview-scheduler';
import { previewScheduler } from './preview-scheduler';

/** A picture of the tests: how coarse it was asked for, and what it took. */
interface Picture {
  halvings: number;
  took: number;
}

/** Pictures of `megapixels` that take so long a megapixel, on a clock of the test's own. */
function bench(megapixels: number, perMegapixel: number) {
  const asked: number[] = [];
  const shown: [halvings: number, isFine: boolean][] = [];
  const state = {
    isBusy: false,
    isLong: false,
    failures: [] as unknown[],
    perMegapixel,
    fails: false,
    empty: false,
  };
  const ports: PreviewPorts<Picture> = {
    megapixels: () => megapixels,
    request(halvings) {
      if (state.empty) return null;
      asked.push(halvings);
      const size = megapixels / 4 ** halvings;
      const took = size * state.perMegapixel;
      const { fails } = state;
      const made = new Promise<Picture>((done, fail) =>
        setTimeout(() => (fails ? fail(new Error('no memory')) : done({ halvings, took })), took),
      );
      return { megapixels: size, made };
    },
    show: ({ halvings }, isFine) => void shown.push([halvings, isFine]),
    took: ({ took }) => took,
    busy: (is) => void (state.isBusy = is),
    long: (is) => void (state.isLong = is),
    failed: (error) => void state.failures.push(error),
  };
  return { scheduler: previewScheduler(ports), asked, shown, state };
}

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

describe('the scheduler of previews', () => {
  it('makes one frame of several changes of one event, and is busy until the fine one is shown', async () => {
    const { scheduler, asked, shown, state } = bench(1, 5);
    scheduler.changed();
    scheduler.changed();
    expect(state.isBusy).toBe(true);
    await vi.advanceTimersByTimeAsync(1000);
    // The first frame expects a slow machine; at rest it is made fine.
    expect(asked).toEqual([1, 0]);
    expect(shown.at(-1)).toEqual([0, true]);
    expect(state.isBusy).toBe(false);
  });

  it('asks for one picture at a time, and after it for the newest state', async () => {
    const { scheduler, asked, state } = bench(1, 100);
    for (let i = 0; i < 10; i++) {
      scheduler.changed();
      await vi.advanceTimersByTimeAsync(4);
    }
    // 40 ms on, of a frame that takes 25: one is done, and one in flight.
    expect(asked.length).toBe(2);
    await vi.advanceTimersByTimeAsync(2000);
    expect(asked.at(-1)).toBe(0);
    expect(state.isBusy).toBe(false);
  });

  it('makes the frames of a slow drag coarser, and fine again once they are fast', async () => {
    const { scheduler, asked, state } = bench(1, 300);
    const drag = async (frames: number) => {
      for (let i = 0; i < frames; i++) {
        scheduler.changed();
        await vi.advanceTimersByTimeAsync(30);
      }
    };
    await drag(30);
    expect(asked.at(-1)).toBe(2);
    state.perMegapixel = 5;
    await drag(60);
    expect(asked.at(-1)).toBe(0);
  });

  it('gives up a fine picture for a change, and shows nothing of what it came to', async () => {
    const { scheduler, shown, state } = bench(1, 400);
    scheduler.changed();
    await vi.advanceTimersByTimeAsync(140);
    // At rest a fine picture is begun, which takes 400 ms.
    await vi.advanceTimersByTimeAsync(100);
    scheduler.changed();
    await vi.advanceTimersByTimeAsync(250);
    expect(shown.every(([, isFine]) => !isFine)).toBe(true);
    expect(state.isBusy).toBe(true);
    await vi.advanceTimersByTimeAsync(2000);
    expect(shown.at(-1)).toEqual([0, true]);
    expect(state.isBusy).toBe(false);
  });

  it('gives up a picture that takes long, and makes it when it is asked to', async () => {
    const { scheduler, shown, state } = bench(1, 4000);
    scheduler.changed();
    await vi.advanceTimersByTimeAsync(100);
    expect(state.isLong).toBe(true);
    await vi.advanceTimersByTimeAsync(1500);
    expect(shown).toEqual([[1, false]]);
    expect(state.isLong).toBe(true);
    scheduler.giveUp();
    expect([state.isLong, state.isBusy]).toEqual([false, false]);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(shown).toEqual([[1, false]]);
    scheduler.refine();
    await vi.advanceTimersByTimeAsync(10_000);
    expect(shown.at(-1)).toEqual([0, true]);
    expect(state.isLong).toBe(false);
  });

  it('does not count the frames of a drag among what takes long', async () => {
    const { scheduler, state } = bench(1, 5);
    scheduler.changed();
    await vi.advanceTimersByTimeAsync(1000);
    for (let i = 0; i < 5; i++) {
      scheduler.changed();
      await vi.advanceTimersByTimeAsync(4);
      expect(state.isLong).toBe(false);
    }
  });

  it('tells of a failure once, and goes on with the next change', async () => {
    const { scheduler, shown, state } = bench(1, 5);
    state.fails = true;
    scheduler.changed();
    await vi.advanceTimersByTimeAsync(1000);
    scheduler.changed();
    await vi.advanceTimersByTimeAsync(1000);
    expect(state.failures).toEqual([new Error('no memory')]);
    expect(state.isBusy).toBe(false);
    state.fails = false;
    scheduler.changed();
    await vi.advanceTimersByTimeAsync(1000);
    expect(shown.at(-1)).toEqual([0, true]);
  });

  it('is not busy where the stage shows nothing of the scene, and asks for nothing once it is stopped', async () => {
    const { scheduler, asked, state } = bench(1, 5);
    state.empty = true;
    scheduler.changed();
    await vi.advanceTimersByTimeAsync(1000);
    expect([asked, state.isBusy]).toEqual([[], false]);
    state.empty = false;
    scheduler.changed();
    scheduler.stop();
    await vi.advanceTimersByTimeAsync(1000);
    expect(asked).toEqual([]);
  });
});
