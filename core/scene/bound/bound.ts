import type { Affine } from '../../geometry/affine';
import type { Mask } from '../../masks/mask';
import type { Layer } from '../model/schema';

/** What a scene as it is drawn holds beside what the artist set: what its layers look at. */

/** A layer that another looks at, as it is drawn. */
export interface Subject {
  layer: Layer;
  /** From the px that the subject is placed on to those that the layer is placed on. */
  map: Affine;
}

/** A kept selection, for who refers to it. */
export interface KeptMask {
  mask: Mask;
  /** From scene px to those that the layer is placed on. */
  map: Affine;
}

/** A value with the layer that it looks at; as it is if that is gone. */
export const boundTo = <T extends object>(value: T, subject: Subject | null): T =>
  subject ? { ...value, subject } : value;

/**
 * What a weave, a part of a mask, a spill or a cast shadow looks at, in a scene as it is drawn; null if that is
 * gone, or if there is nothing to look.
 */
export const subjectOf = (value: object | null): Subject | null =>
  (value as { subject?: Subject } | null)?.subject ?? null;

/** A spill with what it falls on; as it is if that is not asked for, or not there. */
export const boundOn = <T extends object>(value: T, surface: Subject | null): T =>
  surface ? { ...value, surface } : value;

/** What a spill falls on, in a scene as it is drawn, if it minds. */
export const surfaceOf = (value: object): Subject | null =>
  (value as { surface?: Subject }).surface ?? null;

/** A value with the kept selection that it refers to; null if that is gone. */
export const boundWithin = <T extends object>(value: T, keptMask: KeptMask | null): T => ({
  ...value,
  keptMask,
});

/**
 * The kept selection that a part of a mask or a step refers to, in a scene as it is drawn; null if that is gone,
 * undefined if it refers to none, or is not yet bound.
 */
export const keptMaskOf = (value: object): KeptMask | null | undefined =>
  (value as { keptMask?: KeptMask | null }).keptMask;

/** What a shape of a mask looks at: the id of a layer, null for the scene; undefined if at nothing. */
export const lookOf = (shape: object): string | null | undefined =>
  (shape as { of?: string | null }).of;

/** The id of the kept selection that something refers to; undefined if to none. */
export const withinOf = (value: object): string | undefined =>
  (value as { within?: string | undefined }).within;

/** Whether a mask looks at layers, the scene or kept selections. */
export const looksOut = (mask: Mask | null): boolean =>
  mask?.parts.some(({ shape }) => lookOf(shape) !== undefined || withinOf(shape) !== undefined) ===
  true;
