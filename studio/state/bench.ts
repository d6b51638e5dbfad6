import { useMemo } from 'react';
import { toast } from 'sonner';
import { create } from 'zustand';
import type { Affine, Point } from '@ignis/core/geometry/affine';
import type { AnchorPlace } from '@ignis/core/geometry/anchors';
import { anchorOf } from '@ignis/core/geometry/anchors';
import type { Change, Edit, History } from '@ignis/core/scene/edits/edit';
import { edit, EMPTY_HISTORY, redo, remember, undo } from '@ignis/core/scene/edits/edit';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { newScene } from '@ignis/core/scene/model/make';
import type { SnapLines } from '@ignis/core/scene/arrange/snap';
import { mapAround } from '@ignis/core/scene/arrange/placement';
import { echoLoop } from '@ignis/core/scene/model/echo-loop';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { isPathLine } from '@ignis/core/scene/model/traits';
import { pathsOf } from '@ignis/core/sources/line-shape';

export type Saved = 'saved' | 'saving' | 'changed' | 'failed';
export type CompareWith = 'layer' | 'opened';

/** Where the scene stands on the stage: CSS px = scene px × zoom + (x, y). */
export interface View {
  zoom: number;
  x: number;
  y: number;
}

interface BenchState {
  id: string;
  scene: Scene;
  /** The scene as it was when the bench was opened, to compare with. */
  opened: Scene;
  history: History;
  /** A drag under way: where it began, and the change it comes to so far. */
  gesture: { base: Scene; label: string; change: Change | null } | null;
  /** Shown instead of the scene while something is only suggested; never kept. */
  ghost: Scene | null;
  selected: string | null;
  /** Layers chosen besides the selected one, to be arranged with it. */
  others: readonly string[];
  /** What the selected layer is turned and scaled by numbers about, its own px; null for its middle. */
  pivot: Point | null;
  /** The chosen guide. */
  guide: string | null;
  /** Lines that something being dragged has snapped to, scene px; a slanted one by two of its points. */
  snapped: (SnapLines & { ray?: { from: Point; to: Point } }) | null;
  /** The chosen anchors of the selected line. */
  anchors: readonly AnchorPlace[];
  /** The pass of the selected line whose values are open in the chain. */
  pass: string | null;
  /** The step of the selected layer whose values are open in the chain. */
  step: string | null;
  /** The part of the mask of the selected layer whose values are open in the chain. */
  part: string | null;
  /** The layer that is being drawn, once its first anchor is set. */
  drawn: string | null;
  /** The layer whose card is under the pointer. */
  hovered: string | null;
  /** Groups whose cards are folded away. */
  folded: ReadonlySet<string>;
  /** How the stage works on the selected layer: the key of one of the modes (bench/modes/). */
  mode: string;
  view: View;
  comparing: boolean;
  compareWith: CompareWith;
  saved: Saved;
  /** Whether a new line is drawn by hand, and not anchor by anchor. */
  freehand: boolean;
  /** How far a line drawn by hand may be smoothed away from the hand, CSS px. */
  fidelity: number;

  open(id: string, scene: Scene): void;
  /** One change, one step of undo. */
  change(label: string, edit: Edit): void;
  /** A change that is still going on: each call counts from where the drag began. */
  drag(label: string, edit: Edit): void;
  /** Ends a drag: it becomes one step of undo. */
  drop(): void;
  /** Takes a drag back. */
  cancelDrag(): void;
  undo(): string | null;
  redo(): string | null;
  select(id: string | null): void;
  /** Chooses a layer besides those that are, or lets it go. */
  selectAlso(id: string): void;
  set(
    values: Partial<
      Pick<
        BenchState,
        | 'ghost'
        | 'anchors'
        | 'others'
        | 'pivot'
        | 'guide'
        | 'snapped'
        | 'pass'
        | 'step'
        | 'part'
        | 'drawn'
        | 'hovered'
        | 'folded'
        | 'mode'
        | 'view'
        | 'comparing'
        | 'compareWith'
        | 'saved'
        | 'freehand'
        | 'fidelity'
      >
    >,
  ): void;
}

/** Whether a change would make an echo follow itself; the artist is told why it is not made. */
function refused(scene: Scene): boolean {
  const loop = echoLoop(everyLayer(scene.layers));
  if (loop)
    toast.error('That cannot be done', {
      description: `"${loop.name}" would follow itself: an echo cannot be part of what it follows.`,
    });
  return loop !== null;
}

const nothing: Scene = newScene('', 1, 1, null);

