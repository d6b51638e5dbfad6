/** How much a scene holds, and how much it comes to when it is drawn: bounded before anything is made of it. */
import { definitionOf, namedBy } from '../../sources/index';
import type { Mask } from '../../masks/mask';
import type { Source } from '../../sources/index';

/** What decides how many layers are drawn. */
interface Drawn {
  id: string;
  source: Source;
  layers?: Drawn[];
}

/** What decides what a scene comes to. */
interface Amounts {
  layers: readonly Drawn[];
  kept: readonly { id: string; mask: Mask }[];
  selection: Mask | null;
}

/** The lists of a scene, by the keys they stand under: what they hold is called, and the most of it in all. */
const LISTS: Readonly<Record<string, { most: number; what: string }>> = {
  layers: { most: 2000, what: 'layers' },
  steps: { most: 4000, what: 'steps' },
  passes: { most: 4000, what: 'passes' },
  modifiers: { most: 4000, what: 'modifiers' },
  paths: { most: 50_000, what: 'paths' },
  anchors: { most: 500_000, what: 'anchors' },
  gaps: { most: 10_000, what: 'gaps' },
  choices: { most: 50_000, what: 'chosen crossings' },
  parts: { most: 4000, what: 'parts of masks' },
  strokes: { most: 100_000, what: 'brush strokes' },
  marks: { most: 100_000, what: 'strokes of cut-outs' },
  points: { most: 6_000_000, what: 'numbers of points of brush strokes' },
  ranges: { most: 100_000, what: 'stretches of letters' },
  features: { most: 200_000, what: 'features of letters' },
  letters: { most: 100_000, what: 'letters moved by hand' },
  dials: { most: 4000, what: 'dials' },
  guides: { most: 10_000, what: 'guides' },
  kept: { most: 500, what: 'kept selections' },
};
/** Lists of which there are so many that what they hold is not looked through. */
const LEAVES = new Set(['anchors', 'points', 'features']);

type Counts = Record<string, number>;

/** What was counted of values that are never changed in place. */
const counted = new WeakMap<object, Counts>();

/** No scene is deeper than this; what is deeper is not looked into. */
const DEEPEST = 200;

/** How many items the lists of a value hold, by their keys. */
function countsOf(value: object, depth = 0): Counts {
  const known = counted.get(value);
  if (known) return known;
  const counts: Counts = {};
  for (const [key, inner] of Object.entries(value)) {
    // Takes count by themselves.
    if (typeof inner !== 'object' || inner === null || depth > DEEPEST || key === 'takes') continue;
    const isList = Array.isArray(inner) && Object.hasOwn(LISTS, key);
    if (isList) counts[key] = (counts[key] ?? 0) + inner.length;
    if (isList && LEAVES.has(key)) continue;
    for (const [k, n] of Object.entries(countsOf(inner as object, depth + 1)))
      counts[k] = (counts[k] ?? 0) + n;
  }
  counted.set(value, counts);
  return counts;
}

/** What a value that should be a scene has too much of, in words; null if it keeps to what a scene can hold. */
export function tooMany(value: unknown): string | null {
  if (typeof value !== 'object' || value === null) return null;
  const counts = countsOf(value);
  for (const [key, { most, what }] of Object.entries(LISTS))
    if ((counts[key] ?? 0) > most)
      return `A scene has at most ${most.toLocaleString('en')} ${what}; this one has ${counts[key]!.toLocaleString('en')}.`;
  return null;
}

/** The most layers that echoes, drawn out, may come to, and the most parts that kept selections may. */
const MOST_DRAWN = 3000;
const MOST_PARTS = 3000;

/** How many layers a scene comes to when each echo is drawn as what it follows; echoes that go round in a circle count once. */
function layersDrawn(layers: readonly Drawn[]): number {
  const all = new Map<string, Drawn>();
  const look = (l: Drawn) => {
    all.set(l.id, l);
    l.layers?.forEach(look);
  };
  layers.forEach(look);
  const known = new Map<string, number>();
  const drawn = (layer: Drawn): number => {
    const found = known.get(layer.id);
    if (found !== undefined) return found;
    known.set(layer.id, 1);
    const isCopy = definitionOf(layer.source).reference?.as === 'copy';
    const original = isCopy ? all.get(namedBy(layer.source)!) : undefined;
    const inner = [...(layer.layers ?? []), ...(original ? [original] : [])];
    const sum = inner.reduce((n, l) => n + drawn(l), 1);
    known.set(layer.id, sum);
    return sum;
  };
  return layers.reduce((n, l) => n + drawn(l), 0);
}

/** How many parts a mask comes to when each kept selection that it names is taken for its parts. */
function partsMade(mask: Mask, kept: ReadonlyMap<string, Mask>, known: Map<Mask, number>): number {
  const found = known.get(mask);
  if (found !== undefined) return found;
  known.set(mask, 1);
  const sum = mask.parts.reduce((n, { shape }) => {
    const named = 'within' in shape && shape.within ? kept.get(shape.within) : undefined;
    return n + (named ? partsMade(named, kept, known) : 1);
  }, 0);
  known.set(mask, sum);
  return sum;
}

/** Why a scene would come to too much when it is drawn, in words; null if it does not. */
export function drawnTooMuch({ layers, kept, selection }: Amounts): string | null {
  const drawn = layersDrawn(layers);
  if (drawn > MOST_DRAWN)
    return `Echoes come to at most ${MOST_DRAWN.toLocaleString('en')} layers when they are drawn; these come to ${drawn.toLocaleString('en')}.`;
  const byId = new Map(kept.map((k) => [k.id, k.mask]));
  const known = new Map<Mask, number>();
  const parts = [...byId.values(), ...(selection ? [selection] : [])].reduce(
    (most, mask) => Math.max(most, partsMade(mask, byId, known)),
    0,
  );
  return parts > MOST_PARTS
    ? `Saved selections come to at most ${MOST_PARTS.toLocaleString('en')} parts of masks; these come to ${parts.toLocaleString('en')}.`
    : null;
}
