import { useEffect, type RefObject } from 'react';
import { toast } from 'sonner';
import type { Region } from '@ignis/core/pixels/region';
import { covering, intersect, isEmpty, regionKey, wholeScene } from '@ignis/core/pixels/region';
import { edit } from '@ignis/core/scene/edits/edit';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { setMask } from '@ignis/core/scene/edits/mask-edits';
import { laidFlat } from '@ignis/core/scene/arrange/placement';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../state/bench';
import { modeOf } from '../modes/index';
import { useCosts } from '../../state/costs';
import { preview } from '../../workers/engine';
import type { Preview } from '../../workers/protocol';

/** A frame of a drag that takes longer than this misses the next but one of the screen, ms. */
const SMOOTH = 22;
/** After this long without a change the picture is made as fine as the screen, ms. */
const REST = 110;
/** The most often the scale may be halved while things change. */
const COARSEST = 2;
/**
 * Those who hear of a change before anything on the page is drawn again: the worker can begin while
 * the page goes on.
 */
const first = new Set<() => void>();
useBench.subscribe((now, before) => {
  if (
    now.scene !== before.scene ||
    now.ghost !== before.ghost ||
    now.view !== before.view ||
    modeOf(now.mode).showsHidden !== modeOf(before.mode).showsHidden ||
    ((now.mode !== before.mode || now.selected !== before.selected) &&
      everyLayer(now.scene.layers).some((l) => l.placement.corners)) ||
    now.comparing !== before.comparing ||
    now.compareWith !== before.compareWith
  )
    for (const hear of first) hear();
});

/** Pixels beyond the stage that are made as well, so that a small pan shows no edge. */
const BEYOND = 48;

interface Size {
  width: number;
  height: number;
}

/**
 * The scene as it should be seen now: compared, suggested, or as it is. While a layer within a group is
 * worked on the group lies flat, as its handles do.
 */
export function shownScene(): Scene {
  const { scene, ghost, opened, comparing, compareWith, selected, mode } = useBench.getState();
  if (!comparing) {
    const { showsHidden, liesFlat } = modeOf(mode);
    const seen = showsHidden && selected ? unmasked(ghost ?? scene, selected) : (ghost ?? scene);
    return selected ? laidFlat(seen, selected, liesFlat === true) : seen;
  }
  if (compareWith === 'opened' || !selected) return opened;
  return {
    ...scene,
    layers: without(scene.layers, selected),
  };
}

/** The scene with the mask of a layer turned off; the same object if it has none that is on. */
const unmasked = (scene: Scene, id: string): Scene =>
  findLayer(scene, id)?.mask?.enabled
    ? edit(scene, '', setMask({ layer: id }, { enabled: false })).scene
    : scene;

/** Layers, wherever they stand, with one hidden. */
const without = (layers: readonly Layer[], id: string): Layer[] =>
  layers.map((l) => ({
    ...l,
    visible: l.visible && l.id !== id,
    layers: l.layers && without(l.layers, id),
  }));

/**
 * Keeps a canvas showing what of the scene the stage shows. While things change, frames that would
 * be slow are made coarser, and made fine at rest; pan and zoom move the last picture at once.
 */
