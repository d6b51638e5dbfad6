import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../../state/bench';
import { chooseStrokes } from '../../../state/paint';
import { layerMode } from '../mode';
import { smearHome, SmearTools } from './smear-tools';
import { SmearWork } from './smear-work';
import { chooseAllStrokes, releaseStrokes, removeChosen } from '../paint/chosen-tools';
import { t } from '../../../words/t';

/** Drags along what is there with a finger. */
export const smear = layerMode({
  key: 'smear',
  label: () => t`Smear`,
  action: t`Smear: drag along what is there`,
  fits: (layer): layer is Layer => layer !== null,
  begin() {
    chooseStrokes(null);
    useBench.getState().set({ mode: 'smear' });
  },
  liesFlat: true,
  hasBrush: true,
  Tools: SmearTools,
  Overlay: ({ stage, layer }) => <SmearWork stage={stage} layer={layer} />,
  escape: releaseStrokes,
  remove: (layer) => removeChosen(smearHome(layer, useBench.getState().step)),
  chooseAll: (layer) => chooseAllStrokes(smearHome(layer, useBench.getState().step)),
});
