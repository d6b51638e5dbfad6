import type { Parameters } from './parameter';
import { counts } from './parameter-values';

/** The most values that are said. */
const MOST = 3;

/** A number as short as it can be said. */
const short = (v: number): string => String(Number(v.toFixed(Math.abs(v) < 10 ? 1 : 0)));

/**
 * What is essential of some values, in a few words, such as `24 px · opacity 60 %`: numbers with their units, shares by their
 * names, and words chosen from a list, as `within` says names within a sentence. They are those that count now and were changed, or the first ones if none was. Empty if
 * there is none to say.
 */
export function essenceOf(
  parameters: Parameters,
  values: Readonly<Record<string, unknown>>,
  within: (name: string) => string = (name) => name.toLowerCase(),
): string {
  const said = Object.entries(parameters).flatMap(([key, p]) => {
    const value = values[key];
    if (value === undefined || !counts(p, values)) return [];
    const isChanged = value !== p.default;
    if (p.kind === 'number') {
      const number = `${short(value as number)}${p.unit === '°' ? '' : ' '}${p.unit}`.trim();
      const isShare = p.unit === '%' || p.unit === '';
      return [{ isChanged, words: isShare ? `${within(p.label)} ${number}` : number }];
    }
    if (p.kind !== 'choice') return [];
    const option = p.options.find((o) => o.value === value);
    return option ? [{ isChanged, words: within(option.label) }] : [];
  });
  const changed = said.filter((s) => s.isChanged);
  return (changed.length > 0 ? changed : said)
    .slice(0, MOST)
    .map((s) => s.words)
    .join(' · ');
}
