import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { withLast } from './lately';

export type Picking =
  | { kind: 'colour'; take(colour: string): void }
  | { kind: 'way'; take(colours: readonly string[]): void };

interface Colours {
  /** Colours that were chosen lately by scene, the last first; the scene that was used last stands last. */
  lately: Readonly<Record<string, readonly string[]>>;
  /** How colours are written as numbers. */
  space: 'rgb' | 'hsl' | 'oklch';
  /** Who waits for a colour from the stage, or for the colours along a way over it; null if nobody does. */
  picking: Picking | null;
}

/** So many colours are remembered of a scene, and of so many scenes. */
const MAX = 10;
const SCENES = 30;

export const useColours = create<Colours>()(
  persist<Colours, [], [], Pick<Colours, 'lately' | 'space'>>(
    () => ({ lately: {}, space: 'oklch', picking: null }) as Colours,
    {
      name: 'ignis-colours',
      // The first version had one list for all scenes.
      version: 1,
      migrate: (stored) => ({ lately: {}, space: (stored as Partial<Colours>).space ?? 'oklch' }),
      partialize: ({ lately, space }) => ({ lately, space }),
    },
  ),
);

/** Remembers a colour that was chosen in a scene. */
export function rememberColour(scene: string, colour: string): void {
  useColours.setState(({ lately: { [scene]: own = [], ...others } }) => ({
    lately: Object.fromEntries([
      ...Object.entries(others).slice(1 - SCENES),
      [scene, withLast(own, colour, MAX)],
    ]),
  }));
}

/** What a swatch carries when it is dragged. */
export const COLOUR_TYPE = 'application/x-ignis-colour';
