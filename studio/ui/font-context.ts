import { createContext } from 'react';
import { t } from '../words/t';

/** What a choice of fonts shows: the words written in each, fonts of the artist's own, and how to bring one in. */
export const FontChoice = createContext<{
  words: string;
  own: readonly string[];
  /** Asks for a font's file; null if the artist called it off. */
  bringIn(): Promise<string | null>;
}>({ words: t`Lantern Week`, own: [], bringIn: () => Promise.resolve(null) });
