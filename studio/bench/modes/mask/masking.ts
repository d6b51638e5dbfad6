import { maskFor } from '@ignis/core/scene/edits/mask-edits';
import { useBench } from '../../../state/bench';
import type { MaskTool } from '../../../state/brush';
import { useBrush } from '../../../state/brush';

/** Goes on to work on the mask of the selected layer, with a tool; as last if it is not said. */
export function beginMasking(tool?: MaskTool): void {
  const { selected, set } = useBench.getState();
  if (!selected) return;
  if (tool) useBrush.setState({ tool });
  set({ mode: 'mask' });
}

/** Goes on to work on where a step of the selected layer works, with a tool. */
export function beginWhere(step: string, tool?: MaskTool): void {
  const { scene, selected, set } = useBench.getState();
  if (!selected) return;
  // What is painted first is where it shall work.
  if (!maskFor(scene, { layer: selected, step })) useBrush.setState({ hides: false, way: 'add' });
  if (tool) useBrush.setState({ tool });
  set({ mode: 'where', step });
}
