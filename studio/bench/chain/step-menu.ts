import { toast } from 'sonner';
import { isAtFirst, completed } from '@ignis/core/definitions/parameter-values';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import {
  duplicateStep,
  portableValues,
  putValues,
  resetValues,
} from '@ignis/core/scene/edits/step-copies';
import { newId } from '@ignis/core/scene/model/new-id';
import type { Step } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';
import { useBench } from '../../state/bench';
import { useCopiedStep } from '../../state/copied-step';
import type { MenuEntry } from '../../ui/menu';
import { t } from '../../words/t';

/** Whether a step has a value that is not what it was at first. */
function isChanged({ kind, values }: Step): boolean {
  const { parameters } = stepOfKind(kind);
  const all = completed(parameters, values);
  return Object.entries(parameters).some(([key, p]) => !isAtFirst(p, all[key]));
}

/** What can be done with a step of a layer besides setting it. */
export function stepMenu(
  layer: string,
  id: string,
  copied: Step | null,
  onPresets: (step: Step) => void,
): MenuEntry[] {
  const { scene, change, set } = useBench.getState();
  const step = findLayer(scene, layer)?.steps.find((s) => s.id === id);
  if (!step) return [];
  const { label } = stepOfKind(step.kind);
  return [
    {
      label: t`Duplicate`,
      run: () => {
        const copy = newId();
        change(t`Duplicate ${label}`, duplicateStep(layer, id, copy));
        set({ step: copy });
      },
    },
    {
      label: t`Copy`,
      run: () => {
        useCopiedStep.setState({ step });
        toast(t`${label} is copied`, {
          description: t`Paste it at the end of the steps of any layer, or its values on another.`,
        });
      },
    },
    {
      label: t`Paste values`,
      disabled: copied?.kind !== step.kind || copied.id === id,
      run: () =>
        copied &&
        change(t`Paste the values of ${label}`, putValues(layer, id, portableValues(copied))),
    },
    {
      label: t`Reset all values`,
      disabled: !isChanged(step),
      run: () => change(t`Reset ${label}`, resetValues(layer, id)),
    },
    { label: t`Presets…`, run: () => onPresets(step) },
  ];
}
