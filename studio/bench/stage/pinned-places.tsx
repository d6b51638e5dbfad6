import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import type { Light } from '@ignis/core/render/selection';
import { useBench, useBenchThrottled } from '../../state/bench';
import { unpinLight } from '../../state/pinned-light';
import { newestOnly } from '../../state/newest';
import { useStageAids } from '../../state/stage-aids';
import { lightAt } from '../../workers/questions';
import { lightWords } from './light-words';
import { t } from '../../words/t';

/** The places that are pinned, with what the light meter reads there, while it is out. */
export function PinnedPlaces() {
  const isOut = useStageAids((s) => s.meter);
  const places = useBench((s) => s.pinned);
  const view = useBench((s) => s.view);
  if (!isOut || places.length === 0) return null;
  return (
    <>
      {places.map(({ x, y }, i) => (
        <span
          key={i}
          className="pointer-events-none absolute z-10 grid size-5 -translate-1/2 place-items-center rounded-full border border-white bg-black/70 text-xs text-white"
          style={{ left: view.x + x * view.zoom, top: view.y + y * view.zoom }}
        >
          {i + 1}
        </span>
      ))}
      <ol
        aria-label={t`Pinned light`}
        className="absolute right-3 bottom-3 z-10 flex flex-col gap-0.5 rounded-lg border border-line bg-panel/95 p-2 text-xs"
      >
        {places.map((place, i) => (
          <PinnedPlace key={i} place={place} index={i} />
        ))}
      </ol>
    </>
  );
}

function PinnedPlace({ place, index }: { place: Point; index: number }) {
  const scene = useBenchThrottled((s) => s.scene);
  const [light, setLight] = useState<Light | null>();
  const [read] = useState(() =>
    newestOnly(
      t`The light could not be read`,
      ({ x, y }: Point) => lightAt(useBench.getState().scene, x, y),
      (_, found) => setLight(found),
    ),
  );
  useEffect(() => read(place), [read, place, scene]);
  return (
    <li className="flex items-center gap-2">
      <span className="w-3 text-dim">{index + 1}</span>
      <span
        className="size-3.5 rounded-sm border border-line"
        style={{ background: light?.colour }}
      />
      <span className="w-16 tabular-nums">{light?.colour}</span>
      <span className="w-20 tabular-nums">{lightWords(light)}</span>
      <button
        type="button"
        aria-label={t`Unpin place ${index + 1}`}
        onClick={() => unpinLight(index)}
        className="rounded p-0.5 text-dim hover:text-ink"
      >
        <X size={12} />
      </button>
    </li>
  );
}
