import { create } from 'zustand';
import type { Preview } from '../workers/protocol';

interface Costs {
  /** The last picture that was measured. */
  last: Preview | null;
  /** Whether anybody looks: only then are pictures measured. */
  watched: boolean;
}

export const useCosts = create<Costs>()(() => ({ last: null, watched: false }));
