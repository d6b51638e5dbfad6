import { putCrossings } from '@ignis/core/scene/edits/crossing-edits';
import { likelySubject } from '@ignis/core/scene/arrange/subjects';
import { newWeave, putWeave } from '@ignis/core/scene/edits/weave-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../../state/bench';
import { isLine } from '@ignis/core/scene/model/traits';
import { t } from '../../../words/t';

/** A line goes over and under itself from now on, or its light adds up again where it crosses. */
export function weaveItself(layer: Layer): void {
  if (!isLine(layer)) return;
  const { id, source } = layer;
  const on = !source.crossings;
  useBench.getState().change(on ? t`Weave with itself` : t`Let it cross`, putCrossings(id, on));
}

/** Goes on to weave a layer; if it is woven with nothing yet, with what is most likely meant. */
export function beginWeaving(layer: Layer): void {
  const { scene, change, set } = useBench.getState();
  const subject = layer.weave ? null : likelySubject(scene, layer.id);
  if (subject) change(t`Weave with ${subject.name}`, putWeave(layer.id, newWeave(subject.id)));
  set({ mode: 'weave' });
}
