/** What the bench measures, as numbers.md asks for it: rows, tables, and benchmarks/results.json. */

export interface Row {
  section: string;
  name: string;
  ours: number;
  /** Null where the goal is on `ours` itself. */
  reference: number | null;
  unit: string;
  ratio: number | null;
  goal: string;
  met: boolean;
}

/** A row against a reference: the ratio must not exceed `most`. */
export const against = (
  section: string,
  name: string,
  ours: number,
  reference: number,
  most: number,
): Row => ({
  section,
  name,
  ours,
  reference,
  unit: 'ms',
  ratio: ours / reference,
  goal: `≤ ${most} ×`,
  met: ours / reference <= most,
});

/** A row whose own value must come to `least`. */
export const atLeast = (section: string, name: string, ours: number, least: number): Row => ({
  section,
  name,
  ours,
  reference: null,
  unit: '',
  ratio: null,
  goal: `≥ ${least}`,
  met: ours >= least,
});

/** A row whose own value must not exceed `most`. */
export const within = (
  section: string,
  name: string,
  ours: number,
  unit: string,
  most: number,
): Row => ({
  section,
  name,
  ours,
  reference: null,
  unit,
  ratio: null,
  goal: `≤ ${most} ${unit}`,
  met: ours <= most,
});

/** A row without a goal. */
export const informative = (section: string, name: string, ours: number, unit: string): Row => ({
  section,
  name,
  ours,
  reference: null,
  unit,
  ratio: null,
  goal: '–',
  met: true,
});

/** What a drag took from input to picture (ms): its median within two frames of the screen, and its slow ones. */
export const dragged = (section: string, name: string, waits: number[]): Row[] => [
  within(section, `${name}: input to picture, median of ${waits.length}`, median(waits), 'ms', 33),
  within(section, `${name}: 95th percentile`, quantile(waits, 0.95), 'ms', 80),
];

const figure = (v: number) => (v >= 100 ? v.toFixed(0) : v >= 10 ? v.toFixed(1) : v.toFixed(2));

/** Prints one table a section. */
export function print(rows: Row[]): void {
  for (const section of new Set(rows.map((r) => r.section))) {
    console.log(`\n## ${section}\n`);
    console.log('| what | ours | reference | ratio | goal | met |');
    console.log('|---|---|---|---|---|---|');
    for (const r of rows.filter((x) => x.section === section))
      console.log(
        `| ${r.name} | ${figure(r.ours)} ${r.unit} | ${r.reference === null ? '–' : `${figure(r.reference)} ${r.unit}`} | ${r.ratio === null ? '–' : r.ratio.toFixed(2)} | ${r.goal} | ${r.goal === '–' ? '–' : r.met ? 'yes' : 'no'} |`,
      );
  }
}

/** The value below which a share (0–1) of the values lie. */
export function quantile(values: number[], share: number): number {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
}

export const median = (values: number[]): number => quantile(values, 0.5);
