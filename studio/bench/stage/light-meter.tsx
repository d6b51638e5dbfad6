import { useEffect, useState, type RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import type { Light } from '@ignis/core/render/selection';
import { useBench } from '../../state/bench';
import { notePointer } from '../../state/pinned-light';
import { newestOnly } from '../../state/newest';
import { useStageAids } from '../../state/stage-aids';
import { lightAt } from '../../workers/questions';
import { lightWords, stopsOf } from './light-words';
import { scenePoint, stagePoint } from './pointer';
import { t } from '../../words/t';

/** How bright the picture is at the pointer, in stops from white, while the light meter is out. */
export function LightMeter({ stage }: { stage: RefObject<HTMLElement | null> }) {
  const isOut = useStageAids((s) => s.meter);
  const [at, setAt] = useState<Point | null>(null);
  const [light, setLight] = useState<Light | null>();
  useEffect(() => {
    const element = stage.current;
    if (!isOut || !element) return;
    const read = newestOnly(
      t`The light could not be read`,
      ({ x, y }: Point) => lightAt(useBench.getState().scene, x, y),
      (_, found) => setLight(found),
    );
    const move = (e: PointerEvent) => {
      setAt(stagePoint(element, e));
      const pointer = scenePoint(element, e);
      notePointer(pointer);
      read(pointer);
    };
    const leave = () => {
      setAt(null);
      notePointer(null);
    };
    element.addEventListener('pointermove', move);
    element.addEventListener('pointerleave', leave);
    return () => {
      setAt(null);
      element.removeEventListener('pointermove', move);
      element.removeEventListener('pointerleave', leave);
    };
  }, [isOut, stage]);
  if (!at) return null;
  const brightest = light?.brightest ?? -Infinity;
  return (
    <div
      className="pointer-events-none absolute z-10 rounded bg-black/75 px-2 py-1 text-xs text-ink"
      style={{ left: at.x + 16, top: at.y - 44 }}
      data-testid="light-meter"
    >
      {lightWords(light)}
      <span className="text-dim"> {t`· P pins it`}</span>
      {brightest > 0.05 && (
        <span className="text-ember"> {t`· channel ${stopsOf(brightest)}, beyond the screen`}</span>
      )}
    </div>
  );
}
