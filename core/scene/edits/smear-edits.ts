import { stepOfKind } from '../../steps/index';
import { newStep } from '../model/make';
import type { Layer, Step } from '../model/schema';
import type { SmearStroke } from '../../definitions/strokes';
import type { Edit } from './edit';
import { layerOf } from './layer-edits';
import { putStroke } from './stroke-edits';
import { putIn } from './warp-edits';

/** Changes of what strokes of the finger do to a layer. */

const SMEAR = 'warp.smear';

/** The step that smears a layer: the open one, or its last; undefined if there is none. */
export const smearOf = ({ steps }: Layer, open: string | null): Step | undefined =>
  steps.find((s) => s.id === open && s.kind === SMEAR) ??
  steps.findLast((s) => s.kind === SMEAR && s.enabled);

/** A new step that smears nothing yet. */
export const newSmear = (): Step => newStep(SMEAR);

/** Lays a stroke of the finger; its step is put in before the styles, which follow what it does, if it is new. */
export const smearWith =
  (id: string, step: Step, stroke: SmearStroke): Edit =>
  (s) => {
    const layer = layerOf(s, id);
    if (!layer.steps.some((k) => k.id === step.id))
      putIn(layer, { ...step, values: { strokes: [] } });
    putStroke({ layer: id, step: step.id }, stroke)(s);
  };

/** How a smear goes with the styles of its layer, in words; null if there are none. */
export function smearAmongStyles({ steps }: Layer, id: string): string | null {
  const at = steps.findIndex((s) => s.id === id);
  const styles = (some: readonly Step[]) =>
    some.filter((s) => s.enabled && stepOfKind(s.kind).works === 'style');
  const [before, after] = [styles(steps.slice(0, at)), styles(steps.slice(at + 1))];
  if (before.length === 0 && after.length === 0) return null;
  if (before.length === 0)
    return 'The styles follow what it drags. Carry it below them to drag their light too.';
  if (after.length === 0)
    return 'It drags the light of the styles too. Carry it above them, and they follow what it drags.';
  return 'It drags the light of the styles above it; those below follow what it drags.';
}
