import { useBench } from '../../../state/bench';
import { turnBrush } from '../../../state/brush';
import type { StageMode } from '../mode';
import { MaskTools } from './mask-tools';
import { MaskWork } from './mask-work';
import { beginMasking } from './masking';
import { t } from '../../../words/t';

/** Works on the mask of a layer by brush, areas and fades. Its digit once more turns the brush round. */
export const mask: StageMode = {
  key: 'mask',
  label: () => t`Mask`,
  action: t`Edit the mask`,
  digit: () => '3',
  applies: ({ layer }) => layer !== null,
  begin: () => beginMasking(),
  again: turnBrush,
  liesFlat: true,
  hasBrush: true,
  Tools: ({ layer }) => layer && <MaskTools layer={layer} />,
  Overlay: ({ stage }) => <MaskWork stage={stage} />,
  actions: () => {
    const { mode } = useBench.getState();
    return [
      {
        name: t`Paint the mask the other way: reveal or hide`,
        run: turnBrush,
        enabled: mode === 'mask' || mode === 'where' || mode === 'select',
      },
    ];
  },
};
