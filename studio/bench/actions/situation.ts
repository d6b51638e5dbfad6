import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { useBench } from '../../state/bench';
import { modeOf } from '../modes/index';

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

/** What the bench is in the middle of: what its actions go by. */
export interface Standing {
  scene: Scene;
  /** The layer that is selected. */
  layer: Layer | undefined;
  /** Whether no way of working is on that has the stage to itself. */
  idle: boolean;
}

export function standing(): Standing {
  const { scene, selected, mode } = useBench.getState();
  return { scene, layer: findLayer(scene, selected), idle: !modeOf(mode).exclusive };
}
