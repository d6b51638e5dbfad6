import { defaultsOf } from '../definitions/parameter-values';
import type { LetterStyle, TextContent } from './content';
import {
  alongParameters,
  letterParameters,
  paragraphParameters,
  staggerParameters,
} from './content';

/** A text in one style: the defaults, but for some values. */
export const newText = (
  content: string,
  style: Partial<LetterStyle> = {},
  rest: Partial<Omit<TextContent, 'content' | 'ranges'>> = {},
): TextContent => ({
  content,
  ranges: [
    {
      length: content.length,
      features: [],
      style: { ...defaultsOf(letterParameters), ...style },
    },
  ],
  paragraph: defaultsOf(paragraphParameters),
  box: null,
  along: null,
  letters: [],
  stagger: defaultsOf(staggerParameters),
  ...rest,
});

/** How a text runs along a path, as it begins. */
export const newAlong = (
  to: Pick<NonNullable<TextContent['along']>, 'path' | 'line'>,
): NonNullable<TextContent['along']> => ({ ...to, values: defaultsOf(alongParameters) });