export function usePreview(canvas: RefObject<HTMLCanvasElement | null>, stage: Size): void {
  useEffect(() => {
    if (stage.width === 0) return;
    let stopped = false;
    let shown: Preview | null = null;
    let flight: { fine: boolean } | null = null;
    let again = false;
    let noted = false;
    let resting = 0;
    /** Time a megapixel took lately, ms. */
    let pace = 40;
    /** How often the scale of a drag's frames is halved. */
    let halvings = 0;
    /** The scale of the last picture. */
    let last = 0;
    let failed = false;
    /** Changes heard of so far: a picture made before the last one is not yet what shall be seen. */
    let changes = 0;
    const busy = (is: boolean) => canvas.current?.setAttribute('aria-busy', String(is));

    const place = () => {
      const element = canvas.current;
      if (!element || !shown) return;
      const { view } = useBench.getState();
      const k = view.zoom / shown.scale;
      element.style.transform = `translate(${view.x + shown.region.x * k}px, ${view.y + shown.region.y * k}px)`;
      element.style.width = `${shown.region.width * k}px`;
      element.style.height = `${shown.region.height * k}px`;
      element.style.imageRendering = k >= 2 && shown.scale >= 1 ? 'pixelated' : 'auto';
    };

    const launch = async (fine: boolean) => {
      // A fine picture may be given up for a change; a frame of a drag is let through, or a fast
      // hand would never see one.
      if (flight && !flight.fine) {
        again = true;
        return;
      }
      const own = { fine };
      const heard = changes;
      flight = own;
      const { view, selected } = useBench.getState();
      const scene = shownScene();
      const full = Math.min(1, view.zoom * window.devicePixelRatio);
      const area = regionAt(scene, view, stage, full);
      const megapixels = (area.width * area.height) / 1e6;
      // Halves only: at a scale that stays, what was computed for the last frame is found again.
      if (!fine) {
        const expected = (n: number) => (megapixels / 4 ** n) * pace;
        if (expected(halvings) > SMOOTH && halvings < COARSEST) halvings++;
        else if (halvings > 0 && expected(halvings - 1) < SMOOTH * 0.6) halvings--;
      }
      const scale = fine ? full : full / 2 ** halvings;
      const region = regionAt(scene, view, stage, scale);
      if (isEmpty(region)) {
        flight = null;
        busy(false);
        return;
      }
      try {
        const made = await preview({
          scene,
          region,
          scale,
          focus: selected,
          shown: shown?.number ?? null,
          measure: scale === full && useCosts.getState().watched,
        });
        if (stopped) return;
        if (made && canvas.current && flight === own) {
          draw(canvas.current, shown, made);
          shown = { ...made, patches: [] };
          if (made.costs) useCosts.setState({ last: made });
          // The first frame at a scale has nothing to find, and tells little of the next.
          if (scale === last)
            pace = pace * 0.6 + (made.took / ((region.width * region.height) / 1e6)) * 0.4;
          last = scale;
          const element = canvas.current;
          element.dataset.shown = scale === full ? 'fine' : 'coarse';
          element.dataset.frame = String(Number(element.dataset.frame ?? 0) + 1);
          element.dataset.took = made.took.toFixed(1);
          if (scale === full && heard === changes) busy(false);
          place();
        }
        failed = false;
      } catch (error) {
        if (!stopped && !failed)
          toast.error('The picture could not be made', {
            description: (error as Error).message,
            duration: 12_000,
          });
        failed = true;
        busy(false);
      }
      if (flight === own) flight = null;
      if (again && !stopped) {
        again = false;
        void launch(false);
      }
    };

    const changed = () => {
      place();
      changes++;
      busy(true);
      // Several changes of one event make one frame.
      if (!noted) {
        noted = true;
        queueMicrotask(() => {
          noted = false;
          if (!stopped) void launch(false);
        });
      }
      window.clearTimeout(resting);
      resting = window.setTimeout(function rest() {
        if (flight && !flight.fine) resting = window.setTimeout(rest, 30);
        else if (canvas.current?.dataset.shown !== 'fine' || flight) void launch(true);
      }, REST);
    };

    first.add(changed);
    // What the picture costs is told of a whole one.
    const stopWatching = useCosts.subscribe((now, before) => {
      if (now.watched && !before.watched) void launch(true);
    });
    changed();
    return () => {
      stopped = true;
      first.delete(changed);
      stopWatching();
      window.clearTimeout(resting);
    };
  }, [canvas, stage.width, stage.height]); // eslint-disable-line react-hooks/exhaustive-deps -- the stage is its two sides
}

/** Lays a picture's patches on the one before, or on nothing if it is of another region. */
function draw(element: HTMLCanvasElement, before: Preview | null, made: Preview): void {
  const { region, patches } = made;
  // Setting a size, even the same, clears a canvas.
  const same = before && regionKey(before.region) === regionKey(region);
  if (!same || before.scale !== made.scale) {
    element.width = region.width;
    element.height = region.height;
  }
  const context = element.getContext('2d')!;
  for (const { region: part, pixels } of patches)
    context.putImageData(
      new ImageData(pixels, part.width, part.height),
      part.x - region.x,
      part.y - region.y,
    );
}

/** The pixels at a scale that the stage shows of the scene, and a little beyond. */
function regionAt(
  scene: Scene,
  view: { zoom: number; x: number; y: number },
  stage: Size,
  scale: number,
): Region {
  const k = scale / view.zoom;
  return intersect(
    wholeScene(scene, scale),
    covering(
      (-view.x - BEYOND) * k,
      (-view.y - BEYOND) * k,
      (stage.width - view.x + BEYOND) * k,
      (stage.height - view.y + BEYOND) * k,
    ),
  );
}
