import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { tellFailure } from '../../state/failure';
import type { Action } from '../commands/action';
import type * as Library from './library';
import { t } from '../../words/t';

/** Saves something in the library, which is loaded then. */
async function intoLibrary(task: (library: typeof Library) => Promise<void>): Promise<void> {
  try {
    await task(await import('./library'));
  } catch (error) {
    tellFailure(t`It could not be saved in the library`, error);
  }
}

/** Actions of the library, for a scene and the layer that is selected in it. */
export const libraryActions = ({
  scene,
  layer,
  idle,
  open,
}: {
  scene: Scene;
  layer: Layer | null;
  idle: boolean;
  open(): void;
}): Action[] => [
  { name: t`Library`, keys: ['Shift+L'], run: open, enabled: idle },
  {
    name: t`Save the layer in the library`,
    run: () => layer && void intoLibrary((l) => l.saveLayer(layer)),
    enabled: !!layer && idle,
  },
  {
    name: t`Save the scene as a template`,
    run: () => void intoLibrary((l) => l.saveTemplate(scene)),
    enabled: idle,
  },
];
