import { isPaint } from '@ignis/core/scene/model/traits';
import { useBench } from '../../../state/bench';
import { chooseStrokes, useChosenStrokes, usePaint } from '../../../state/paint';
import { layerMode } from '../mode';
import { PaintTools, removeChosen } from './paint-tools';
import { PaintWork } from './paint-work';

/** Paints on a layer of paint. Its digit once more goes between painting and erasing. */
export const paint = layerMode({
  key: 'paint',
  label: () => 'Paint',
  action: 'Paint on the layer',
  digit: () => '2',
  fits: isPaint,
  again() {
    if (useChosenStrokes.getState().chosen) chooseStrokes(null);
    else usePaint.setState(({ way }) => ({ way: way === 'erase' ? 'over' : 'erase' }));
  },
  begin() {
    chooseStrokes(null);
    useBench.getState().set({ mode: 'paint' });
  },
  liesFlat: true,
  hasBrush: true,
  Tools: PaintTools,
  Overlay: ({ stage, layer }) => <PaintWork stage={stage} layer={layer} />,
  escape() {
    const { chosen } = useChosenStrokes.getState();
    if (!chosen) return false;
    chooseStrokes(chosen.length > 0 ? [] : null);
    return true;
  },
  remove: removeChosen,
  chooseAll(layer) {
    if (!useChosenStrokes.getState().chosen) return false;
    chooseStrokes(layer.source.strokes.map((s) => s.id));
    return true;
  },
});
