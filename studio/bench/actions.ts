import { canBake } from '@ignis/core/scene/edits/bake';
import { clipBase, findLayer, setLayer, ungroup } from '@ignis/core/scene/edits/layer-edits';
import { isTabular } from '@ignis/core/scene/model/tabular';
import { grades, isLine, isShaped, isSpill } from '@ignis/core/scene/model/traits';
import { flipLayer } from '@ignis/core/scene/arrange/arrange';
import {
  fires,
  flareLooks,
  airs,
  particleLooks,
  startingPoints,
} from '@ignis/core/scene/starting-points/index';
import { shapes } from '@ignis/core/shapes/index';
import { useBench } from '../state/bench';
import { resizeBrush } from '../state/brush';
import { switchTheme } from '../state/theme';
import { aidActions } from './aid-actions';
import { panelActions } from './panel-actions';
import { openRecipes } from './chain/look';
import { bake, stampWith } from './bake';
import { answers } from '../help/answers';
import { libraryActions } from './library/actions';
import type { Action } from './commands/action';
import { chooseAll, letGo, nudge, removeChosen } from './commands/chosen';
import { copyLayer } from './commands/clipboard';
import {
  addFill,
  addGrade,
  addShape,
  addStartingPoint,
  carry,
  castShadow,
  darkenScene,
  glareScene,
  mirror,
  duplicate,
  echo,
  paintAlong,
  paintOver,
  group,
  spill,
} from './commands/layers';
import { holdToCompare, takeNow } from './commands/takes';
import { onlyPicture, zoomBy, zoomToFit, zoomToPixels } from './commands/view';
import { beginMode, modeOf, modes, situation } from './modes/index';
import { midSentence, t } from '../words/t';

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

const bench = useBench.getState;

