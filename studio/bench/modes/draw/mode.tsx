import type { StageMode } from '../mode';
import { Draw } from './draw';
import { DrawRow } from './draw-row';
import { startDrawing } from './drawing';
import { t } from '../../../words/t';

/** Draws a new line of light, anchor by anchor or by hand. */
export const draw: StageMode = {
  key: 'draw',
  label: () => t`Draw`,
  action: t`Add a line of light`,
  applies: () => true,
  offered: () => false,
  begin: startDrawing,
  Row: DrawRow,
  Overlay: ({ stage }) => <Draw stage={stage} />,
  pointer: 'crosshair',
  exclusive: true,
};
