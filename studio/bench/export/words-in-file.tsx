import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { LONGEST_WORDS, type About } from '@ignis/core/files/formats/xmp';
import { useExportSettings } from '../../state/export-settings';
import { t } from '../../words/t';

const FIELDS = [
  ['title', t`Title`],
  ['description', t`Description`],
  ['creator', t`Creator`],
  ['rights', t`Rights`],
] as const satisfies readonly (readonly [keyof About, string])[];

interface Props {
  /** What is said of this picture; whose it is, is remembered for all. */
  own: Pick<About, 'title' | 'description'>;
  onChange(own: Pick<About, 'title' | 'description'>): void;
  disabled: boolean;
}

/** What the file says of itself: nothing but what stands here. */
export function WordsInFile({ own, onChange, disabled }: Props) {
  const about = useExportSettings((s) => s.about);
  const all: About = { ...own, ...about };
  const said = FIELDS.filter(([field]) => all[field]?.trim()).map(([, label]) => label);
  return (
    <Collapsible.Root className="group">
      <Collapsible.Trigger className="flex w-full items-center gap-1 py-1 text-left text-dim hover:text-ink">
        <ChevronRight size={14} className="group-data-[state=open]:rotate-90" />
        {t`Words in the file`}
        <span className="ml-auto">{said.length > 0 ? said.join(', ') : t`none`}</span>
      </Collapsible.Trigger>
      <Collapsible.Content>
        <fieldset disabled={disabled} className="flex flex-col gap-1.5 pt-1 pl-5">
          {FIELDS.map(([field, label]) => (
            <label key={field} className="flex items-center gap-2">
              <span className="w-[4.75rem] shrink-0 text-dim">{label}</span>
              <input
                value={all[field] ?? ''}
                maxLength={LONGEST_WORDS}
                onChange={(e) => {
                  const words = e.target.value;
                  if (field === 'creator' || field === 'rights')
                    useExportSettings.setState({ about: { ...about, [field]: words } });
                  else onChange({ ...own, [field]: words });
                }}
                className="flex-1 rounded-md border border-line bg-ground px-2 py-1"
              />
            </label>
          ))}
          <p className="text-dim">
            {t`Programs that show pictures can read them. Creator and rights are remembered.`}
          </p>
        </fieldset>
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
