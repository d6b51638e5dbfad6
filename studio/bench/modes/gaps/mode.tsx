import { isLine } from '@ignis/core/scene/model/traits';
import { Hint } from '../../stage/bar';
import { layerMode } from '../mode';
import { Gaps } from './gaps';

/** Breaks a line where it is clicked, as a tube of glass is. */
export const gaps = layerMode({
  key: 'gaps',
  label: () => 'Gaps',
  action: 'Break the line',
  digit: () => '5',
  fits: isLine,
  liesFlat: true,
  Tools: () => <Hint>Click the line to break it; drag a gap along, click it to close</Hint>,
  Overlay: Gaps,
});
