import { putMask } from '@ignis/core/scene/edits/mask-edits';
import { invertSelection } from '@ignis/core/scene/edits/selection-edits';
import { useBench } from '../../../state/bench';
import { MaskWork } from '../mask/mask-work';
import type { StageMode } from '../mode';
import { SelectTools } from './select-tools';
import { t } from '../../../words/t';

/** Selects a part of the picture, whatever layer is selected. */
export const select: StageMode = {
  key: 'select',
  label: () => t`Select`,
  action: t`Select a part of the picture`,
  digit: () => '0',
  applies: () => true,
  hasBrush: true,
  Tools: SelectTools,
  Overlay: ({ stage }) => <MaskWork stage={stage} />,
  actions: ({ scene }) => {
    const { change } = useBench.getState();
    return [
      {
        name: t`Select nothing of the picture`,
        run: () => change(t`Select nothing`, putMask('selection', null)),
        enabled: scene.selection !== null,
      },
      {
        name: t`Select the opposite`,
        run: () => change(t`Select the opposite`, invertSelection),
        enabled: true,
      },
    ];
  },
};
