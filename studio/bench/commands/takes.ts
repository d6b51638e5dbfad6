import { toast } from 'sonner';
import { addLayers } from '@ignis/core/scene/edits/layer-edits';
import {
  backToTake,
  saveTake,
  layerOfTake,
  nextTakeName,
} from '@ignis/core/scene/edits/take-edits';
import type { Take } from '@ignis/core/scene/model/schema';
import { useBench } from '../../state/bench';
import { tellFailure } from '../../state/failure';
import { t } from '../../words/t';

/** Commands about takes of the scene. */

const bench = useBench.getState;

/** Saves the scene as it is, under the next name, which is returned; null if it cannot be saved, which is then said. */
export function saveNow(): string | null {
  const name = nextTakeName(bench().scene);
  try {
    bench().change(t`Save a take`, saveTake(name, Date.now()));
    return name;
  } catch (error) {
    tellFailure(t`The take could not be saved`, error as Error);
    return null;
  }
}

/** The same, and says so where takes are not in sight. */
export function takeNow(): void {
  const name = saveNow();
  if (name)
    toast(t`Saved as “${name}”`, { description: t`It stays in the scene, whatever you change.` });
}

/** Makes the scene what it was in a take. */
export function goBackTo(take: Take): void {
  bench().change(t`Go back to “${take.name}”`, backToTake(take.id));
  toast(t`As in “${take.name}”`, { description: t`Undo takes this back.` });
}

/** Puts a copy of a layer of a take in front. */
export function fetchLayer(take: Take, id: string): void {
  const layer = layerOfTake(bench().scene, take.id, id);
  if (!layer) return;
  bench().change(`Fetch “${layer.name}” from “${take.name}”`, addLayers([layer]));
  bench().select(layer.id);
  toast(t`“${layer.name}” stands in front`, { description: t`Fetched from “${take.name}”.` });
}

/** Shows what the scene is compared with until a key is let go. */
export function holdToCompare(): void {
  bench().set({ comparing: true });
  const end = () => {
    bench().set({ comparing: false });
    window.removeEventListener('keyup', end);
    window.removeEventListener('blur', end);
  };
  window.addEventListener('keyup', end);
  window.addEventListener('blur', end);
}
