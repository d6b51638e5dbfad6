/** The catalogues of a language: studio/words/<language>/<screen>.po. */
import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { po } from 'gettext-parser';
import type { GetTextTranslation } from 'gettext-parser';
import { textsOf, WORDS } from '../../studio/catalogues';
import type { Marked } from './marked';

/** Files of the studio that make up a screen or a part of one, by the beginnings of their paths; the first counts. */
const SCREENS: readonly (readonly [screen: string, ...paths: string[]])[] = [
  ['shelf', 'studio/shelf', 'studio/main', 'studio/app'],
  ['help', 'studio/help'],
  ['guide', 'studio/guide'],
  ['recipes', 'studio/recipes'],
  ['controls', 'studio/ui'],
  ['messages', 'studio/files', 'studio/state', 'studio/storage', 'studio/workers', 'core/files'],
  ['chain', 'studio/bench/chain'],
  ['strip', 'studio/bench/strip'],
  ['stage', 'studio/bench/stage'],
  ['modes', 'studio/bench/modes'],
  ['export', 'studio/bench/export'],
  ['bench', 'studio/bench'],
  ['steps', 'core/steps'],
  [
    'sources',
    'core/sources',
    'core/flares',
    'core/shapes',
    'core/modifiers',
    'core/textures',
    'core/paint',
  ],
  ['values', 'core'],
  ['common', ''],
];

const screenOf = (files: ReadonlySet<string>): string => {
  const screens = new Set(
    [...files].map(
      (file) => SCREENS.find(([, ...paths]) => paths.some((p) => file.startsWith(p)))![0],
    ),
  );
  return screens.size === 1 ? [...screens][0]! : 'common';
};

/** The texts of each screen, in the order of their keys. */
export function byScreen(marked: Marked): Map<string, Marked> {
  const screens = new Map<string, Marked>();
  for (const [key, files] of [...marked].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const screen = screenOf(files);
    if (!screens.has(screen)) screens.set(screen, new Map());
    screens.get(screen)!.set(key, files);
  }
  return screens;
}

const entry = (key: string, files: ReadonlySet<string>, said: string): GetTextTranslation => ({
  msgid: key,
  msgstr: [said],
  comments: { reference: [...files].sort().join('\n') } as GetTextTranslation['comments'],
});

/** Writes the catalogues of a language: what it has of each text, and an empty text for what is new. Gone are texts that nothing shows. */
export function writeCatalogues(
  language: string,
  marked: Marked,
): { texts: number; missing: string[] } {
  const folder = join(WORDS, language);
  const said = existsSync(folder) ? textsOf(language) : new Map<string, string>();
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder);
  for (const [screen, texts] of byScreen(marked)) {
    const entries = [...texts].map(
      ([key, files]) => [key, entry(key, files, said.get(key) ?? '')] as const,
    );
    const headers = { Language: language, 'Content-Type': 'text/plain; charset=UTF-8' };
    const file = po.compile(
      { charset: 'utf-8', headers, translations: { '': Object.fromEntries(entries) } },
      { foldLength: 0 },
    );
    writeFileSync(join(folder, `${screen}.po`), `${file.toString().trimEnd()}\n`);
  }
  return { texts: marked.size, missing: [...marked.keys()].filter((key) => !said.get(key)) };
}
