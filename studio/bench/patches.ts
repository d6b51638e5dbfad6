import { useEffect, useRef, useState } from 'react';
import type { Box } from '@ignis/core/geometry/affine';
import { covering } from '@ignis/core/pixels/region';
import type { Edit } from '@ignis/core/scene/edits/edit';
import { edit } from '@ignis/core/scene/edits/edit';
import type { Scene } from '@ignis/core/scene/model/schema';
import { withoutIt } from '../state/failure';
import { cell } from '../workers/questions';
import type { Patch } from '../workers/protocol';

/** A small picture that is asked for: of the scene after an edit, or as it is. */
export interface Asked<K> {
  key: K;
  edit: Edit | null;
}

/** The part of a scene that small pictures show. */
export interface Frame {
  scene: Scene;
  box: Box;
  /** Of a picture, px. */
  width: number;
  /** The layer that differs from one to the next. */
  focus: string | null;
  /** Whether that layer is seen alone. */
  alone?: boolean;
}

/** Small pictures by their keys, made one after another in the order in which they are asked for; those that are there are not made again. */
export function usePatches<K>(
  asked: readonly Asked<K>[],
  { scene, box, width, focus, alone = false }: Frame,
): ReadonlyMap<K, Patch> {
  const [made, setMade] = useState<ReadonlyMap<K, Patch>>(new Map());
  const done = useRef(new Map<K, Patch>());
  // In another frame all are others.
  useEffect(() => {
    done.current = new Map();
    setMade(done.current);
  }, [scene, box, width, focus, alone]);
  useEffect(() => {
    let gone = false;
    const scale = Math.min(2, width / (box.x1 - box.x0));
    const region = covering(box.x0 * scale, box.y0 * scale, box.x1 * scale, box.y1 * scale);
    const work = async () => {
      for (const { key, edit: change } of asked) {
        if (done.current.has(key)) continue;
        const candidate = change ? edit(scene, '', change).scene : scene;
        const layers = alone && focus !== null && { layers: [focus] };
        const patch = await cell({ scene: candidate, region, scale, focus, ...layers }).catch(
          withoutIt('A small picture failed'),
        );
        if (gone) return;
        if (!patch) continue;
        done.current.set(key, patch);
        setMade(new Map(done.current));
      }
    };
    void work();
    return () => {
      gone = true;
    };
  }, [asked, scene, box, width, focus, alone]);
  return made;
}
