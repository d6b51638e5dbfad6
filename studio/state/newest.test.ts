import { describe, expect, it, vi } from 'vitest';
import { tellFailure } from './failure';
import { newestOnly } from './newest';

vi.mock('./failure', () => ({ tellFailure: vi.fn() }));

/** A worker whose answers come when they are let. */
function slow() {
  const asked: string[] = [];
  const answers: [string, string][] = [];
  let answer: ((fails: boolean) => void) | null = null;
  const ask = newestOnly<string, string>(
    'It could not be shown',
    (q) => {
      asked.push(q);
      return new Promise((resolve, reject) => {
        answer = (fails) => (fails ? reject(new Error(q)) : resolve(q.toUpperCase()));
      });
    },
    (q, a) => answers.push([q, a]),
  );
  const let1 = async (fails = false) => {
    answer!(fails);
    await new Promise((r) => setTimeout(r));
  };
  return { ask, asked, answers, let1 };
}

describe('what is asked again and again', () => {
  it('is asked one at a time, always the newest', async () => {
    const { ask, asked, answers, let1 } = slow();
    for (const q of ['a', 'b', 'c', 'd']) ask(q);
    expect(asked).toEqual(['a']);
    await let1();
    expect(asked).toEqual(['a', 'd']);
    await let1();
    expect(answers).toEqual([
      ['a', 'A'],
      ['d', 'D'],
    ]);
    ask('e');
    await let1();
    expect(answers.at(-1)).toEqual(['e', 'E']);
  });
  it('is told once where it fails, leaves what was answered, and goes on', async () => {
    const { ask, answers, let1 } = slow();
    ask('a');
    ask('b');
    await let1(true);
    ask('c');
    await let1(true);
    expect(answers).toEqual([]);
    expect(vi.mocked(tellFailure).mock.calls).toEqual([['It could not be shown', new Error('a')]]);
    await let1();
    expect(answers).toEqual([['c', 'C']]);
    ask('d');
    await let1(true);
    expect(tellFailure).toHaveBeenCalledTimes(2);
  });
});
