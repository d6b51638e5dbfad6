import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** What the stage shows to place things by: the artist's choice, kept from scene to scene. */
interface StageAids {
  rulers: boolean;
  guides: boolean;
  /** Guides cannot be moved by mistake. */
  locked: boolean;
  snapping: boolean;
  grid: boolean;
  /** From one line of the grid to the next, scene px. */
  gridStep: number;
  /** What is brighter than the screen can show, and what is black, is marked. */
  beyond: boolean;
  /** The pointer says how bright the picture is there. */
  meter: boolean;
  /** Scopes lie over the stage. */
  scopes: boolean;
  flip(
    key: 'rulers' | 'guides' | 'locked' | 'snapping' | 'grid' | 'beyond' | 'meter' | 'scopes',
  ): void;
  setStep(px: number): void;
}

export const useStageAids = create<StageAids>()(
  persist(
    (set, get) => ({
      rulers: false,
      guides: true,
      locked: false,
      snapping: true,
      grid: false,
      gridStep: 100,
      beyond: false,
      meter: false,
      scopes: false,
      flip: (key) => set({ [key]: !get()[key] }),
      setStep: (gridStep) => set({ gridStep }),
    }),
    { name: 'ignis.stage-aids' },
  ),
);
