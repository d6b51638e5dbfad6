import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Plugin } from 'vite';
import { po } from 'gettext-parser';

const NAME = 'virtual:catalogues';
const RESOLVED = `\0${NAME}`;
const WORDS = join(import.meta.dirname, 'words');

/** The languages that have catalogues, besides English. */
const languages = (): string[] =>
  readdirSync(WORDS, { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name);

/** What a language has for each English text, of all its catalogues; what is not translated is left out. */
export function catalogueOf(language: string): Record<string, string> {
  const folder = join(WORDS, language);
  return Object.fromEntries(
    readdirSync(folder)
      .filter((file) => file.endsWith('.po'))
      .flatMap((file) =>
        Object.values(po.parse(readFileSync(join(folder, file))).translations['']!),
      )
      .flatMap(({ msgid, msgstr }) => (msgid && msgstr[0] ? [[msgid, msgstr[0]]] : [])),
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
        const source = JSON.stringify(catalogueOf(language));
        if (serving)
          return `'${language}': ${JSON.stringify(`data:application/json,${encodeURIComponent(source)}`)}`;
        const file = this.emitFile({ type: 'asset', name: `words-${language}.json`, source });
        return `'${language}': import.meta.ROLLUP_FILE_URL_${file}`;
      });
      return `export const catalogues = {${urls.join(', ')}};`;
    },
  };
}
