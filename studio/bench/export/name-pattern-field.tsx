import { NAME_WORDS, unknownWords } from '@ignis/core/files/name-pattern';
import { useExportSettings } from '../../state/export-settings';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

/** The words that a name can have in braces. */
const WORDS = Object.entries(NAME_WORDS);

/** The pattern of the names of the files; words in braces are put in by a click. */
export function NamePatternField({ disabled }: { disabled: boolean }) {
  const { what, names } = useExportSettings();
  const pattern = names[what];
  const set = (pattern: string) =>
    useExportSettings.setState({ names: { ...names, [what]: pattern } });
  const [unknown] = unknownWords(pattern);
  return (
    <fieldset className="flex" disabled={disabled}>
      <legend className="float-left w-20 shrink-0 pt-1 text-dim">{t`Name`}</legend>
      <div className="flex flex-1 flex-col gap-1">
        <input
          aria-label={t`Name of the file`}
          value={pattern}
          maxLength={200}
          onChange={(e) => set(e.target.value)}
          className="rounded-md border border-line bg-ground px-2 py-1"
        />
        <div className="flex flex-wrap gap-x-2 text-xs text-dim">
          {WORDS.filter(([word]) => what === 'each' || !['layer', 'number'].includes(word)).map(
            ([word, stands]) => (
              <button
                key={word}
                type="button"
                aria-label={t`Put in ${`{${word}}`}: ${stands}`}
                {...tip(stands)}
                onClick={() => set(`${pattern} {${word}}`.trim())}
                className="rounded px-0.5 hover:bg-raised hover:text-ink"
              >
                {`{${word}}`}
              </button>
            ),
          )}
        </div>
        {unknown !== undefined && (
          <p role="alert" className="text-ember-ink">{t`“${unknown}” stands for nothing.`}</p>
        )}
      </div>
    </fieldset>
  );
}
