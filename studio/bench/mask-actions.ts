import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { putMask } from '@ignis/core/scene/edits/mask-edits';
import { invertSelection } from '@ignis/core/scene/edits/selection-edits';
import { useBench } from '../state/bench';
import { resizeBrush, turnBrush } from '../state/brush';
import type { Action } from './actions';
import { beginMasking } from './stage/masking';

/** Actions of masks, selections and cut-outs, and of the brush that they are worked on with. */
export function maskActions(): Action[] {
  const { scene, selected, mode, change, set } = useBench.getState();
  const layer = findLayer(scene, selected);
  const idle = mode !== 'draw';
  const hasBrush = ['mask', 'select', 'cut-out', 'weave'].includes(mode);
  return [
    {
      name: 'Cut out the subject of the picture',
      keys: ['2'],
      run: () => set({ mode: 'cut-out' }),
      enabled: layer?.source.kind === 'picture' && idle,
    },
    {
      name: 'Edit the mask',
      keys: ['3'],
      run: () => (mode === 'mask' ? turnBrush() : beginMasking()),
      enabled: !!layer && idle,
    },
    {
      name: 'Paint the mask the other way: reveal or hide',
      run: turnBrush,
      enabled: mode === 'mask' || mode === 'select',
    },
    {
      name: 'Select a part of the picture',
      keys: ['0'],
      run: () => set({ mode: 'select' }),
      enabled: idle,
    },
    {
      name: 'Select nothing of the picture',
      run: () => change('Select nothing', putMask('selection', null)),
      enabled: scene.selection !== null,
    },
    {
      name: 'Select the opposite',
      run: () => change('Select the opposite', invertSelection),
      enabled: idle,
    },
    {
      name: 'Larger brush',
      keys: [']'],
      run: () => resizeBrush(true),
      enabled: hasBrush,
    },
    {
      name: 'Smaller brush',
      keys: ['['],
      run: () => resizeBrush(false),
      enabled: hasBrush,
    },
  ];
}
