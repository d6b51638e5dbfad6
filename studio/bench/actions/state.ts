import { useBench } from '../../state/bench';
import { modeOf, situation } from '../modes/index';
import type { Situation } from '../modes/mode';

/** What only the bench itself can do. */
export interface BenchDoes {
  addPicture(): void;
  addSvg(): void;
  saveSvg(): void;
  saveGrades(): void;
  openExport(): void;
  openCosts(): void;
  openEarlier(): void;
  openTakes(): void;
  openLibrary(): void;
  saveFile(): void;
  copyPicture(): void;
  toShelf(): void;
  toRecipes(): void;
  /** To the help, at an answer of it. */
  toHelp(id?: string): void;
  openKeys(): void;
  openPalette(): void;
}

/** What actions go by. */
export interface ActionState extends Situation {
  /** Whether no way of working is on that has the stage to itself. */
  idle: boolean;
}

export const actionState = (): ActionState => ({
  ...situation(),
  idle: !modeOf(useBench.getState().mode).exclusive,
});
