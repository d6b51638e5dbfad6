import { turnBrush } from '../../../state/brush';
import { beginWhere } from '../mask/masking';
import { MaskTools } from '../mask/mask-tools';
import { MaskWork } from '../mask/mask-work';
import type { Situation, StageMode } from '../mode';
import { t } from '../../../words/t';

/** The open step of the selected layer. */
const openStep = ({ layer, step }: Situation) => layer?.steps.find((s) => s.id === step);

/** Works on where the open step works, as on a mask. Its digit once more turns the brush round. */
export const where: StageMode = {
  key: 'where',
  label: () => t`Where it works`,
  action: t`Paint where the open step works`,
  digit: () => '8',
  applies: (on) => openStep(on) !== undefined,
  begin: ({ step }) => step !== null && beginWhere(step),
  again: turnBrush,
  liesFlat: true,
  hasBrush: true,
  Tools: ({ layer }) => layer && <MaskTools layer={layer} />,
  Overlay: ({ stage }) => <MaskWork stage={stage} />,
};
