import { create } from 'zustand';

/** With what a new part to reshape is drawn. */
export type PartTool = 'lasso' | 'box' | 'oval';

interface Reshaping {
  tool: PartTool;
  /** The part that is worked on, by its id. */
  part: string | null;
  /** The chosen points of a mesh, by their numbers. */
  points: readonly number[];
}

/** How the stage reshapes. */
export const useReshaping = create<Reshaping>()(() => ({ tool: 'lasso', part: null, points: [] }));
