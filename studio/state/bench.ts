import { grades } from '@ignis/core/scene/model/traits';
import { useMemo } from 'react';
import { toast } from 'sonner';
import { create } from 'zustand';
import type { Affine } from '@ignis/core/geometry/affine';
import { edit, type Edit } from '@ignis/core/scene/edits/edit';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { mapAround } from '@ignis/core/scene/arrange/placement';
import { SceneError } from '@ignis/core/scene/model/check';
import type { Layer, Scene } from '@ignis/core/scene/model/schema';
import { storageFault } from '../storage/connection';
import type { Stored } from '../storage/scenes';
import type { Document } from './document';
import {
  NO_DOCUMENT,
  changed,
  dragged,
  dropped,
  openedDocument,
  takenBack,
  travelled,
} from './document';
import type { View, Workspace } from './workspace';
import { EMPTY_WORKSPACE, selecting, settled } from './workspace';
import { t } from '../words/t';
import { errorWords } from '../words/error-words';

export type { View };

/** The bench: the document, the workspace about it, and what can be done to both at once. */
export interface BenchState extends Document, Workspace {
  open(id: string, scene: Scene): void;
  /** Shows the scene as others have stored it: there is nothing to take back of what they did. */
  follow(stored: Stored): void;
  /** One change, one step of undo. */
  change(label: string, edit: Edit): void;
  /** A change after which the scene means the same: no step of undo, and nothing in the middle of a drag. */
  rewrite(edit: Edit): void;
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
  set(values: Partial<Omit<Workspace, 'selected'> & Pick<Document, 'ghost'>>): void;
}

/** Says which limits an edit met. */
function tellLimits(clamped: string[]): void {
  if (clamped.length > 0) toast(t`As far as it goes`, { description: clamped.join(' ') });
}

/** Says why an edit is not made; what is no fault of the scene goes on. */
function tellRefusal(error: unknown): void {
  if (!(error instanceof SceneError)) throw error;
  toast.error(t`That cannot be done`, { description: errorWords(error) });
}

export const useBench = create<BenchState>()((set, get) => {
  /** Whether the scene may be changed here; says so if it may not. */
  const isAllowed = () => {
    const { readOnly } = get();
    if (readOnly)
      toast(t`Another tab works on this scene`, {
        id: 'elsewhere',
        description: t`What you see here follows it. Press Work here to go on in this tab.`,
      });
    return !readOnly;
  };
  const travel = (way: 'undo' | 'redo'): string | null => {
    if (!isAllowed()) return null;
    get().drop();
    const to = travelled(get(), way);
    if (!to) return null;
    const { label, ...next } = to;
    set({ ...next, ...settled(next.scene, get()) });
    return label;
  };
  return {
    ...NO_DOCUMENT,
    ...EMPTY_WORKSPACE,

    open(id, scene) {
      // A grade at the front is the finish of it all: the work is on what lies beneath.
      const front = scene.layers.findLast((l) => !grades(l)) ?? scene.layers.at(-1);
      set({
        ...openedDocument(id, scene),
        ...selecting(scene, front?.id ?? null),
        ...{
          snapped: null,
          hovered: null,
          comparing: false,
          saved: storageFault() ? 'page' : 'saved',
        },
      });
    },

    follow(stored) {
      const { id, opened } = get();
      const next = { ...openedDocument(id, stored.scene), opened };
      set({ ...next, ...settled(stored.scene, get()), stored, saved: 'saved' });
    },

    change(label, change) {
      if (!isAllowed()) return;
      get().drop();
      try {
        const done = changed(get(), label, change);
        if (!done) return;
        set(done.next);
        tellLimits(done.clamped);
      } catch (error) {
        tellRefusal(error);
      }
    },

    rewrite(change) {
      const { scene, gesture, readOnly } = get();
      if (!gesture && !readOnly) set({ scene: edit(scene, '', change).scene });
    },

    drag(label, change) {
      if (isAllowed()) set(dragged(get(), label, change));
    },

    drop() {
      try {
        const done = dropped(get());
        if (!done) return;
        set({ ...done.next, snapped: null });
        tellLimits(done.clamped);
      } catch (error) {
        get().cancelDrag();
        tellRefusal(error);
      }
    },

    cancelDrag() {
      const next = takenBack(get());
      if (next) set({ ...next, snapped: null });
    },

    undo: () => travel('undo'),
    redo: () => travel('redo'),

    select(id) {
      if (id === get().selected) return set({ others: [], guide: null });
      get().drop();
      set({ ...selecting(get().scene, id), ghost: null });
    },

    selectAlso(id) {
      const { selected, others, select, drop } = get();
      if (selected === null) return select(id);
      drop();
      if (others.includes(id)) return set({ others: others.filter((o) => o !== id) });
      if (id !== selected) return set({ others: [...others, id], mode: 'arrange' });
      // The selected one is let go: the last chosen takes its place.
      const next = others.at(-1);
      if (next)
        set({ ...selecting(get().scene, next), others: others.slice(0, -1), mode: 'arrange' });
    },

    set,
  };
});

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

/** How often what is throttled follows a drag, ms. */
const THROTTLE = 500;

const throttled = create<BenchState>()(() => useBench.getState());
let following: ReturnType<typeof setTimeout> | undefined;
useBench.subscribe((state) => {
  const follow = () => {
    following = undefined;
    throttled.setState(useBench.getState(), true);
  };
  if (state.gesture) return void (following ??= setTimeout(follow, THROTTLE));
  clearTimeout(following);
  follow();
});

/** As `useBench`, for what need not follow every frame of a drag: only some times a second while one goes on. */
export const useBenchThrottled = <T>(select: (state: BenchState) => T): T => throttled(select);
