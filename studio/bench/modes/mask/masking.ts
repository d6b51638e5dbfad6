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
