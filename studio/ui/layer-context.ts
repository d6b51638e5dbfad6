import { createContext } from 'react';

/** The layers that a choice of one offers, front first. */
export const LayerChoice = createContext<
  readonly { value: string; label: string; hasPaths: boolean }[]
>([]);
