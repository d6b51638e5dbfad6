import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Plugin } from 'vite';
import { po } from 'gettext-parser';

const NAME = 'virtual:catalogues';
const RESOLVED = `\0${NAME}`;
/** The folder of the catalogues: <language>/<screen>.po. */
export const WORDS = join(import.meta.dirname, 'words');

/** The languages that have catalogues, besides English. */
export const languages = (): string[] =>
  readdirSync(WORDS, { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name);

/** What a language has for each English text, over all its catalogues; empty for what is not translated. */
export function textsOf(language: string): Map<string, string> {
  const folder = join(WORDS, language);
  return new Map(
    readdirSync(folder)
      .filter((file) => file.endsWith('.po'))
      .flatMap((file) =>
        Object.values(po.parse(readFileSync(join(folder, file))).translations['']!),
      )
      .flatMap(({ msgid, msgstr }): [string, string][] =>
        msgid ? [[msgid, msgstr[0] ?? '']] : [],
      ),
  );
}

/** Gives the module `virtual:catalogues`: where the words of each language are served, as one file of JSON. */
export function catalogues(): Plugin {
  let serving = false;
  return {
    name: 'ignis-catalogues',
    configResolved(config) {
      serving = config.command === 'serve';
    },
    resolveId: (id) => (id === NAME ? RESOLVED : null),
    load(id) {
      if (id !== RESOLVED) return null;
      const urls = languages().map((language) => {
        const said = [...textsOf(language)].filter(([, translation]) => translation !== '');
        const source = JSON.stringify(Object.fromEntries(said));
        if (serving)
          return `'${language}': ${JSON.stringify(`data:application/json,${encodeURIComponent(source)}`)}`;
        const file = this.emitFile({ type: 'asset', name: `words-${language}.json`, source });
        return `'${language}': import.meta.ROLLUP_FILE_URL_${file}`;
      });
      return `export const catalogues = {${urls.join(', ')}};`;
    },
  };
}
