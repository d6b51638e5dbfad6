import { Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { portableValues, putValues } from '@ignis/core/scene/edits/step-copies';
import { setStep } from '@ignis/core/scene/edits/layer-edits';
import type { Step } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';
import { useBench } from '../../state/bench';
import { tellFailure } from '../../state/failure';
import { useSheet } from '../../state/sheet';
import type { PresetRecord } from '../../storage/database';
import { listPresets, removePreset, savePreset } from '../../storage/step-presets';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

/** The presets of a step's kind: one is put on it, its values are saved as a new one. */
export function StepPresets({
  layer,
  step,
  onClose,
}: {
  layer: string;
  step: Step;
  onClose(): void;
}) {
  const { label } = stepOfKind(step.kind);
  const [presets, setPresets] = useState<PresetRecord[] | null>(null);
  const [name, setName] = useState('');
  const read = () =>
    listPresets(step.kind).then(setPresets, (e) =>
      tellFailure(t`The presets could not be read`, e),
    );
  useEffect(() => void read(), []); // eslint-disable-line react-hooks/exhaustive-deps -- once, as it opens
  const put = (preset: PresetRecord) => {
    useBench
      .getState()
      .change(`${label}: ${preset.name}`, putValues(layer, step.id, preset.values));
    onClose();
  };
  const save = async () => {
    const said = name.trim().slice(0, 80);
    if (!said) return;
    try {
      await savePreset(step.kind, said, portableValues(step));
      toast.success(t`“${said}” is a preset of ${label} now`);
      setName('');
      await read();
    } catch (error) {
      tellFailure(t`The preset could not be saved`, error);
    }
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={t`Presets of ${label}`}
      description={t`Values by name. They can be put on any step of this kind, on any layer.`}
    >
      <ul className="mb-3 flex max-h-[46vh] flex-col overflow-y-auto">
        {presets?.map((preset) => (
          <li key={preset.id} className="flex items-center gap-1">
            <button
              type="button"
              onClick={() => put(preset)}
              className="min-w-0 flex-1 truncate rounded px-2 py-1.5 text-left text-sm hover:bg-raised"
            >
              {preset.name}
            </button>
            <button
              type="button"
              aria-label={t`Delete ${preset.name}`}
              {...tip(t`Delete`)}
              onClick={() =>
                void removePreset(preset.id).then(read, (e) =>
                  tellFailure(t`The preset could not be deleted`, e),
                )
              }
              className="rounded p-1.5 text-dim hover:text-ink"
            >
              <Trash2 size={14} />
            </button>
          </li>
        ))}
        {presets?.length === 0 && <li className="text-sm text-dim">{t`None yet.`}</li>}
      </ul>
      {presets && presets.length > 0 && (
        <Button
          onClick={() => {
            onClose();
            useSheet.getState().open({
              title: t`Presets of ${label}`,
              cells: presets.map((preset) => ({
                label: preset.name,
                edit: setStep(layer, step.id, { values: { ...step.values, ...preset.values } }),
                now: false,
              })),
            });
          }}
        >
          {t`See them on a look sheet`}
        </Button>
      )}
      <form
        className="mt-4 flex items-center gap-2 border-t border-line pt-4"
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <input
          value={name}
          maxLength={80}
          placeholder={t`Name`}
          aria-label={t`Name of the preset`}
          onChange={(e) => setName(e.target.value)}
          className="min-w-0 flex-1 rounded bg-ground px-2 py-1 text-sm"
        />
        <Button type="submit" disabled={name.trim() === ''}>
          {t`Save the values of this step`}
        </Button>
      </form>
    </Dialog>
  );
}
