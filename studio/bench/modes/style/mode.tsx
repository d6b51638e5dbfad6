import { Hint } from '../../stage/bar';
import type { StageMode } from '../mode';
import { ownHandles } from './own-handles';
import { StyleHandles, hasStyleHandles } from './style-handles';
import { t } from '../../../words/t';

/** Drags what is open of a style or a fill, and lays down what lies on a floor or an axis. */
export const style: StageMode = {
  key: 'style',
  label: ({ layer }) => ownHandles(layer)?.label ?? t`Style`,
  action: t`Drag the step that is open`,
  digit: () => '6',
  applies: ({ layer, step }) => layer !== null && hasStyleHandles(layer, step),
  Tools: ({ layer }) => (
    <Hint>{ownHandles(layer)?.hint ?? t`Drag the handles of the step that is open`}</Hint>
  ),
  Overlay: ({ stage, layer }) =>
    layer?.visible ? <StyleHandles stage={stage} layer={layer} /> : null,
  escape: 'ends',
};
