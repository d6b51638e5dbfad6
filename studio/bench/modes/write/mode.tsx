import { useBench } from '../../../state/bench';
import { Bar, Hint, Small } from '../../stage/bar';
import type { StageMode } from '../mode';
import { Write } from './write';
import { startWriting } from './writing';
import { t } from '../../../words/t';

/** Waits for where a new text shall begin. */
export const write: StageMode = {
  key: 'write',
  label: () => t`Write`,
  action: t`Add a text`,
  applies: () => true,
  offered: () => false,
  begin: startWriting,
  Row: () => (
    <Bar>
      <Hint>{t`Click where the text begins, or drag a box for it`}</Hint>
      <Small onClick={() => useBench.getState().set({ mode: 'arrange' })} label={t`Cancel (Esc)`} />
    </Bar>
  ),
  Overlay: ({ stage }) => <Write stage={stage} />,
  pointer: 'text',
  escape: 'ends',
};
