import { toast } from 'sonner';
import { addCarried, carried, unpacked } from '@ignis/core/scene/edits/carried';
import { parseScene } from '@ignis/core/scene/model/check';
import { assetsOf } from '@ignis/core/scene/model/needs';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { tellFailure } from '../../state/failure';
import { useBench } from '../../state/bench';
import { loadAssets } from '../../storage/assets';
import { addAsset } from '../../workers/engine';
import { t } from '../../words/t';

/** Layers on the clipboard: they go from one scene to another, and from tab to tab. */

/** Of layers on the clipboard; the scene that holds them is its text. */
const TYPE = 'application/x-ignis-layers+json';

const bench = useBench.getState;

/** Puts a layer on the clipboard, with all that it holds. */
export function copyLayer(layer: Layer): void {
  const text = JSON.stringify(carried(bench().scene, layer));
  const give = (e: ClipboardEvent) => {
    e.preventDefault();
    e.clipboardData?.setData(TYPE, text);
    e.clipboardData?.setData('text/plain', layer.name);
  };
  // A clipboard takes types of one's own only in answer to its event.
  window.addEventListener('copy', give, { capture: true, once: true });
  document.execCommand('copy');
  window.removeEventListener('copy', give, { capture: true });
}

/** The layers on a clipboard, as a scene of their own; null if there are none. Throws a SceneError if they are damaged. */
export function layersOn(data: DataTransfer | null): Scene | null {
  const text = data?.getData(TYPE);
  return text ? parseScene(JSON.parse(text)) : null;
}

/** Adds layers that were on the clipboard at the front, once their pictures are at hand. */
export async function pasteLayers(from: Scene): Promise<void> {
  try {
    const names = assetsOf(from);
    const files = await loadAssets(names);
    for (const [name, bytes] of files) addAsset(name, bytes);
    if (names.some((name) => !files.has(name)))
      toast.warning(t`A picture of it is no longer here`, {
        description: t`Open the scene it came from, and copy it again.`,
      });
    const layers = unpacked(from);
    bench().change(t`Paste ${layers[0]!.name}`, addCarried(layers, from));
    bench().select(layers.at(-1)!.id);
  } catch (error) {
    tellFailure(t`The layer could not be pasted`, error);
  }
}
