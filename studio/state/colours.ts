import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { withLast } from './lately';

export type Picking =
  | { kind: 'colour'; take(colour: string): void }
  | { kind: 'way'; take(colours: readonly string[]): void };

interface Colours {
  /** Colours that were chosen lately, the last first. */
  recent: readonly string[];
  /** How colours are written as numbers. */
  space: 'rgb' | 'hsl' | 'oklch';
  /** Who waits for a colour from the stage, or for the colours along a way over it; null if nobody does. */
  picking: Picking | null;
}

const MAX = 12;

export const useColours = create<Colours>()(
  persist<Colours, [], [], Pick<Colours, 'recent' | 'space'>>(
    () => ({ recent: [], space: 'rgb', picking: null }) as Colours,
    {
      name: 'ignis-colours',
      partialize: ({ recent, space }) => ({ recent, space }),
    },
  ),
);

/** Remembers a colour that was chosen. */
export function rememberColour(colour: string): void {
  useColours.setState(({ recent }) => ({
    recent: withLast(recent, colour, MAX),
  }));
}

/** What a swatch carries when it is dragged. */
export const COLOUR_TYPE = 'application/x-ignis-colour';
