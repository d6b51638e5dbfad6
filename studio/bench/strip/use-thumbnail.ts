import { useEffect, useMemo, useRef, useState } from 'react';
import { drawnLayer } from '@ignis/core/scene/bound/bind';
import { newGroup, newScene } from '@ignis/core/scene/model/make';
import { mapAround, placementOf } from '@ignis/core/scene/arrange/placement';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { useBench, useBenchThrottled } from '../../state/bench';
import { picture } from '../../workers/engine';
import { comesOfAnother, grades, groundsOf, isEcho } from '@ignis/core/scene/model/traits';
import { withoutIt } from '../../state/failure';

/** The longer side of a card's picture, px. */
const SIDE = 168;

/** The last picture of each source, so that a card that is made anew does not begin empty. */
const lastUrls = new WeakMap<object, string>();

/**
 * A small picture of one layer alone, where it stands in the scene; the last one while a new one is
 * being made. Nothing is made while a drag goes on.
 */
export function useThumbnail(own: Layer): string | null {
  const [url, setUrl] = useState<string | null>(() => lastUrls.get(own.source) ?? null);
  const dragging = useBench((s) => s.gesture !== null);
  const width = useBench((s) => s.scene.width);
  const height = useBench((s) => s.scene.height);
  const mixing = useBench((s) => s.scene.mixing);
  const scene = useBenchThrottled((s) => (needsOthers(own) ? s.scene : null));
  const layer = useMemo(() => (scene && drawnLayer(scene, own.id)) ?? own, [scene, own]);
  const { source, placement, steps, layers } = layer;
  // It is seen where the groups round it carry it; a drag does not ask where that is now.
  const carried = useBench((s) =>
    s.gesture === null ? mapAround(s.scene.layers, own.id).join() : null,
  );
  const shown = useRef<readonly unknown[]>([]);
  useEffect(() => {
    if (dragging) return;
    // A grade has nothing to show but what it does, which the stage shows.
    if (grades(layer)) return;
    // A drag of another layer leaves this one as it is.
    const now = [source, placement, steps, layers, width, height, mixing, carried];
    if (now.every((v, i) => v === shown.current[i])) return;
    let gone = false;
    const all = useBench.getState().scene;
    const asked = standsAmong(layer) ? among(all, own.id) : alone(all, own.id, layer);
    // The picture on the stage comes first.
    const wait = window.setTimeout(async () => {
      const blob = await picture({ ...asked, side: SIDE, background: false }).catch(
        withoutIt('The picture of a card failed'),
      );
      if (gone || !blob) return;
      const next = URL.createObjectURL(blob);
      lastUrls.set(source, next);
      shown.current = now;
      setUrl(next);
    }, 220);
    return () => {
      gone = true;
      window.clearTimeout(wait);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- name, blend and the like do not show
  }, [source, placement, steps, layers, width, height, mixing, carried, dragging]);
  return url;
}

/** Whether a layer is its own only with others beneath it: it is their light or shadow, or looks at them. */
const standsAmong = (layer: Layer) => comesOfAnother(layer) || groundsOf(layer).length > 0;

/** Whether a layer is nothing without another. */
const needsOthers = (layer: Layer) => isEcho(layer) || standsAmong(layer);

/** A layer as it is by itself, whatever it is laid on. */
const plain = (layer: Layer): Layer => ({
  ...layer,
  ...{ visible: true, opacity: 100, blend: 'normal', clip: false, body: 100, mask: null },
});

/** A scene that holds one layer alone, where it stands. */
function alone({ width, height, mixing, layers }: Scene, id: string, layer: Layer) {
  const group = {
    ...newGroup('', [{ ...plain(layer), id: 'alone' }], 'one'),
    placement: placementOf(mapAround(layers, id), { x: 0, y: 0 }),
  };
  return { scene: { ...newScene('', width, height, null), mixing, layers: [group] } };
}

/** One layer of a scene that it needs the others of. */
function among(scene: Scene, id: string) {
  const shown = (layers: readonly Layer[]): Layer[] =>
    layers.map((l) => ({
      ...(l.id === id ? plain(l) : l),
      ...(l.layers && { layers: shown(l.layers) }),
    }));
  return { scene: { ...scene, layers: shown(scene.layers) }, layers: [id] };
}
