import { useEffect } from 'react';
import { countOf } from '@ignis/core/brush/stroke-points';
import { sha256 } from '@ignis/core/files/hash';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import {
  type AnyStroke,
  looseStrokes,
  packOf,
  packStrokes,
} from '@ignis/core/scene/edits/stroke-edits';
import { everyLayer, type Layer } from '@ignis/core/scene/model/schema';
import { addAsset } from '../workers/engine';
import { useBench } from './bench';
import { withoutIt } from './failure';

/**
 * The points of strokes are put into files, some at a time: a scene with very many would else be copied and written whole at
 * every save. It is no step of undo, as every stroke stays what it is.
 */

/** So many strokes of a layer may have their points in the scene. */
const LOOSE = 64;
/** So many, of so many points together, are put into one file, and no more at a time: the page must not stand still. */
const MOST = 512;
const MOST_POINTS = 20_000;
/** How long after the last change they are put into a file, ms. */
const REST = 600;

/** As many of some strokes, from the first on, as are put into one file. */
function firstOf(strokes: readonly AnyStroke[]): AnyStroke[] {
  let points = 0;
  const end = strokes.findIndex((s, i) => (points += countOf(s)) > MOST_POINTS && i > 0);
  return strokes.slice(0, Math.min(MOST, end < 0 ? strokes.length : end));
}

async function pack(layer: Layer): Promise<void> {
  const strokes = firstOf(looseStrokes(layer));
  const bytes = packOf(strokes);
  const name = `${await sha256(bytes)}.ink`;
  const { scene, gesture, rewrite } = useBench.getState();
  // Whatever was changed meanwhile is packed with what comes next.
  if (findLayer(scene, layer.id) !== layer || gesture) return;
  addAsset(name, new Blob([bytes]));
  rewrite(packStrokes(layer.id, name, strokes));
}

/** Puts the points of strokes of the scene on the bench into files, when there are many and nothing else is done. */
export function usePacking(): void {
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const later = () => {
      clearTimeout(timer);
      timer = setTimeout(() => {
        const { scene } = useBench.getState();
        const full = everyLayer(scene.layers).find((l) => looseStrokes(l).length >= LOOSE);
        if (full) void pack(full).catch(withoutIt('Strokes could not be put into a file'));
      }, REST);
    };
    const stop = useBench.subscribe((state, before) => {
      if (state.scene !== before.scene) later();
    });
    return () => {
      stop();
      clearTimeout(timer);
    };
  }, []);
}