/** Everything the bench can do, for the state it is in. */
export function actions(does: BenchDoes): Action[] {
  const { scene, selected, history, mode } = bench();
  const layer = findLayer(scene, selected);
  const has = !!layer;
  const { exclusive, hasBrush } = modeOf(mode);
  const idle = !exclusive;
  const on = situation();
  const arrow = (key: string, way: string, dx: number, dy: number): Action[] => [
    {
      name: t`Nudge ${way} by 1 px`,
      keys: [key],
      run: () => nudge(dx, dy),
      enabled: has && idle,
    },
    {
      name: t`Nudge ${way} by 10 px`,
      keys: [`Shift+${key}`],
      run: () => nudge(dx * 10, dy * 10),
      enabled: has && idle,
    },
  ];
  return [
    ...modes.flatMap((m): Action[] => {
      const digit = m.digit?.(on);
      return [
        {
          name: m.action,
          ...(digit !== undefined && { keys: [digit] }),
          run: () => beginMode(m),
          enabled: m.applies(on) && (idle || m.exclusive === true),
        },
        ...(m.actions?.(on) ?? []).map((a) => ({ ...a, enabled: a.enabled && idle })),
      ];
    }),
    {
      name: t`Larger brush`,
      keys: [']'],
      run: () => resizeBrush(true),
      enabled: hasBrush === true,
    },
    {
      name: t`Smaller brush`,
      keys: ['['],
      run: () => resizeBrush(false),
      enabled: hasBrush === true,
    },
    { name: t`Add a picture`, run: does.addPicture, enabled: true },
    { name: t`Add an SVG as lines of light`, run: does.addSvg, enabled: idle },
    {
      name: t`Save the line as SVG`,
      run: does.saveSvg,
      enabled: !!layer && isLine(layer),
    },
    {
      name: t`Save the grades of the layer as a .cube`,
      run: does.saveGrades,
      enabled: layer?.steps.some(isTabular) === true,
    },
    ...[...startingPoints, ...flareLooks, ...airs, ...fires, ...particleLooks].map((p) => ({
      name: `Add: ${midSentence(t(p.label))}`,
      run: () => addStartingPoint(p),
      enabled: idle,
    })),
    ...shapes.map((s) => ({
      name: t`Add a shape: ${midSentence(t(s.label))}`,
      run: () => addShape(s),
      enabled: idle,
    })),
    { name: t`Add a fill`, run: addFill, enabled: idle },
    { name: t`Add a grade`, run: addGrade, enabled: idle },
    { name: t`Put the layer in a group`, run: () => layer && group(layer), enabled: has && idle },
    {
      name: t`Ungroup`,
      run: () => {
        if (!layer?.layers) return;
        bench().change(t`Ungroup`, ungroup(layer.id));
        bench().select(layer.layers.at(-1)?.id ?? null);
      },
      enabled: !!layer?.layers,
    },
    {
      name: layer?.clip ? t`Release the clip` : t`Clip to the layer beneath`,
      run: () => layer && bench().change(t`Clip`, setLayer(layer.id, { clip: !layer.clip })),
      enabled: !!layer && (layer.clip || clipBase(scene, layer.id) !== undefined),
    },
    {
      name: t`Recipes, on the layer`,
      run: () => layer && void openRecipes(layer),
      enabled: !!layer && !grades(layer) && idle,
    },
    { name: t`The recipe book`, run: does.toRecipes, enabled: true },
    { name: t`What the picture costs`, run: does.openCosts, enabled: true },
    { name: t`Earlier states of the scene`, run: does.openEarlier, enabled: true },
    { name: t`Takes of the scene`, run: does.openTakes, enabled: true },
    ...libraryActions({ scene, layer, idle, open: does.openLibrary }),
    { name: t`Save a take`, run: takeNow, enabled: true },
    {
      name: t`Compare, while it is held`,
      keys: ['c'],
      run: () => holdToCompare(),
      enabled: true,
    },
    {
      name: bench().isBare ? t`The whole bench again` : t`Only the picture`,
      keys: ['o'],
      run: () => onlyPicture(!bench().isBare),
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
      name: t`Darken the scene, away from its lights`,
      run: darkenScene,
      enabled: scene.layers.length > 0 && idle,
    },
    {
      name: t`Glare over the whole scene`,
      run: glareScene,
      enabled: scene.layers.length > 0 && idle,
    },
    {
      name: t`Spill its light on another layer`,
      run: () => layer && spill(layer),
      enabled: !!layer && !grades(layer) && !isSpill(layer) && idle,
    },
    {
      name: t`Paint over the layer`,
      run: () => layer && paintOver(layer),
      enabled: !!layer && !grades(layer) && idle,
    },
    {
      name: t`Strokes of paint along the line`,
      run: () => layer && paintAlong(layer),
      enabled: !!layer && isLine(layer) && idle,
    },
    {
      name: t`Cast its shadow on a floor`,
      run: () => layer && castShadow(layer),
      enabled: !!layer && isShaped(layer) && idle,
    },
    {
      name: t`Mirror it on a floor`,
      run: () => layer && mirror(layer),
      enabled: !!layer && !grades(layer) && idle,
    },
    {
      name: t`Mirror all lights on a floor`,
      run: () => mirror(null),
      enabled: scene.layers.length > 0 && idle,
    },
    {
      name: t`Bake the layer: a picture of it, with its steps and its mask`,
      run: () => layer && void bake(layer),
      enabled: !!layer && canBake(scene, layer.id) && idle,
    },
    {
      name: t`A brush that stamps the layer`,
      run: () => layer && void stampWith(layer),
      enabled: !!layer && canBake(scene, layer.id) && idle,
    },
    {
      name: t`Duplicate the layer`,
      keys: ['$mod+d'],
      run: () => layer && duplicate(layer),
      enabled: has && idle,
    },
    {
      name: t`Delete`,
      keys: ['Delete', 'Backspace'],
      run: removeChosen,
      enabled: has && idle,
    },
    {
      name: t`Copy the layer`,
      keys: ['$mod+c'],
      run: () => layer && copyLayer(layer),
      enabled: has && idle,
    },
    {
      name: layer?.visible === false ? t`Show the layer` : t`Hide the layer`,
      run: () =>
        layer &&
        bench().change(
          layer.visible ? t`Hide` : t`Show`,
          setLayer(layer.id, { visible: !layer.visible }),
        ),
      enabled: has,
    },
    {
      name: t`Flip left to right`,
      run: () => layer && bench().change(t`Flip`, flipLayer(layer.id, 'x')),
      enabled: has,
    },
    {
      name: t`Flip top to bottom`,
      run: () => layer && bench().change(t`Flip`, flipLayer(layer.id, 'y')),
      enabled: has,
    },
    {
      name: t`Carry the layer forward`,
      keys: ['Alt+ArrowRight'],
      run: () => layer && carry(layer, 1),
      enabled: has && idle,
    },
    {
      name: t`Carry the layer back`,
      keys: ['Alt+ArrowLeft'],
      run: () => layer && carry(layer, -1),
      enabled: has && idle,
    },
    ...arrow('ArrowLeft', t`left`, -1, 0),
    ...arrow('ArrowRight', t`right`, 1, 0),
    ...arrow('ArrowUp', t`up`, 0, -1),
    ...arrow('ArrowDown', t`down`, 0, 1),
    {
      name: t`Echo the layer: a live copy that follows it`,
      run: () => layer && echo(layer),
      enabled: has && idle,
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
      enabled: bench().scene.layers.length > 0 && idle,
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

/** Keys as they are written on a keyboard. */
export function keyLabel(keys: string): string {
  const mac = navigator.platform.startsWith('Mac');
  return keys
    .split('+')
    .map((k) =>
      k === '$mod'
        ? mac
          ? '⌘'
          : 'Ctrl'
        : k === 'Shift' && keys.endsWith('?')
          ? ''
          : k.replace('Arrow', ''),
    )
    .filter(Boolean)
    .map(
      (k) =>
        ({ Left: '←', Right: '→', Up: '↑', Down: '↓' })[k] ??
        (k.length === 1 ? k.toUpperCase() : k),
    )
    .join(' ');
}
