import { useBench } from '../../../state/bench';
import { Bar, Hint, Small } from '../../stage/bar';
import type { StageMode } from '../mode';
import { Measure } from './measure';
import { t } from '../../../words/t';

/** Measures from one point to another. */
export const measure: StageMode = {
  key: 'measure',
  label: () => t`Measure`,
  action: t`Measure between two points`,
  applies: () => true,
  offered: () => false,
  Row: () => (
    <Bar>
      <Hint>{t`Drag from one point to another to measure. Shift holds to 15°.`}</Hint>
      <Small onClick={() => useBench.getState().set({ mode: 'arrange' })} label={t`Done (Esc)`} />
    </Bar>
  ),
  Overlay: ({ stage }) => <Measure stage={stage} />,
  overGuides: true,
  pointer: 'crosshair',
  escape: 'ends',
};
