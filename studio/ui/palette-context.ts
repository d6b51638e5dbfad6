import { createContext } from 'react';

/** Gives the colours of the scene that is worked on; none where there is none. */
export const ScenePalette = createContext<() => readonly string[]>(() => []);
