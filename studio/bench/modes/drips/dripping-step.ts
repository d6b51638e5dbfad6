import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';

/** The step of a layer whose drips or tongues are worked on: the open one, or the last. */
export function drippingStep({ steps }: Layer, open: string | null): Step | undefined {
  const has = (s: Step) =>
    Object.values(stepOfKind(s.kind).parameters).some((p) => p.kind === 'drips');
  return steps.find((s) => s.id === open && has(s)) ?? steps.findLast((s) => s.enabled && has(s));
}
