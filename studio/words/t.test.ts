import { afterEach, expect, test } from 'vitest';
import { keyOf, midSentence, plural, pluralKey, setTranslation, t } from './t';

const inGerman = (entries: Record<string, string>) =>
  setTranslation({
    catalogue: new Map(Object.entries(entries)),
    format: (message, values) => message.replace(/\{(\d)\}/g, (_, i: string) => String(values[+i])),
  });

afterEach(() => setTranslation(null));

test('without a translation texts stand as they are written, with their values', () => {
  const name = 'Tide';
  expect(t`Open`).toBe('Open');
  expect(t`Put ${name} on ${3} layers`).toBe('Put Tide on 3 layers');
  expect(t('Blur')).toBe('Blur');
  expect(t(undefined)).toBeUndefined();
  expect([0, 1, 2].map((n) => plural(n, '1 gap', '# gaps'))).toEqual(['0 gaps', '1 gap', '2 gaps']);
  expect(midSentence('Glow')).toBe('glow');
});

test('a translation is found by the text with its values numbered, and may turn their order', () => {
  inGerman({ 'Put {0} on {1}': '{1} bekommt {0}', Blur: 'Unschärfe' });
  const put = (what: string, on: string) => t`Put ${what} on ${on}`;
  expect(put('Glow', 'Ring')).toBe('Ring bekommt Glow');
  expect(put('Glare', 'Tide')).toBe('Tide bekommt Glare');
  expect(t('Blur')).toBe('Unschärfe');
  expect(t`not translated ${1}`).toBe('not translated 1');
  expect(midSentence('Schein')).toBe('Schein');
});

test('keys are ICU messages', () => {
  expect(keyOf(['a ', ' b ', ''])).toBe('a {0} b {1}');
  expect(pluralKey('# layer', '# layers')).toBe('{0, plural, one {# layer} other {# layers}}');
});
