import { useBench } from '../../state/bench';
import { resizeBrush } from '../../state/brush';
import { t } from '../../words/t';
import type { Action } from '../commands/action';
import { beginMode, modeOf, modes } from '../modes/index';
import type { ActionState } from './state';

/** Actions of the ways of working, and of their brush. */
export function modeActions(on: ActionState): Action[] {
  const { idle } = on;
  const { hasBrush } = modeOf(useBench.getState().mode);
  return [
    ...modes.flatMap((m): Action[] => {
      const digit = m.digit?.(on);
      return [
        {
          name: m.action,
          ...(digit !== undefined && { keys: [digit] }),
          run: () => beginMode(m),
          enabled: m.applies(on) && (idle || m.exclusive === true),
        },
        ...(m.actions?.(on) ?? []).map((a) => ({ ...a, enabled: a.enabled && idle })),
      ];
    }),
    {
      name: t`Larger brush`,
      keys: [']'],
      run: () => resizeBrush(true),
      enabled: hasBrush === true,
    },
    {
      name: t`Smaller brush`,
      keys: ['['],
      run: () => resizeBrush(false),
      enabled: hasBrush === true,
    },
  ];
}
