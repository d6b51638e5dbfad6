/** What got slower than a baseline: `npm run bench -- --compare FILE`, where FILE is a copy of its results.json. */
import { readFile } from 'node:fs/promises';
import * as v from 'valibot';
import type { Row } from './table';

/** What a row may differ by whose own spread is not known, as a share of it: that of two runs of the same build. */
const UNKNOWN = 0.25;

const rowSchema = v.array(
  v.object({
    section: v.string(),
    name: v.string(),
    ours: v.number(),
    ratio: v.nullable(v.number()),
    spread: v.optional(v.number()),
    goal: v.string(),
  }),
);
export type Baseline = v.InferOutput<typeof rowSchema>;

/** A row that came out worse than in the baseline. */
export interface Worse {
  name: string;
  /** Ratios where the row has a reference, else its own value. */
  before: number;
  now: number;
  /** What it may differ by, as a share. */
  spread: number;
}

/** The rows of a baseline. Throws an Error that says what is wrong with the file. */
export async function baselineOf(path: string): Promise<Baseline> {
  try {
    return v.parse(rowSchema, JSON.parse(await readFile(path, 'utf8')));
  } catch (cause) {
    throw new Error(
      `${path} is no results.json of a bench: keep a copy of one, and give its path.`,
      {
        cause,
      },
    );
  }
}

/**
 * The rows that got worse by more than the baseline's own spread, the worst first. Of rows against a reference the ratio
 * counts, as that of one machine does not change with its mood; where more is better, less is worse.
 */
export function worse(baseline: Baseline, now: readonly Row[]): Worse[] {
  const before = new Map(baseline.map((r) => [`${r.section}\n${r.name}`, r]));
  return now
    .flatMap((row): (Worse & { by: number })[] => {
      const old = before.get(`${row.section}\n${row.name}`);
      if (!old) return [];
      const of = (r: { ours: number; ratio: number | null }) => r.ratio ?? r.ours;
      const [was, is] = [of(old), of(row)];
      const spread = old.spread ?? UNKNOWN;
      const by = row.goal.startsWith('≥') ? was / is - 1 : is / was - 1;
      return by > spread ? [{ name: row.name, before: was, now: is, spread, by }] : [];
    })
    .sort((a, b) => b.by - a.by);
}

/** Prints what got worse; says so if nothing did. */
export function printWorse(rows: readonly Worse[]): void {
  console.log('\n## Slower than the baseline, beyond its own spread\n');
  if (rows.length === 0) return console.log('Nothing.');
  console.log('| what | then | now | change | spread |');
  console.log('|---|---|---|---|---|');
  const figure = (n: number) => (n >= 100 ? n.toFixed(0) : n.toFixed(2));
  for (const { name, before, now, spread } of rows)
    console.log(
      `| ${name} | ${figure(before)} | ${figure(now)} | ${Math.round((now / before - 1) * 100)} % | ${Math.round(spread * 100)} % |`,
    );
}
