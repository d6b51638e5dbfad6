import type { Parameters } from '@ignis/core/definitions/parameter';
import { essenceOf as essenceBy } from '@ignis/core/definitions/essence';
import { midSentence, t } from '../../words/t';

/** What is essential of some values, in a few words of the artist's language. */
export const essenceOf = (
  parameters: Parameters,
  values: Readonly<Record<string, unknown>>,
): string => essenceBy(parameters, values, (name) => midSentence(t(name)));
