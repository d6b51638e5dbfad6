import { useBench } from '../../../state/bench';
import { Bar, Hint, Small } from '../../stage/bar';
import type { StageMode } from '../mode';
import { where } from '../where/mode';
import { Lamp } from './lamp';
import { t } from '../../../words/t';

/** Moves the scene light. */
export const lamp: StageMode = {
  key: 'lamp',
  label: () => t`Scene light`,
  action: t`Move the scene light`,
  // While a step is open 8 paints where it works.
  digit: (on) => (where.applies(on) ? undefined : '8'),
  applies: () => true,
  offered: ({ layer }) =>
    layer?.steps.some((s) => s.enabled && s.values.follows === 'scene') === true,
  Row: () => (
    <Bar>
      <Hint>{t`Drag the lamp round for its direction, to the middle for its height`}</Hint>
      <Small onClick={() => useBench.getState().set({ mode: 'arrange' })} label={t`Done (Esc)`} />
    </Bar>
  ),
  Overlay: ({ stage }) => <Lamp stage={stage} />,
  escape: 'ends',
};
