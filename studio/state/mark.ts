import { create } from 'zustand';
import type { PaintBrush } from '@ignis/core/brush/paint-brush';
import type { Point } from '@ignis/core/geometry/affine';

/** Where strokes take colours from in a scene. */
interface Marking {
  /** The scene, by its id on the bench: in another the mark lies in the middle. */
  of: string;
  /** The mark, scene px; null for the middle of the scene. */
  at: Point | null;
  /** How far the colours lie from where the hand is, scene px, once a stroke has begun; null until then. */
  offset: Point | null;
}

export const useMark = create<Marking>()(() => ({ of: '', at: null, offset: null }));

/** The mark of a scene of some size, px. */
export function markOf(
  marking: Marking,
  scene: string,
  { width, height }: { width: number; height: number },
): { at: Point; offset: Point | null } {
  const middle = { x: Math.round(width / 2), y: Math.round(height / 2) };
  return marking.of === scene
    ? { at: marking.at ?? middle, offset: marking.offset }
    : { at: middle, offset: null };
}

/** Puts the mark of a scene at a place, scene px: the next stroke begins there. */
export const putMark = (scene: string, at: Point): void =>
  useMark.setState({ of: scene, at, offset: null });

/** Begins a stroke at a place of a scene, scene px; returns how far from there its colours lie: whole px, so that they stay sharp. */
export function beginAtMark(
  scene: string,
  size: { width: number; height: number },
  from: Point,
  mark: PaintBrush['mark'],
): Point {
  const { at, offset: before } = markOf(useMark.getState(), scene, size);
  const offset =
    before && mark === 'along'
      ? before
      : { x: Math.round(at.x - from.x), y: Math.round(at.y - from.y) };
  useMark.setState({ of: scene, at, offset: mark === 'again' ? null : offset });
  return offset;
}

/** The hand is at a place, scene px: a mark that goes along is as far from there as before. */
export const carryMark = (from: Point): void =>
  useMark.setState(({ at, offset }) =>
    offset ? { at: { x: from.x + offset.x, y: from.y + offset.y } } : { at },
  );
