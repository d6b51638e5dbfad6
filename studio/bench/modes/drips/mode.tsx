import type { Layer } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';
import { changeDrip } from '@ignis/core/scene/edits/drip-edits';
import { useBench } from '../../../state/bench';
import { useChosenDrip } from '../../../state/drips';
import { Hint } from '../../stage/bar';
import { layerMode } from '../mode';
import { DripHandles } from './drip-handles';
import { drippingStep } from './dripping-step';
import { t } from '../../../words/t';

/** Takes hold of single drips, or tongues. */
export const drips = layerMode({
  key: 'drips',
  label: ({ layer, step }) => {
    const own = layer && drippingStep(layer, step);
    return own ? t(stepOfKind(own.kind).parameters.drips!.label) : t`Drips`;
  },
  action: t`Take hold of drips or tongues`,
  fits: (layer): layer is Layer => layer !== null,
  applies: ({ layer, step }) => drippingStep(layer, step) !== undefined,
  Tools: () => <Hint>{t`Drag an end: longer, shorter, along the edge; Delete takes it away`}</Hint>,
  Overlay: ({ stage, layer }) => <DripHandles stage={stage} layer={layer} />,
  escape() {
    const { found } = useChosenDrip.getState();
    useChosenDrip.setState({ found: null });
    return found !== null;
  },
  remove(layer) {
    const { found } = useChosenDrip.getState();
    const { step: open, change } = useBench.getState();
    const step = drippingStep(layer, open);
    if (!found || !step) return false;
    change(t`Take a drip away`, changeDrip(layer.id, step.id, found, { removed: true }));
    useChosenDrip.setState({ found: null });
    return true;
  },
});
