/** What the bench measures, as numbers.md asks for it: rows, tables, and benchmarks/results.json. */

export interface Row {
  section: string;
  name: string;
  ours: number;
  /** Null where the goal is on `ours` itself. */
  reference: number | null;
  unit: string;
  ratio: number | null;
  /** How much single measurements of the row differ, as a share of it: half of what lies between its quartiles. */
  spread?: number;
  goal: string;
  met: boolean;
}

/** What a row is asked to come to, and whether it did. */
type Goal = Pick<Row, 'goal' | 'met'>;

const row = (
  [section, name, ours, unit]: [section: string, name: string, ours: number, unit: string],
  goal: Goal,
  reference: number | null = null,
): Row => ({
  ...{ section, name, ours, unit, reference, ...goal },
  ratio: reference === null ? null : ours / reference,
});

/** A row against a reference: the ratio must not exceed `most`. */
export const against = (
  section: string,
  name: string,
  ours: number,
  reference: number,
  most: number,
): Row =>
  row(
    [section, name, ours, 'ms'],
    { goal: `≤ ${most} ×`, met: ours / reference <= most },
    reference,
  );

/** A row whose own value must come to `least`. */
export const atLeast = (section: string, name: string, ours: number, least: number): Row =>
  row([section, name, ours, ''], { goal: `≥ ${least}`, met: ours >= least });

/** A row whose own value must not exceed `most`. */
export const within = (
  section: string,
  name: string,
  ours: number,
  unit: string,
  most: number,
): Row => row([section, name, ours, unit], { goal: `≤ ${most} ${unit}`, met: ours <= most });

/** A row without a goal. */
export const informative = (section: string, name: string, ours: number, unit: string): Row =>
  row([section, name, ours, unit], { goal: '–', met: true });

/** What a drag took, ms: from input to picture, and the page's own share of it. */
export interface Drag {
  waits: number[];
  shares: number[];
}

/** Makes the rows of a drag: its median, and its slow frames. */
export type DragRows = (name: string, drag: Drag) => Row[];

/** The rows of drags over the empty round trip of the same run (its median, ms). */
export const dragRows =
  (section: string, empty: number): DragRows =>
  (name, { waits }) => {
    const over = (title: string, ours: number, most: number) =>
      row(
        [section, `${name}: ${title}`, ours, 'ms'],
        { goal: `≤ reference + ${most} ms`, met: ours <= empty + most },
        empty,
      );
    return [
      { ...over('input to picture, median', median(waits), 17), spread: spreadOf(waits) },
      over('95th percentile', quantile(waits, 0.95), 34),
    ];
  };

/** How much measurements differ, as a share of their median: half of what lies between their quartiles. */
export const spreadOf = (values: number[]): number =>
  (quantile(values, 0.75) - quantile(values, 0.25)) / 2 / median(values);

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
