import type { Parameters } from '../definitions/parameter';
import type { StepDefinition } from '../definitions/step';
import { gaussian } from './blur/gaussian';
import { gradientMap } from './grade/gradient-map';
import { hueSaturation } from './grade/hue-saturation';
import { light } from './grade/light';
import { tint } from './grade/tint';

/** Every step, in the order the palette shows them. To add one: one file, and one line here. */
export const steps: readonly StepDefinition[] = [
  gaussian,
  hueSaturation,
  light,
  tint,
  gradientMap,
].map((s) => s as unknown as StepDefinition<Parameters>);

const byKind = new Map(steps.map((s) => [s.kind, s]));

/** The step of a kind. Throws an Error that lists the kinds there are. */
export function stepOfKind(kind: string): StepDefinition {
  const found = byKind.get(kind);
  if (!found)
    throw new Error(`There is no step "${kind}"; there are ${[...byKind.keys()].join(', ')}.`);
  return found;
}
