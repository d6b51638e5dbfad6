import { useEffect, useRef, useState } from 'react';
import type { Scopes } from '@ignis/core/pixels/scopes';
import type { ScopesOf } from '@ignis/core/render/scopes';
import type { Scene } from '@ignis/core/scene/model/schema';
import { scopes as measured } from '../workers/questions';
import { useBenchThrottled } from './bench';
import { newestOnly } from './newest';
import { t } from '../words/t';

/** When scopes are counted anew: a few times a second, or only when a drag is over. */
type When = 'live' | 'at rest';

/** What scopes show; null until it is known, or while `isWanted` is false. */
export function useScopes(
  of: ScopesOf | null,
  when: When = 'live',
  isWanted = true,
): Scopes | null {
  const scene = useBenchThrottled((s) =>
    when === 'live' ? s.scene : (s.gesture?.base ?? s.scene),
  );
  const [found, setFound] = useState<Scopes | null>(null);
  const isThere = useRef(true);
  const ask = useRef<((question: { scene: Scene; of: ScopesOf | null }) => void) | null>(null);
  useEffect(() => {
    isThere.current = true;
    return () => {
      isThere.current = false;
    };
  }, []);
  const [layer, step] = [of?.layer, of?.step];
  useEffect(() => {
    if (!isWanted) return setFound(null);
    ask.current ??= newestOnly(
      t`The tones of the picture could not be counted`,
      ({ scene, of }) => measured(scene, of),
      (_, answer) => isThere.current && setFound(answer),
    );
    ask.current({ scene, of: layer !== undefined && step !== undefined ? { layer, step } : null });
  }, [scene, layer, step, isWanted]);
  return found;
}
