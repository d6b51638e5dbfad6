import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { remembered } from './remembered';

/** So many are remembered. */
const MOST = 6;

/** The actions that were chosen by name lately, the last first. */
export const useLatelyUsed = create<{ names: readonly string[] }>()(
  persist<{ names: readonly string[] }>(() => ({ names: [] }), {
    name: 'ignis-lately-used',
    storage: createJSONStorage(() => remembered),
  }),
);

export function noteUsed(name: string): void {
  useLatelyUsed.setState(({ names }) => ({
    names: [name, ...names.filter((n) => n !== name)].slice(0, MOST),
  }));
}
