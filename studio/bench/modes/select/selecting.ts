import { toast } from 'sonner';
import { addLayers } from '@ignis/core/scene/edits/layer-edits';
import { FIRST_LIGHT, newLineOf } from '@ignis/core/scene/model/make';
import { newId } from '@ignis/core/scene/model/new-id';
import { tubePasses } from '@ignis/core/sources/pass';
import { tellFailure } from '../../../state/failure';
import { useBench } from '../../../state/bench';
import { maskPaths } from '../../../workers/questions';
import { t } from '../../../words/t';

/** A line of light round what is selected. */
export async function selectionToPath(): Promise<void> {
  const { scene } = useBench.getState();
  const paths = await maskPaths(scene, 'selection').catch((error: unknown) => {
    tellFailure(t`The line round the selection could not be made`, error);
    return null;
  });
  if (!paths) return;
  if (paths.length === 0) {
    toast.info(t`Nothing is selected that a line could go round`);
    return;
  }
  const light = FIRST_LIGHT;
  const line = newLineOf(t`Line round the selection`, {
    light,
    shape: { kind: 'path', paths },
    passes: tubePasses(light, 8, newId),
  });
  const { change, select, set } = useBench.getState();
  change(t`Line round the selection`, addLayers([line]));
  select(line.id);
  set({ mode: 'anchors' });
}
