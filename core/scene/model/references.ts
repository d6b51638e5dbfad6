import type { Layer } from './schema';

/** The ids by which layers name other layers. */

/**
 * Gives a layer, and all that it holds, other names for what it refers to, in place: the original of an echo, the
 * light of a spill, the line of a text, what it is woven with, and what its mask follows.
 */
export function rerefer(layer: Layer, renamed: ReadonlyMap<string, string>): void {
  const named = (id: string) => renamed.get(id) ?? id;
  const { source, weave, mask } = layer;
  if (source.kind === 'echo' || source.kind === 'spill' || source.kind === 'shadow')
    source.of = named(source.of);
  if (source.kind === 'text' && source.along?.line) source.along.line = named(source.along.line);
  if (weave) weave.with = named(weave.with);
  for (const { shape } of mask?.parts ?? [])
    if ('of' in shape && shape.of !== null) shape.of = named(shape.of);
  for (const inner of layer.layers ?? []) rerefer(inner, renamed);
}
