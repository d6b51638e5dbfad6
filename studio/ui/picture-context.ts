import { createContext } from 'react';

/** Pictures that a choice of one offers, and how to bring another in. */
export const PictureChoice = createContext<{
  pictures: readonly { asset: string; name: string }[];
  /** Asks for a picture's file; null if the artist called it off. */
  bringIn(): Promise<string | null>;
}>({ pictures: [], bringIn: () => Promise.resolve(null) });
