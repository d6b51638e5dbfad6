import { newStep } from '../scene/model/make';
import type { Step } from '../scene/model/schema';
import { stepOfKind, steps } from '../steps/index';

/** The steps of made-up scenes. */

/**
 * The steps that made-up scenes have: all but tubes, whose ways cost more to find anew than all else, and tongues, which within
 * corners ask for far more room than a test has. Both are tried by themselves.
 */
export const kindsOfSteps = steps
  .map((s) => s.kind)
  .filter((kind) => kind !== 'style.tube' && kind !== 'warp.fray');

/** A step as it is by itself, but that it carries nothing farther than small pictures are large. */
export const nearStep = (kind: string): Step => {
  const step = newStep(kind);
  const { parameters } = stepOfKind(kind);
  for (const key of ['tailReach', 'length', 'size', 'width', 'height', 'radius', 'reach']) {
    const p = parameters[key];
    if (p?.kind !== 'number' || p.unit !== 'px') continue;
    if ((step.values[key] as number) > 20)
      step.values[key] = Math.max(p.min, key === 'tailReach' ? 20 : 8);
  }
  return step;
};
