import { isPathLine } from '@ignis/core/scene/model/traits';
import { Hint } from '../../stage/bar';
import { layerMode } from '../mode';
import { WidthHandles } from './width-handles';

/** Pulls a line wider or thinner where it has anchors. */
export const width = layerMode({
  key: 'width',
  label: () => 'Width',
  action: 'Pull the line wider or thinner',
  digit: () => '4',
  fits: isPathLine,
  liesFlat: true,
  Tools: () => <Hint>Pull the line wider or thinner at its anchors</Hint>,
  Overlay: WidthHandles,
});
