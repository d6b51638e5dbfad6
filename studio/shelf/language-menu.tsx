import { Languages } from 'lucide-react';
import { Button } from '../ui/button';
import { Menu } from '../ui/menu';
import { tip } from '../ui/tip';
import { chooseLanguage, language, LANGUAGES } from '../words/language';
import { t } from '../words/t';

/** Chooses the language of the app. */
export function LanguageMenu() {
  return (
    <Menu
      trigger={
        <Button look="icon" aria-label={t`Language`} {...tip(t`Language`)}>
          <Languages size={16} />
        </Button>
      }
      items={LANGUAGES.map(({ code, name }) => ({
        label: name,
        hint: code === language ? '✓' : undefined,
        run: () => chooseLanguage(code),
      }))}
    />
  );
}
