import { BookmarkPlus, X } from 'lucide-react';
import { useState } from 'react';
import {
  applyPreset,
  isPresetNow,
  removePreset,
  savePreset,
  useExportSettings,
} from '../../state/export-settings';
import { Button } from '../../ui/button';
import { t } from '../../words/t';

/** Settings saved by name: chosen by a click, and saved anew. */
export function Presets({ disabled }: { disabled: boolean }) {
  // All of it: whether a preset is what is chosen now follows every setting.
  const { presets } = useExportSettings();
  const [name, setName] = useState<string | null>(null);
  /** Whether the field was open: the keyboard goes on from where it began. */
  const [wasNaming, setWasNaming] = useState(false);
  const save = () => {
    const own = name?.trim();
    if (own) savePreset(own.slice(0, 40));
    setName(null);
    setWasNaming(true);
  };
  return (
    <div
      role="group"
      aria-label={t`Presets`}
      className="flex min-h-8 flex-wrap items-center gap-1.5"
    >
      <span className="w-20 shrink-0 text-dim">{t`Presets`}</span>
      {presets.map((preset) => {
        const isNow = isPresetNow(preset);
        return (
          <span
            key={preset.name}
            className={`group inline-flex items-center rounded-full border border-line ${isNow ? 'bg-ember/20 text-ember-ink' : 'hover:bg-raised'}`}
          >
            <button
              type="button"
              disabled={disabled}
              aria-pressed={isNow}
              onClick={() => applyPreset(preset)}
              className="py-1 pr-1 pl-3"
            >
              {preset.name}
            </button>
            <button
              type="button"
              disabled={disabled}
              aria-label={t`Remove the preset ${preset.name}`}
              onClick={() => removePreset(preset.name)}
              className="rounded-full p-1.5 text-dim hover:text-ink"
            >
              <X size={12} />
            </button>
          </span>
        );
      })}
      {name === null ? (
        <Button look="plain" disabled={disabled} autoFocus={wasNaming} onClick={() => setName('')}>
          <BookmarkPlus size={14} /> {t`Save as a preset`}
        </Button>
      ) : (
        <input
          autoFocus
          aria-label={t`Name of the preset`}
          placeholder={t`Name, then Enter`}
          maxLength={40}
          value={name}
          onChange={(e) => setName(e.target.value)}
          onBlur={save}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              // It would press the button that comes in the field's place.
              e.preventDefault();
              save();
            }
            if (e.key === 'Escape') {
              e.stopPropagation();
              setName(null);
              setWasNaming(true);
            }
          }}
          className="w-40 rounded-md border border-line bg-ground px-2 py-1"
        />
      )}
    </div>
  );
}
