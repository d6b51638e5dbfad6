import { create } from 'zustand';
import { addStep, findLayer } from '@ignis/core/scene/edits/layer-edits';
import { transplanted } from '@ignis/core/scene/edits/step-copies';
import { grades } from '@ignis/core/scene/model/traits';
import { pixelSteps, stepOfKind } from '@ignis/core/steps/index';
import { useBench } from './bench';
import { lookAt, stopLooking } from './peek';
import { t } from '../words/t';

/** A step that is carried out of the chain, over the card of another layer: let go there, a copy of it is put on that. */

interface CarriedStep {
  /** The layer whose card it is over; null if it is over none that it could be put on. */
  over: string | null;
}

export const useCarriedStep = create<CarriedStep>(() => ({ over: null }));

/** What puts a copy of a step of a layer on another, in words and as an edit; null if that cannot have it. */
function copyOf(layer: string, id: string, to: string) {
  const { scene } = useBench.getState();
  const step = findLayer(scene, layer)?.steps.find((s) => s.id === id);
  const target = findLayer(scene, to);
  if (!step || !target || to === layer) return null;
  // A layer that grades what lies beneath has no shape that a style could be made of.
  if (grades(target) && !pixelSteps.some((d) => d.kind === step.kind)) return null;
  return {
    label: t`Put ${t(stepOfKind(step.kind).label)} on ${target.name}`,
    edit: addStep(to, transplanted(step, scene, to)),
  };
}

/** Shows what a step would look like on the layer whose card it is carried over; null for none. */
export function aimStep(layer: string, id: string, to: string | null): void {
  if (to === useCarriedStep.getState().over) return;
  const copy = to === null ? null : copyOf(layer, id, to);
  useCarriedStep.setState({ over: copy && to });
  if (copy) lookAt(copy.label, copy.edit);
  else stopLooking();
}

/** Puts a copy of a step on the layer whose card it was let go over; whether it was over one. */
export function dropStep(layer: string, id: string): boolean {
  const { over } = useCarriedStep.getState();
  if (over === null) return false;
  const copy = copyOf(layer, id, over);
  useCarriedStep.setState({ over: null });
  stopLooking();
  if (copy) useBench.getState().change(copy.label, copy.edit);
  return true;
}
