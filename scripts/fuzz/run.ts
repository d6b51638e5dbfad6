import { LIBRARY_WORDS, isRefusal, type Format } from './formats';
import { diceOf } from './mutate';

/** What came of opening damaged files of a format. */
export interface Outcome {
  format: string;
  opened: number;
  refused: number;
  /** What went wrong: the seed of the file, and what it did. */
  faults: { seed: number; fault: string }[];
  /** The longest that one took, ms. */
  slowest: number;
  /** How often each refusal was given. */
  messages: Map<string, number>;
}

/** No file may take longer than this to be opened or refused, ms. */
export const LONGEST = 2000;

/** Opens so many damaged files of a format, of seeds from `from` on. */
export async function fuzz(format: Format, times: number, from = 1): Promise<Outcome> {
  const out: Outcome = {
    ...{ format: format.name, opened: 0, refused: 0, faults: [], slowest: 0 },
    messages: new Map(),
  };
  for (let seed = from; seed < from + times; seed++) {
    const bytes = format.damage(diceOf(seed));
    const started = performance.now();
    try {
      await format.open(bytes);
      out.opened++;
    } catch (error) {
      out.refused++;
      const { name, message } = error as Error;
      const words = message.replace(/[0-9a-f]{12}…|\d[\d,.]*/g, 'n');
      out.messages.set(words, (out.messages.get(words) ?? 0) + 1);
      if (!isRefusal(error)) out.faults.push({ seed, fault: `${name}: ${message}` });
      else if (LIBRARY_WORDS.test(message)) out.faults.push({ seed, fault: `says: ${message}` });
    }
    const took = performance.now() - started;
    out.slowest = Math.max(out.slowest, took);
    if (took > LONGEST) out.faults.push({ seed, fault: `takes ${Math.round(took)} ms` });
  }
  return out;
}
