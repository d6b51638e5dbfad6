import { beforeEach, describe, expect, it, vi } from 'vitest';
import { saveSchedulerOf, type Clock, type SaveScheduler, type Saved } from './save-scheduler';

vi.useFakeTimers();
const clock: Clock = {
  now: () => Date.now(),
  after(ms, run) {
    const timer = setTimeout(run, ms);
    return () => clearTimeout(timer);
  },
};

let written: string[];
let states: Saved[];
let errors: unknown[];
let fails: boolean;
let scheduler: SaveScheduler<string>;

beforeEach(() => {
  // What an earlier test left to be tried again writes no more.
  vi.clearAllTimers();
  [written, states, errors, fails] = [[], [], [], false];
  scheduler = saveSchedulerOf<string>(
    async (value) => {
      await new Promise((done) => setTimeout(done, 50));
      if (fails) throw new Error('no room');
      written.push(value);
      return 'saved';
    },
    (saved, error) => {
      states.push(saved);
      if (error) errors.push(error);
    },
    clock,
  );
});
const pass = (ms: number) => vi.advanceTimersByTimeAsync(ms);

describe('a scheduler of saves', () => {
  it('writes when changes rest, and before any of them is a second old while they go on', async () => {
    scheduler.changed('a', false);
    await pass(250);
    expect(written).toEqual([]);
    await pass(150);
    expect(written).toEqual(['a']);
    expect(states).toEqual(['changed', 'saving', 'saved']);
    for (let i = 0; i < 12; i++) {
      scheduler.changed(`b${i}`, false);
      await pass(250);
      // Four changes are a second.
      if (i > 3) expect(Number(written.at(-1)!.slice(1))).toBeGreaterThanOrEqual(i - 4);
    }
    expect(written.length).toBeGreaterThan(3);
    await pass(1000);
    expect(written.at(-1)).toBe('b11');
    expect(scheduler.pending()).toBe(false);
  });

  it('waits longer while a drag goes on', async () => {
    for (let i = 0; i < 20; i++) {
      scheduler.changed(`${i}`, true);
      await pass(250);
    }
    expect(written).toEqual([]);
    scheduler.changed('dropped', false);
    await pass(600);
    expect(written).toEqual(['dropped']);
  });

  it('writes what changed while it wrote, and says saved only of that', async () => {
    scheduler.changed('a', false);
    await pass(310);
    scheduler.changed('b', false);
    await pass(100);
    expect(written).toEqual(['a']);
    expect(states.at(-1)).toBe('changed');
    await pass(600);
    expect(written).toEqual(['a', 'b']);
    expect(states.at(-1)).toBe('saved');
  });

  it('tries again, ever less often, tells the error once, and loses nothing', async () => {
    fails = true;
    scheduler.changed('a', false);
    await pass(600);
    expect(states.at(-1)).toBe('failed');
    scheduler.changed('b', false);
    await pass(20_000);
    expect(states.at(-1)).toBe('failed');
    expect(states.filter((s) => s === 'failed').length).toBeGreaterThan(3);
    expect(states.filter((s) => s === 'failed').length).toBeLessThan(8);
    expect(errors).toHaveLength(1);
    expect(scheduler.pending()).toBe(true);
    fails = false;
    await pass(16_000);
    expect(written).toEqual(['b']);
    expect(states.at(-1)).toBe('saved');
    // A later failure is reported again.
    fails = true;
    scheduler.changed('c', false);
    await pass(600);
    expect(errors).toHaveLength(2);
  });

  it('writes no more of what is stored elsewhere, also if that is found out on the way', async () => {
    fails = true;
    scheduler.changed('a', false);
    await pass(600);
    scheduler.abandon();
    fails = false;
    await pass(20_000);
    expect(written).toEqual([]);
    expect(scheduler.pending()).toBe(false);
    scheduler.changed('b', false);
    await pass(320);
    scheduler.changed('c', false);
    scheduler.abandon();
    await pass(2000);
    expect(written).toEqual(['b']);
    expect(states.at(-1)).toBe('saved');
    fails = true;
    scheduler.changed('d', false);
    await pass(320);
    scheduler.abandon();
    await pass(20_000);
    expect(states.at(-1)).toBe('saving');
    expect(errors).toHaveLength(1);
  });

  it('writes at once when the page is left, what is newest last', async () => {
    scheduler.changed('a', true);
    void scheduler.flush();
    scheduler.changed('b', true);
    const done = scheduler.flush();
    await pass(200);
    await done;
    expect(written).toEqual(['a', 'b']);
    expect(scheduler.pending()).toBe(false);
  });
});
