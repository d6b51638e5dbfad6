import { flipLayer } from '@ignis/core/scene/arrange/arrange';
import { canBake } from '@ignis/core/scene/edits/bake';
import { clipBase, setLayer, ungroup } from '@ignis/core/scene/edits/layer-edits';
import { isTabular } from '@ignis/core/scene/model/tabular';
import { grades, isLine } from '@ignis/core/scene/model/traits';
import { useBench } from '../../state/bench';
import { t } from '../../words/t';
import { bake, stampWith } from '../bake';
import { openRecipes } from '../chain/look';
import type { Action } from '../commands/action';
import { nudge, removeChosen } from '../commands/chosen';
import { copyLayer } from '../commands/clipboard';
import { carry, duplicate, echo, group } from '../commands/layers';
import type { BenchDoes, ActionState } from './state';

const bench = useBench.getState;

/** What can be done with the layer that is selected. */
export function layerActions(
  { scene, layer, idle }: ActionState,
  does: Pick<BenchDoes, 'saveSvg' | 'saveGrades'>,
): Action[] {
  const has = layer !== null;
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
  ];
}
