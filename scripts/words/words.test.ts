import { IntlMessageFormat } from 'intl-messageformat';
import { expect, test } from 'vitest';
import { languages, textsOf } from '../../studio/catalogues';
import { everyText } from './every-text';

const texts = await everyText();

/** The numbers of the values that a message uses. */
const valuesOf = (message: string): string[] =>
  [...new Set([...message.matchAll(/\{(\d+)[,}]/g)].map((m) => m[1]!))].sort();

/** As many values as any message has: all plurals of one. */
const ONES = Object.fromEntries(Array.from({ length: 9 }, (_, i) => [i, 1]));

test('texts of every kind are found where they are written', () => {
  expect(texts.get('Put light into a picture.')).toEqual(new Set(['studio/shelf/shelf.tsx']));
  expect([...texts.get('Gaussian blur')!]).toContain('core/steps/blur/gaussian.ts');
  for (const key of ['Put {0} on {1}', '{0, plural, one {# layer} other {# layers}}', 'is no SVG'])
    expect([...texts.keys()], key).toContain(key);
});

test.each(languages())(
  '%s has every text and no other: npm run words brings it in step',
  (language) => {
    const said = textsOf(language);
    expect([...said.keys()].sort()).toEqual([...texts.keys()].sort());
    expect([...said].filter(([, translation]) => translation === '').map(([key]) => key)).toEqual(
      [],
    );
  },
);

test.each(languages())(
  '%s uses the values of each text, in messages that can be read',
  (language) => {
    for (const [key, said] of textsOf(language)) {
      expect(valuesOf(said), key).toEqual(valuesOf(key));
      for (const [message, locale] of [
        [key, 'en'],
        [said, language],
      ] as const) {
        if (valuesOf(message).length === 0) continue;
        const formatted = new IntlMessageFormat(message, locale, undefined, {
          ignoreTag: true,
        }).format(ONES);
        expect(String(formatted), message).not.toMatch(/[{}]/);
      }
    }
  },
);
