import { definitionOf, namedBy } from '../../sources/index';
import type { Source } from '../../sources/index';

/** What decides whether a layer follows itself. */
interface Follower {
  id: string;
  source: Source;
  layers?: Follower[];
}

const isCopy = ({ source }: Follower): boolean => definitionOf(source).reference?.as === 'copy';

/** Layers that a layer needs to be drawn: the original of an echo, and what a group holds. */
const needs = (layer: Follower): string[] => [
  ...(isCopy(layer) ? [namedBy(layer.source)!] : []),
  ...(layer.layers ?? []).map((l) => l.id),
];

/** Of all layers of a scene, the one at which an echo comes round to itself, by way of others or of a group round it; null if none does. */
export function echoLoop<L extends Follower>(layers: readonly L[]): L | null {
  const all = new Map(layers.map((l) => [l.id, l]));
  if (![...all.values()].some(isCopy)) return null;
  const done = new Set<string>();
  const round = (layer: L, way: ReadonlySet<string>): L | null => {
    if (way.has(layer.id)) return layer;
    if (done.has(layer.id)) return null;
    const on = new Set(way).add(layer.id);
    for (const id of needs(layer)) {
      const next = all.get(id);
      const found = next && round(next, on);
      if (found) return found;
    }
    done.add(layer.id);
    return null;
  };
  for (const layer of all.values()) {
    const found = round(layer, new Set());
    if (found) return found;
  }
  return null;
}
