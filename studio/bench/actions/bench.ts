import { useBench } from '../../state/bench';
import { switchTheme } from '../../state/theme';
import { t } from '../../words/t';
import type { Action } from '../commands/action';
import { chooseAll, letGo } from '../commands/chosen';
import { holdToCompare, takeNow } from '../commands/takes';
import { onlyPicture, zoomBy, zoomToFit, zoomToPixels } from '../commands/view';
import { answers } from '../../help/answers';
import { libraryActions } from '../library/actions';
import { aidActions } from './aids';
import { panelActions } from './panels';
import type { BenchDoes, ActionState } from './state';

const bench = useBench.getState;

/** What the bench does with the scene as a whole: its windows, its states, and what it shows of it. */
export function benchActions(state: ActionState, does: BenchDoes): Action[] {
  const { scene, idle } = state;
  const { history, isBare } = bench();
  return [
    { name: t`The recipe book`, run: does.toRecipes, enabled: true },
    { name: t`What the picture costs`, run: does.openCosts, enabled: true },
    { name: t`Earlier states of the scene`, run: does.openEarlier, enabled: true },
    { name: t`Takes of the scene`, run: does.openTakes, enabled: true },
    ...libraryActions({ ...state, open: does.openLibrary }),
    { name: t`Save a take`, run: takeNow, enabled: true },
    {
      name: t`Compare, while it is held`,
      keys: ['c'],
      run: () => holdToCompare(),
      enabled: true,
    },
    {
      name: isBare ? t`The whole bench again` : t`Only the picture`,
      keys: ['o'],
      run: () => onlyPicture(!isBare),
      enabled: true,
    },
    ...panelActions(),
    {
      name: t`The scene: background, light, end`,
      run: () => bench().select(null),
      enabled: idle,
    },
    {
      name: t`Undo`,
      keys: ['$mod+z'],
      run: () => bench().undo(),
      enabled: history.past.length > 0,
    },
    {
      name: t`Redo`,
      keys: ['$mod+Shift+z', '$mod+y'],
      run: () => bench().redo(),
      enabled: history.future.length > 0,
    },
    {
      name: t`Let go of what is chosen`,
      keys: ['Escape'],
      run: letGo,
      enabled: true,
    },
    {
      name: t`Choose all layers`,
      keys: ['$mod+a'],
      run: chooseAll,
      enabled: scene.layers.length > 0 && idle,
    },
    ...aidActions(),
    { name: t`Zoom in`, run: () => zoomBy(1.25), enabled: true },
    { name: t`Zoom out`, run: () => zoomBy(0.8), enabled: true },
    { name: t`Fit the scene`, run: zoomToFit, enabled: true },
    { name: t`Show pixels one to one`, run: zoomToPixels, enabled: true },
    { name: t`Export`, run: does.openExport, enabled: true },
    { name: t`Copy the picture`, run: does.copyPicture, enabled: true },
    { name: t`Save the scene as a file`, keys: ['$mod+s'], run: does.saveFile, enabled: true },
    { name: t`Light or dark colours`, run: switchTheme, enabled: true },
    { name: t`Back to the shelf`, run: does.toShelf, enabled: true },
    { name: t`All actions`, keys: ['$mod+k'], run: does.openPalette, enabled: true },
    { name: t`Keys`, keys: ['Shift+?', '?'], run: does.openKeys, enabled: true },
    { name: t`Help`, keys: ['F1'], run: () => does.toHelp(), enabled: true },
    ...answers.map((a) => ({
      name: a.question,
      words: a.words,
      run: () => does.toHelp(a.id),
      enabled: true,
    })),
  ];
}
