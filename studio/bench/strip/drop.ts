import type { Layer, Scene } from '@ignis/core/scene/schema';
import { clipTo, findLayer, moveLayer, setLayer, standingOf } from '@ignis/core/scene/edits';
import type { Edit } from '@ignis/core/scene/edit';

/** Where a carried card would go if it were let go now. */
export interface Drop {
  /** The card under the pointer. */
  over: string;
  how: 'behind' | 'before' | 'clip' | 'into';
}

/** The share of a card's width, in its middle, that means the card itself and not its depth. */
const MIDDLE = 0.5;

/** What a place over a card means for a carried layer; null where it cannot go. */
export function dropAt(
  scene: Scene,
  carried: string,
  over: string,
  box: { left: number; width: number },
  x: number,
): Drop | null {
  const target = findLayer(scene, over);
  const own = findLayer(scene, carried);
  if (!target || !own || over === carried || findLayer({ ...scene, layers: [own] }, over))
    return null;
  const u = (x - box.left) / box.width;
  if (Math.abs(u - 0.5) < MIDDLE / 2) {
    if (target.layers) return { over, how: 'into' };
    if (target.source.kind !== 'grade') return { over, how: 'clip' };
  }
  return { over, how: u < 0.5 ? 'behind' : 'before' };
}

/** A drop as an edit, and what to call it. */
export function dropped(scene: Scene, carried: string, drop: Drop): { label: string; edit: Edit } {
  const target = findLayer(scene, drop.over)!;
  const own = findLayer(scene, carried)!;
  switch (drop.how) {
    case 'clip':
      return { label: `Clip to ${baseName(scene, target)}`, edit: clipTo(carried, drop.over) };
    case 'into':
      return {
        label: `Put into ${target.name}`,
        edit: moveLayer(carried, Infinity, drop.over),
      };
    default: {
      const from = standingOf(scene, carried);
      const to = standingOf(scene, drop.over);
      const place = to.index + (drop.how === 'before' ? 1 : 0);
      const index = from.list === to.list && from.index < place ? place - 1 : place;
      const forward = from.list === to.list && index > from.index;
      const move = moveLayer(carried, index, to.group?.id ?? null);
      return {
        label: forward ? 'Carry forward' : 'Carry back',
        // Among the layers clipped to one base a card stays clipped; elsewhere it is let free.
        edit: (s) => {
          move(s);
          const next = standingOf(s, carried);
          if (own.clip && !next.list[next.index + 1]?.clip && !next.list[next.index - 1]?.clip)
            setLayer(carried, { clip: false })(s);
        },
      };
    }
  }
}

const baseName = (scene: Scene, layer: Layer): string => {
  const { list, index } = standingOf(scene, layer.id);
  return layer.clip
    ? (list.slice(0, index).findLast((l) => !l.clip)?.name ?? layer.name)
    : layer.name;
};
