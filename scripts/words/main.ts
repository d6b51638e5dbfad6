/**
 * Brings the catalogues in step with the code: `npm run words`; with the code of a language it begins one. Says what has no
 * translation yet.
 */
import { languages } from '../../studio/catalogues';
import { writeCatalogues } from './catalogue';
import { everyText } from './every-text';

const texts = await everyText();
for (const language of new Set([...languages(), ...process.argv.slice(2)])) {
  const { missing } = writeCatalogues(language, texts);
  console.log(`${language}: ${texts.size} texts, ${missing.length} without a translation.`);
  for (const key of missing.slice(0, 20)) console.log(`  ${key}`);
}
