import { definitionOf } from '../../sources/index';
import type { Layer } from './schema';
import { renameLayers } from './step-layers';

/** The ids by which layers name other layers. */

/**
 * Gives a layer, and all that it holds, other names for what it refers to, in place: what its source names, what it is
 * woven with, and what its steps and masks look at.
 */
export function rerefer(layer: Layer, renamed: ReadonlyMap<string, string>): void {
  const named = (id: string) => renamed.get(id) ?? id;
  const { source, weave, mask } = layer;
  const { reference, second } = definitionOf(source);
  const to = reference?.to(source);
  const other = second?.of(source);
  if (to) reference!.rename(source, named(to));
  if (other) second!.rename(source, named(other));
  if (weave) weave.with = named(weave.with);
  for (const step of layer.steps) renameLayers(step, named);
  const masks = [mask, ...layer.steps.map((s) => s.where)];
  for (const { shape } of masks.flatMap((m) => m?.parts ?? []))
    if ('of' in shape && shape.of !== null) shape.of = named(shape.of);
  for (const inner of layer.layers ?? []) rerefer(inner, renamed);
}
