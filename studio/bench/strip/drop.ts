import type { Edit } from '@ignis/core/scene/edits/edit';
import {
  canHold,
  clipBase,
  clipTo,
  findLayer,
  moveLayer,
  pastClipped,
  standingOf,
} from '@ignis/core/scene/edits/layer-edits';
import type { Scene } from '@ignis/core/scene/model/schema';
import { grades } from '@ignis/core/scene/model/traits';
import { t } from '../../words/t';

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
  if (!target || !own || over === carried) return null;
  const { group } = standingOf(scene, over);
  if (group && !canHold(scene, group.id, own)) return null;
  const u = (x - box.left) / box.width;
  if (Math.abs(u - 0.5) < MIDDLE / 2) {
    if (target.layers) return canHold(scene, over, own) ? { over, how: 'into' } : null;
    if (!grades(target)) return { over, how: 'clip' };
  }
  return { over, how: u < 0.5 ? 'behind' : 'before' };
}

/** A drop as an edit, and what to call it. */
export function dropped(
  scene: Scene,
  carried: string,
  { over, how }: Drop,
): { label: string; edit: Edit } {
  const target = findLayer(scene, over)!;
  if (how === 'clip') {
    const base = target.clip ? (clipBase(scene, over) ?? target) : target;
    return { label: t`Clip to ${base.name}`, edit: clipTo(carried, over) };
  }
  if (how === 'into')
    return { label: t`Put into ${target.name}`, edit: moveLayer(carried, Infinity, over) };
  const from = standingOf(scene, carried);
  const to = standingOf(scene, over);
  const own = from.list[from.index]!;
  const front = own.clip ? to.index + 1 : pastClipped(to.list, to.index);
  const place = how === 'before' ? front : to.index;
  const sameList = from.list === to.list;
  const index = sameList && from.index < place ? place - 1 : place;
  return {
    label: sameList && index > from.index ? t`Carry forward` : t`Carry back`,
    edit: moveLayer(carried, index, to.group?.id ?? null),
  };
}
