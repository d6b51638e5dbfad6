import type { ChoiceParameter } from '../definitions/parameter';
import { blendFamilies, blends } from './index';

/** A parameter that chooses a blend. */
export const blendParameter = (label: string, value: string): ChoiceParameter => ({
  kind: 'choice',
  label,
  help: 'How its colours are mixed with what lies beneath.',
  options: blends.map((b) => ({
    value: b.name,
    label: b.label,
    family: blendFamilies.find((f) => f.family === b.family)!.label,
  })),
  default: value,
});
