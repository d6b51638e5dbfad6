import { create } from 'zustand';
import type { Parameter } from '@ignis/core/definitions/parameter';
import type { Edit } from '@ignis/core/scene/edits/edit';

/** A number that goes the other way on a square sheet. */
export interface Axis {
  key: string;
  parameter: Parameter;
  value: number;
}

/** One picture of a sheet. */
export interface SheetCell {
  label: string;
  edit: Edit;
  /** Whether it is how the scene is now. */
  now: boolean;
}

/** What a look sheet shows: given candidates, or those of a parameter. */
export type Sheet =
  | { title: string; cells: readonly SheetCell[] }
  | {
      title: string;
      parameter: Parameter;
      value: unknown;
      /** What a value of the parameter comes to; on a square, with one of another number. */
      edit(value: unknown, other?: { key: string; value: number }): Edit;
      /** Other numbers that it can be crossed with. */
      others: readonly Axis[];
    };

interface SheetState {
  sheet: Sheet | null;
  open(sheet: Sheet): void;
  close(): void;
}

/** The look sheet that lies over the stage. */
export const useSheet = create<SheetState>((set) => ({
  sheet: null,
  open: (sheet) => set({ sheet }),
  close: () => set({ sheet: null }),
}));
