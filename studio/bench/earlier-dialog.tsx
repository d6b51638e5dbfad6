import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { Scene } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { flushSaves } from '../state/autosave';
import { useBench } from '../state/bench';
import { tellFailure } from '../state/failure';
import { bringAssets } from '../state/scene-pictures';
import { earlierScenes, type EarlierScene } from '../storage/earlier';
import { Dialog } from '../ui/dialog';
import { StatePicture, timeOf } from './state-picture';
import { tip } from '../ui/tip';
import { midSentence, plural, t } from '../words/t';
import { HelpMark } from '../help/help-mark';

/** The earlier states of the scene, as pictures; one is gone back to by a click. */
export default function EarlierDialog({ onClose }: { onClose(): void }) {
  const [states, setStates] = useState<EarlierScene[] | null>(null);
  useEffect(() => {
    flushSaves()
      .then(() => earlierScenes(useBench.getState().id))
      .then(setStates)
      .catch((error) => tellFailure(t`The earlier states could not be read`, error));
  }, []);

  const goBack = async ({ at, scene }: EarlierScene) => {
    await bringAssets(scene);
    useBench.getState().change(t`Go back to an earlier state`, (s) => void Object.assign(s, scene));
    onClose();
    toast(t`As it was: ${midSentence(timeOf(at))}`, {
      description: t`Undo takes this back.`,
    });
  };

  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={t`Earlier states`}
      mark={<HelpMark about="panel:earlier" />}
      description={t`What the scene was when it was saved, close together in the last minutes, then hour by hour.`}
      width="w-[860px]"
    >
      {states?.length === 0 && (
        <p className="py-8 text-center text-dim">
          {t`There are none yet: the first stands here once the scene has changed.`}
        </p>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(190px,1fr))] gap-4">
        {states?.map((state) => (
          <li key={state.at}>
            <button
              type="button"
              className="group block w-full text-left"
              onClick={() => void goBack(state)}
              {...tip(t`Go back to this state; undo takes it back`)}
            >
              <StatePicture scene={state.scene} />
              <span className="mt-1.5 block text-sm">{timeOf(state.at)}</span>
              <span className="text-xs text-dim">
                {layersOf(state.scene)}
                {sizeOf(state.scene)}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

const layersOf = (scene: Scene): string => {
  const count = everyLayer(scene.layers).length;
  return plural(count, '1 layer', '# layers');
};

const sizeOf = ({ width, height }: Scene): string => ` · ${width} × ${height}`;
