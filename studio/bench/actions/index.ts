import type { Action } from '../commands/action';
import { addActions } from './adding';
import { benchActions } from './bench';
import { layerActions } from './layer';
import { lightActions } from './light';
import { modeActions } from './modes';
import { actionState, type BenchDoes } from './state';

/** Everything the bench can do, for the state it is in. */
export function actions(does: BenchDoes): Action[] {
  const state = actionState();
  return [
    ...modeActions(state),
    ...addActions(state, does),
    ...layerActions(state, does),
    ...lightActions(state),
    ...benchActions(state, does),
  ];
}
