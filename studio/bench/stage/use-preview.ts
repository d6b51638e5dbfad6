import { useEffect, type RefObject } from 'react';
import type { Region } from '@ignis/core/pixels/region';
import { covering, intersect, isEmpty, wholeScene } from '@ignis/core/pixels/region';
import { edit } from '@ignis/core/scene/edits/edit';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { setMask } from '@ignis/core/scene/edits/mask-edits';
import { laidFlat } from '@ignis/core/scene/arrange/placement';
import type { Scene } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../state/bench';
import { modeOf } from '../modes/index';
import { pictureStands } from '../../state/crash-loop';
import { useCosts } from '../../state/costs';
import { endTimes, noteNext, noteTimes } from '../../state/opening-times';
import { comparedScene } from '../../state/comparison';
import { useMaking } from '../../state/making';
import { useStageAids } from '../../state/stage-aids';
import { endStage, preview, stopPreview, whenProgress } from '../../workers/engine';
import type { Preview } from '../../workers/protocol';
import { tellFailure } from '../../state/failure';
import { previewScheduler } from './preview-scheduler';
import { screensIn, type Screens } from './screens';
import { t } from '../../words/t';

/**
 * Called on a change before anything on the page is drawn again: the worker can begin while the page goes on.
 */
const listeners = new Set<() => void>();
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
    for (const listener of listeners) listener();
});

useStageAids.subscribe((now, before) => {
  if (now.beyond !== before.beyond) for (const listener of listeners) listener();
});

/** Pixels beyond the stage that are made as well, so that a small pan shows no edge. */
const BEYOND = 48;

/** Counts the pictures that may take long. */
let madeSoFar = 0;

interface Size {
  width: number;
  height: number;
}

/**
 * The scene as it should be seen now: compared, suggested, or as it is. While a layer within a group is
 * worked on the group lies flat, as its handles do.
 */
export function shownScene(): Scene {
  const state = useBench.getState();
  const { scene, ghost, comparing, selected, mode } = state;
  if (!comparing) {
    const { showsHidden, liesFlat } = modeOf(mode);
    const seen = showsHidden && selected ? unmasked(ghost ?? scene, selected) : (ghost ?? scene);
    return selected ? laidFlat(seen, selected, liesFlat === true) : seen;
  }
  return comparedScene(state);
}

/** The scene with the mask of a layer turned off; the same object if it has none that is on. */
const unmasked = (scene: Scene, id: string): Scene =>
  findLayer(scene, id)?.mask?.enabled
    ? edit(scene, '', setMask({ layer: id }, { enabled: false })).scene
    : scene;

/**
 * Keeps the picture showing what of the scene the stage shows. While things change, frames that would
 * be slow are made coarser, and made fine at rest; pan and zoom move the last picture at once.
 */
export function usePreview(
  picture: RefObject<HTMLElement | null>,
  screens: RefObject<Screens | null>,
  stage: Size,
): void {
  useEffect(() => {
    screens.current = screensIn(picture.current!);
    return () => screens.current?.remove();
  }, [picture, screens]);
  useEffect(() => {
    if (stage.width === 0) return;
    let shown: Preview | null = null;
    let hasAsked = false;

    const place = () => {
      const element = picture.current;
      if (!element || !shown) return;
      const { view } = useBench.getState();
      const k = view.zoom / shown.scale;
      element.style.transform = `translate(${view.x + shown.region.x * k}px, ${view.y + shown.region.y * k}px)`;
      element.style.width = `${shown.region.width * k}px`;
      element.style.height = `${shown.region.height * k}px`;
      element.style.imageRendering = k >= 2 && shown.scale >= 1 ? 'pixelated' : 'auto';
    };

    /** The finest scale that the screen shows. */
    const fullScale = () => Math.min(1, useBench.getState().view.zoom * window.devicePixelRatio);
    const megapixelsOf = ({ width, height }: Region) => (width * height) / 1e6;

    const scheduler = previewScheduler<Preview>({
      megapixels: () =>
        megapixelsOf(regionAt(shownScene(), useBench.getState().view, stage, fullScale())),
      request(halvings) {
        const { view, selected, gesture } = useBench.getState();
        const scene = shownScene();
        const scale = fullScale() / 2 ** halvings;
        const region = regionAt(scene, view, stage, scale);
        if (isEmpty(region)) return null;
        if (!hasAsked) noteNext('bench');
        hasAsked = true;
        const made = preview({
          ...{ scene, region, scale },
          focus: selected,
          shown: shown?.number ?? null,
          measure: halvings === 0 && useCosts.getState().watched,
          steady: gesture !== null,
          draft: gesture !== null && halvings > 0,
          beyond: useStageAids.getState().beyond,
          screen: screens.current!.index(),
        });
        return { megapixels: megapixelsOf(region), made };
      },
      show(made, isFine) {
        const element = picture.current;
        if (!element) return;
        screens.current!.show(made, shown);
        shown = { ...made, patches: [] };
        noteTimes(made.loaded);
        noteNext(isFine ? 'fine picture' : 'coarse picture');
        if (made.costs) useCosts.setState({ last: made });
        element.dataset.shown = isFine ? 'fine' : 'coarse';
        element.dataset.frame = String(Number(element.dataset.frame ?? 0) + 1);
        element.dataset.took = made.took.toFixed(1);
        // The next picture is asked for before the page draws anything anew.
        if (!useBench.getState().isShown)
          setTimeout(() => useBench.getState().set({ cover: null, isShown: true }));
        if (isFine) {
          endStage();
          endTimes();
          pictureStands();
        }
        place();
      },
      took: (made) => made.took,
      busy: (is) => picture.current?.setAttribute('aria-busy', String(is)),
      long(is) {
        // Frames of a drag end here too: those change nothing.
        if (is) useMaking.setState({ since: ++madeSoFar, done: 0, isStopped: false });
        else if (useMaking.getState().since !== null) useMaking.setState({ since: null });
      },
      failed(error) {
        endStage();
        tellFailure(t`The picture could not be made`, error);
      },
    });

    whenProgress((done) => useMaking.getState().since !== null && useMaking.setState({ done }));
    useMaking.setState({
      stop() {
        stopPreview();
        scheduler.giveUp();
        endStage();
        useMaking.setState({ isStopped: true });
      },
      resume() {
        useMaking.setState({ isStopped: false });
        scheduler.refine();
      },
    });
    const changed = () => {
      place();
      scheduler.changed();
    };
    listeners.add(changed);
    // What the picture costs is measured of a whole one.
    const stopWatching = useCosts.subscribe((now, before) => {
      if (now.watched && !before.watched) scheduler.refine();
    });
    changed();
    return () => {
      scheduler.stop();
      useMaking.setState({ since: null, isStopped: false });
      listeners.delete(changed);
      stopWatching();
    };
  }, [picture, screens, stage.width, stage.height]); // eslint-disable-line react-hooks/exhaustive-deps -- the stage is its two sides
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
