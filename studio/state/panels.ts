import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { remembered } from './remembered';

/** How the artist has the parts of the bench stand about the stage: remembered by the size of the screen. */
interface Panels {
  chain: 'shown' | 'hidden';
  /** The side of the stage that the chain stands on. */
  side: 'right' | 'left';
  strip: 'shown' | 'hidden';
  /** How large cards are: as many as there are, small beyond some. */
  cards: 'by number' | 'small' | 'large';
}

export const usePanels = create<Panels>()(
  persist<Panels>(() => ({ chain: 'shown', side: 'right', strip: 'shown', cards: 'by number' }), {
    name: `ignis-panels-${globalThis.screen?.width ?? 0}`,
    storage: createJSONStorage(() => remembered),
  }),
);
