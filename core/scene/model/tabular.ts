import { stepOfKind } from '../../steps/index';
import type { Step } from './schema';

/** Whether a step makes of each colour another, wherever it is: only such steps fit into a table. */
export const isTabular = ({ kind, values, enabled, where, within }: Step): boolean => {
  const definition = stepOfKind(kind);
  return (
    enabled &&
    definition.works === 'pixels' &&
    definition.keepsShape === true &&
    kind.startsWith('grade.') &&
    definition.margin(values, 1, 1) === 0 &&
    !definition.seesMask &&
    !definition.seesPlace &&
    !where?.enabled &&
    within === undefined
  );
};
