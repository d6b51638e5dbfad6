import { catalogues } from 'virtual:catalogues';
import { setTranslation } from './t';
import { remembered } from '../state/remembered';

/** The language of the app: English, or one that has catalogues. */

/** The languages to choose from, each by its own name. */
export const LANGUAGES = [
  { code: 'en', name: 'English' },
  { code: 'de', name: 'Deutsch' },
] as const;

export type Language = (typeof LANGUAGES)[number]['code'];

const STORED = 'ignis.language';

const known = (code: string | null | undefined): Language | undefined =>
  LANGUAGES.find((l) => l.code === code?.slice(0, 2))?.code;

/** The stored choice; without one the first language of the browser that is known; without that English. */
function chosen(): Language {
  return (
    known(remembered.getItem(STORED)) ??
    navigator.languages.map(known).find((l) => l !== undefined) ??
    'en'
  );
}

/** The language that the page speaks. */
export const language: Language = chosen();

/**
 * Loads the words of the language, before anything is shown. Without its catalogue, on a server that does not answer, the words
 * stay English.
 */
export async function loadLanguage(): Promise<void> {
  document.documentElement.lang = language;
  const url = catalogues[language];
  if (!url) return;
  try {
    const [entries, { IntlMessageFormat }] = await Promise.all([
      fetch(url).then((r) => r.json() as Promise<Record<string, string>>),
      import('intl-messageformat'),
    ]);
    const formats = new Map<string, InstanceType<typeof IntlMessageFormat>>();
    setTranslation({
      catalogue: new Map(Object.entries(entries)),
      format(message, values) {
        let format = formats.get(message);
        if (!format) {
          format = new IntlMessageFormat(message, language, undefined, { ignoreTag: true });
          formats.set(message, format);
        }
        return String(format.format(Object.fromEntries(values.entries())));
      },
    });
  } catch (error) {
    console.warn('The words of the language could not be loaded', error);
  }
}

/** Chooses the language, from the next look at the page on: words stand in places that are made once. */
export function chooseLanguage(to: Language): void {
  remembered.setItem(STORED, to);
  location.reload();
}
