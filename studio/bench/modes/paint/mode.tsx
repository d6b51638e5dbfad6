import { isPaint } from '@ignis/core/scene/model/traits';
import { useBench } from '../../../state/bench';
import { chooseStrokes, useChosenStrokes, usePaint } from '../../../state/paint';
import { layerMode } from '../mode';
import { chooseAllStrokes, releaseStrokes, removeChosen } from './chosen-tools';
import { PaintTools } from './paint-tools';
import { PaintWork } from './paint-work';
import { t } from '../../../words/t';

/** Paints on a layer of paint. Its digit once more goes between painting and erasing. */
export const paint = layerMode({
  key: 'paint',
  label: () => t`Paint`,
  action: t`Paint on the layer`,
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
  escape: releaseStrokes,
  remove: (layer) => removeChosen({ layer: layer.id }),
  chooseAll: (layer) => chooseAllStrokes({ layer: layer.id }),
});
