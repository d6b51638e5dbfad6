/** OpenType features that an artist may ask for, by their four letters (OpenType specification, feature tags). */
const FEATURES: readonly (readonly [tag: string, label: string, on: boolean])[] = [
  ['liga', 'Ligatures', true],
  ['dlig', 'Rare ligatures', false],
  ['calt', 'Joined forms', true],
  ['kern', 'Kerning', true],
  ['swsh', 'Swashes', false],
  ['salt', 'Other forms', false],
  ['smcp', 'Small capitals', false],
  ['c2sc', 'Capitals small', false],
  ['titl', 'Titling', false],
  ['onum', 'Old figures', false],
  ['lnum', 'Lining figures', false],
  ['tnum', 'Even figures', false],
  ['frac', 'Fractions', false],
  ['ordn', 'Ordinals', false],
  ['sups', 'Superscript', false],
  ['subs', 'Subscript', false],
  ['zero', 'Slashed zero', false],
];

export interface OfferedFeature {
  tag: string;
  label: string;
  /** Whether letters have it unless it is turned off. */
  usual: boolean;
}

/** What of the features of a face can be asked for, named; stylistic sets by their number. */
export function offeredFeatures(tags: readonly string[]): OfferedFeature[] {
  const has = new Set(tags);
  const sets = tags
    .filter((t) => /^ss\d\d$/.test(t))
    .map((tag) => ({ tag, label: `Set ${Number(tag.slice(2))}`, usual: false }));
  return [
    ...FEATURES.filter(([tag]) => has.has(tag)).map(([tag, label, usual]) => ({
      tag,
      label,
      usual,
    })),
    ...sets,
  ];
}

/** A list of features with one turned on or off. */
export function withFeature(
  features: readonly string[],
  { tag, usual }: OfferedFeature,
  on: boolean,
): string[] {
  const rest = features.filter((f) => f !== tag && f !== `-${tag}`);
  return on === usual ? rest : [...rest, on ? tag : `-${tag}`];
}

/** Whether a list of features has one on. */
export const hasFeature = (features: readonly string[], { tag, usual }: OfferedFeature): boolean =>
  features.includes(tag) || (usual && !features.includes(`-${tag}`));
