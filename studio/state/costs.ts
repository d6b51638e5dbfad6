import { create } from 'zustand';
import type { Preview } from '../workers/protocol';

/** What the last full picture cost. */
export const useCosts = create<{ last: Preview | null }>()(() => ({ last: null }));
