import { addStep, moveStep, removeStep, setStep } from '@ignis/core/scene/edits';
import { newStep } from '@ignis/core/scene/make';
import type { Layer } from '@ignis/core/scene/schema';
import { steps } from '@ignis/core/steps/index';
import { LiveList } from './live-list';

/** The steps of a layer. */
export const Steps = ({ layer }: { layer: Layer }) => (
  <LiveList
    items={layer.steps}
    definitions={steps}
    word="step"
    add={(kind) => addStep(layer.id, newStep(kind))}
    set={(id, values) => setStep(layer.id, id, values)}
    remove={(id) => removeStep(layer.id, id)}
    move={(id, to) => moveStep(layer.id, id, to)}
  />
);
