import { createContext } from 'react';

/** How often tones occur in what is changed (`Scopes.histogram`); null while that is not known. */
export const HistogramContext = createContext<Uint32Array | null>(null);