export const useBench = create<BenchState>()((set, get) => ({
  id: '',
  scene: nothing,
  opened: nothing,
  history: EMPTY_HISTORY,
  gesture: null,
  ghost: null,
  selected: null,
  others: [],
  pivot: null,
  guide: null,
  snapped: null,
  anchors: [],
  pass: null,
  step: null,
  part: null,
  drawn: null,
  hovered: null,
  folded: new Set(),
  mode: 'arrange',
  view: { zoom: 1, x: 0, y: 0 },
  comparing: false,
  compareWith: 'layer',
  saved: 'saved',
  freehand: false,
  fidelity: 3,

  open: (id, scene) =>
    set({
      id,
      scene,
      opened: scene,
      history: EMPTY_HISTORY,
      gesture: null,
      ghost: null,
      selected: scene.layers.at(-1)?.id ?? null,
      others: [],
      pivot: null,
      guide: null,
      snapped: null,
      anchors: [],
      pass: null,
      step: null,
      part: null,
      drawn: null,
      hovered: null,
      mode: modeFor(scene.layers.at(-1)),
      comparing: false,
      saved: 'saved',
    }),

  change(label, change) {
    get().drop();
    const { scene, history } = get();
    const done = edit(scene, label, change);
    if (refused(done.scene)) return;
    if (done.change.patches.length > 0)
      set({ scene: done.scene, history: remember(history, done.change), ghost: null });
  },

  drag(label, change) {
    const base = get().gesture?.base ?? get().scene;
    const done = edit(base, label, change);
    set({ scene: done.scene, gesture: { base, label, change: done.change }, ghost: null });
  },

  drop() {
    const { gesture, history } = get();
    if (gesture)
      set({
        gesture: null,
        snapped: null,
        history: gesture.change ? remember(history, gesture.change) : history,
      });
  },

  cancelDrag() {
    const { gesture } = get();
    if (gesture) set({ scene: gesture.base, gesture: null, snapped: null });
  },

  undo() {
    get().drop();
    return travel(undo(get().scene, get().history), set, get);
  },

  redo() {
    get().drop();
    return travel(redo(get().scene, get().history), set, get);
  },

  select(id) {
    if (id === get().selected) return set({ others: [], guide: null });
    get().drop();
    const layer = findLayer(get().scene, id);
    set({
      ...{ selected: id, others: [], pivot: null, guide: null },
      ...{
        anchors: [],
        pass: null,
        step: null,
        part: null,
        drawn: null,
        ghost: null,
        mode: modeFor(layer),
      },
    });
  },

  selectAlso(id) {
    const { selected, others, select, drop } = get();
    if (selected === null) return select(id);
    drop();
    if (others.includes(id)) return set({ others: others.filter((o) => o !== id) });
    if (id !== selected) return set({ others: [...others, id], mode: 'arrange' });
    // The selected one is let go: the last chosen takes its place.
    const next = others.at(-1);
    if (next) set({ selected: next, others: others.slice(0, -1), anchors: [], pass: null });
  },

  set,
}));

function travel(
  to: ReturnType<typeof undo>,
  set: (values: Partial<BenchState>) => void,
  get: () => BenchState,
): string | null {
  if (!to) return null;
  const { selected, others, anchors, drawn } = get();
  const layer = findLayer(to.scene, selected);
  const paths = layer && isPathLine(layer) ? pathsOf(layer.source.shape) : [];
  set({
    scene: to.scene,
    history: to.history,
    ghost: null,
    selected: layer ? selected : null,
    others: others.filter((id) => findLayer(to.scene, id)),
    drawn: layer ? drawn : null,
    anchors: anchors.filter((at) => anchorOf(paths, at)),
  });
  return to.label;
}

/** The mode that a layer is first worked on in. */
const modeFor = (layer: Layer | undefined): string =>
  layer && isPathLine(layer) ? 'anchors' : 'arrange';

/** The selected layer, or undefined. */
export const useSelectedLayer = (): Layer | undefined =>
  useBench((s) => findLayer(s.scene, s.selected));

/** The map of the groups that a layer stands in, to scene px. */
export const useAround = (id: string): Affine => {
  const layers = useBench((s) => s.scene.layers);
  return useMemo(() => mapAround(layers, id), [layers, id]);
};

/** Edits that come as a stream and end: what a control needs for one step of undo. */
export function liveEdit(label: string) {
  return {
    change(e: Edit) {
      const { gesture, drag, drop } = useBench.getState();
      // Of another that has not ended yet (typing waits for a pause) nothing may be lost.
      if (gesture && gesture.label !== label) drop();
      drag(label, e);
    },
    done: () => useBench.getState().drop(),
  };
}
