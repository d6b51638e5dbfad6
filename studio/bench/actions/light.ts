import { grades, isLine, isShaped, isSpill } from '@ignis/core/scene/model/traits';
import { t } from '../../words/t';
import type { Action } from '../commands/action';
import {
  castShadow,
  darkenScene,
  glareScene,
  mirror,
  paintAlong,
  paintOver,
  spill,
} from '../commands/layers';
import type { ActionState } from './state';

/** Actions that light the scene, and what the layer that is selected throws and casts. */
export function lightActions({ scene, layer, idle }: ActionState): Action[] {
  const any = scene.layers.length > 0;
  return [
    {
      name: t`Darken the scene, away from its lights`,
      run: darkenScene,
      enabled: any && idle,
    },
    {
      name: t`Glare over the whole scene`,
      run: glareScene,
      enabled: any && idle,
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
      enabled: any && idle,
    },
  ];
}
