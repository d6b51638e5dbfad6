import { lengthsKey } from '@ignis/core/definitions/parameter';
import { useMemo, useRef } from 'react';
import { addStep, moveStep, removeStep, setStep } from '@ignis/core/scene/edits/layer-edits';
import { newStep } from '@ignis/core/scene/model/make';
import type { Layer } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { heightInScene, withLengths } from '@ignis/core/scene/edits/style-edits';
import { pixelSteps, stepOfKind, steps } from '@ignis/core/steps/index';
import { bringInPicture } from '../../files/bring-in';
import { PICTURES } from '../../files/accepted';
import { useBench, useBenchThrottled } from '../../state/bench';
import { brushControls, useBrush } from '../../state/brush';
import { smearControls, useSmear } from '../../state/smear';
import { Button } from '../../ui/button';
import { ParameterControls } from '../../ui/parameter-controls';
import { smearAmongStyles } from '@ignis/core/scene/edits/smear-edits';
import { strokesOfStep } from '@ignis/core/scene/edits/stroke-edits';
import { PictureChoice } from '../../ui/picture-context';
import { LiveList } from './live-list';
import { StepLimits } from './step-limits';
import { grades, isPicture } from '@ignis/core/scene/model/traits';
import { tellFailure } from '../../state/failure';

const { size, hardness, steady } = brushControls;
const FINGER = { size, hardness, steady, ...smearControls };

/** The steps of a layer: what its pixels go through, and the styles made of its shape. */
export const Steps = ({ layer }: { layer: Layer }) => (
  <WithPictures>
    <LiveList
      items={layer.steps}
      definitions={grades(layer) ? pixelSteps : steps}
      word="step"
      folds
      onSet={(item, values) => {
        const key = lengthsKey(stepOfKind(item.kind).parameters);
        if (key === undefined || !(key in values)) return values;
        const height = heightInScene(useBench.getState().scene, layer);
        return withLengths(item, values[key] as 'px' | 'share', height);
      }}
      add={(kind) => {
        const step = newStep(kind);
        return { id: step.id, edit: addStep(layer.id, step) };
      }}
      set={(id, values) => setStep(layer.id, id, values)}
      remove={(id) => removeStep(layer.id, id)}
      move={(id, to) => moveStep(layer.id, id, to)}
      after={(item) => (
        <>
          <Smearing layer={layer} id={item.id} />
          <StepLimits layer={layer} id={item.id} />
        </>
      )}
    />
  </WithPictures>
);

/** How a smear goes with the styles of its layer, and how it is worked on. */
function Smearing({ layer, id }: { layer: Layer; id: string }) {
  const smearing = useBench((s) => s.mode === 'smear');
  if (!layer.steps.some((s) => s.id === id && strokesOfStep(s))) return null;
  const among = smearAmongStyles(layer, id);
  return (
    <>
      {among && <p className="text-sm text-dim">{among}</p>}
      {smearing ? (
        <div className="mt-2 rounded-md bg-ground/60 p-2" role="group" aria-label="Brush">
          <FingerControls />
        </div>
      ) : (
        <Button onClick={() => useBench.getState().set({ mode: 'smear', step: id })}>
          Smear on it
        </Button>
      )}
    </>
  );
}

/** What can be set on the finger, for the strokes to come. */
function FingerControls() {
  const brush = useBrush();
  const own = useSmear();
  return (
    <ParameterControls
      parameters={FINGER}
      values={{ ...own, ...brush }}
      onChange={(v) => {
        const [[key]] = Object.entries(v) as [[string, unknown]];
        if (key in smearControls) useSmear.setState(v);
        else useBrush.setState(v);
      }}
      onDone={() => undefined}
    />
  );
}

/** Lets controls within choose among the pictures of the scene, or bring in another. */
export function WithPictures({ children }: { children: React.ReactNode }) {
  const layers = useBenchThrottled((s) => s.scene.layers);
  const chooser = useRef<HTMLInputElement>(null);
  const answer = useRef<(asset: string | null) => void>(() => undefined);
  const value = useMemo(() => {
    const found = new Map<string, string>();
    for (const l of everyLayer(layers)) if (isPicture(l)) found.set(l.source.asset, l.name);
    return {
      pictures: [...found].map(([asset, name]) => ({ asset, name })),
      bringIn: () =>
        new Promise<string | null>((resolve) => {
          answer.current = resolve;
          chooser.current?.click();
        }),
    };
  }, [layers]);
  return (
    <PictureChoice value={value}>
      {children}
      <input
        ref={chooser}
        type="file"
        hidden
        aria-label="Bring in a picture for a pattern"
        accept={PICTURES}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (!file) return answer.current(null);
          bringInPicture(file).then(
            (made) => answer.current(made?.source.asset ?? null),
            (error: Error) => {
              answer.current(null);
              tellFailure('That could not be brought in', error);
            },
          );
        }}
      />
    </PictureChoice>
  );
}
