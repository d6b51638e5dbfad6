export interface OfferedFeature {
  tag: string;
  label: string;
  /** Whether letters have it unless it is turned off. */
  usual: boolean;
}

/** OpenType features that an artist may ask for, by their four letters (OpenType specification, feature tags). */
export const features: readonly OfferedFeature[] = [
  { tag: 'liga', label: 'Ligatures', usual: true },
  { tag: 'dlig', label: 'Rare ligatures', usual: false },
  { tag: 'calt', label: 'Joined forms', usual: true },
  { tag: 'kern', label: 'Kerning', usual: true },
  { tag: 'swsh', label: 'Swashes', usual: false },
  { tag: 'salt', label: 'Other forms', usual: false },
  { tag: 'smcp', label: 'Small capitals', usual: false },
  { tag: 'c2sc', label: 'Capitals small', usual: false },
  { tag: 'titl', label: 'Titling', usual: false },
  { tag: 'onum', label: 'Old figures', usual: false },
  { tag: 'lnum', label: 'Lining figures', usual: false },
  { tag: 'tnum', label: 'Even figures', usual: false },
  { tag: 'frac', label: 'Fractions', usual: false },
  { tag: 'ordn', label: 'Ordinals', usual: false },
  { tag: 'sups', label: 'Superscript', usual: false },
  { tag: 'subs', label: 'Subscript', usual: false },
  { tag: 'zero', label: 'Slashed zero', usual: false },
];

/** What of the features of a face can be asked for, named; stylistic sets by their number. */
export function offeredFeatures(tags: readonly string[]): OfferedFeature[] {
  const has = new Set(tags);
  const sets = tags
    .filter((t) => /^ss\d\d$/.test(t))
    .map((tag) => ({ tag, label: `Set ${Number(tag.slice(2))}`, usual: false }));
  return [...features.filter(({ tag }) => has.has(tag)), ...sets];
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
