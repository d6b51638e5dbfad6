import type { Affine } from '../geometry/affine';
import { boxUnder, determinant, regionAround } from '../geometry/affine';
import { SMEAR_DAB, displaced, laySmear, type SmearDabs } from '../kernels/smear';
import { pasted } from '../kernels/rows';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { floats, scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { intersect, isEmpty, unite } from '../pixels/region';
import { boxOfStrokes } from './hit';
import { actionOf, sideOf, smearDabs } from './smear-dabs';
import type { SmearStroke, SmearWay } from '../definitions/strokes';

/**
 * What strokes of the finger make of pixels. Strokes that touch are worked on together, apart from all others, in the order in
 * which they were drawn: a part of a picture comes out as the same part of the whole. What some of the dabs come to is cached, so
 * that a stroke that grows costs what it grows by, and one that is taken back costs what it covered.
 */

/** Keeps a result under a name that says all it depends on, but for the pixels. */
export type Keep = <T extends ColourBuffer | Plane>(name: string, make: () => T) => T;

/** Strokes that touch, and all that they may touch, px of the render. */
interface Cluster {
  strokes: SmearStroke[];
  region: Region;
}

/** Dabs lie no farther than so much of the longer side of the scene beyond it: nothing that is dragged from there is seen. */
const BEYOND = 0.5;

/** Strokes that are on, as clusters. `scene` is where the scene lies, px of the render. */
function clustersOf(strokes: readonly SmearStroke[], map: Affine, scene: Region): Cluster[] {
  const by = Math.ceil(BEYOND * Math.max(scene.width, scene.height));
  const most = {
    x: scene.x - by,
    y: scene.y - by,
    width: scene.width + 2 * by,
    height: scene.height + 2 * by,
  };
  let clusters: Cluster[] = [];
  for (const stroke of strokes) {
    const box = stroke.enabled ? boxOfStrokes([stroke]) : null;
    if (!box) continue;
    let made: Cluster = {
      strokes: [stroke],
      region: intersect(regionAround(boxUnder(map, box), 2), most),
    };
    if (isEmpty(made.region)) continue;
    // What it touches joins it, and what that touches.
    for (;;) {
      const { region } = made;
      const joining = clusters.filter((c) => !isEmpty(intersect(c.region, region)));
      if (joining.length === 0) break;
      clusters = clusters.filter((c) => !joining.includes(c));
      made = {
        strokes: [...joining.flatMap((c) => c.strokes), ...made.strokes],
        region: joining.reduce((r, c) => unite(r, c.region), region),
      };
    }
    clusters.push(made);
  }
  const order = new Map(strokes.map((s, i) => [s, i]));
  for (const c of clusters) c.strokes.sort((a, b) => order.get(a)! - order.get(b)!);
  return clusters;
}

/** So many dabs are laid between two states that may be cached. */
const LEG = 40;

/** Some dabs of a stroke, and a name for them and all that were laid before. */
interface Leg extends SmearDabs {
  name: string;
}

/** Strokes one after another that all work on colours, or all on the ways that they come. */
interface Run {
  on: 'colours' | 'ways';
  legs: Leg[];
}

const WORKS_ON: Readonly<Record<SmearWay, Run['on'] | null>> = {
  smear: 'colours',
  ...{ push: 'ways', swirl: 'ways', pinch: 'ways', swell: 'ways' },
  ...{ smooth: null, restore: null },
};

/** The dabs of strokes as they were last asked for. */
const dabsOfStrokes = new WeakMap<SmearStroke, { place: string; dabs: Float32Array }>();
function dabsOf(stroke: SmearStroke, map: Affine): Float32Array {
  const place = map.join();
  const known = dabsOfStrokes.get(stroke);
  if (known?.place === place) return known.dabs;
  const dabs = smearDabs(stroke, map);
  dabsOfStrokes.set(stroke, { place, dabs });
  return dabs;
}

/** A name for what goes on from another by some numbers: two sums of 32 bits each, which hardly ever agree by chance. */
function nameAfter(before: string, dabs: Float32Array, rest: string): string {
  let [a, b] = [0x9e3779b9, 0x85ebca6b];
  const take = (word: number) => {
    a = Math.imul(a ^ word, 0x01000193);
    b = Math.imul((b << 13) | (b >>> 19), 0x1b873593) + word;
  };
  for (const part of [before, rest]) for (let i = 0; i < part.length; i++) take(part.charCodeAt(i));
  for (const word of new Uint32Array(dabs.buffer, dabs.byteOffset, dabs.length)) take(word);
  return `${(a >>> 0).toString(36)}${(b >>> 0).toString(36)}`;
}

/** The work of a cluster, in order. */
function runsOf({ strokes, region }: Cluster, map: Affine): Run[] {
  const runs: Run[] = [];
  let name = '';
  for (const stroke of strokes) {
    const { brush, way } = stroke;
    let on = WORKS_ON[way];
    // What restores brings back colours once colours were mixed; what smooths, what the strokes before it did.
    if (way === 'restore' && runs.some((r) => r.on === 'colours')) on = 'colours';
    on ??= runs.at(-1)?.on ?? 'ways';
    if (runs.at(-1)?.on !== on) runs.push({ on, legs: [] });
    const action = actionOf(way, on);
    const dabs = dabsOf(stroke, map).slice();
    for (let i = 0; i < dabs.length; i += SMEAR_DAB) {
      dabs[i] = dabs[i]! - region.x;
      dabs[i + 1] = dabs[i + 1]! - region.y;
    }
    const hardness = brush.hardness / 100;
    const pickUp = brush.pickUp / 100;
    const side = sideOf(dabs, action);
    for (let i = 0; i < dabs.length; i += LEG * SMEAR_DAB) {
      const own = dabs.slice(i, i + LEG * SMEAR_DAB);
      const goesOn = i > 0;
      name = nameAfter(name, own, [action, hardness, pickUp, side, goesOn].join());
      runs.at(-1)!.legs.push({ action, dabs: own, hardness, pickUp, side, goesOn, name });
    }
  }
  return runs;
}

/** A state while dabs are laid: what they are laid on, and behind it room for the finger. */
const stateOf = (data: Float32Array): Plane => ({
  channels: 1,
  region: { x: 0, y: 0, width: data.length, height: 1 },
  data,
});

/** What a cluster makes of pixels, over its region. */
function worked(
  { region, ...cluster }: Cluster,
  pixels: ColourBuffer,
  map: Affine,
  keep: Keep,
): ColourBuffer {
  const area = region.width * region.height * 4;
  const place = Object.values(region).join();
  const input = colourBuffer(region);
  pasted(input, pixels);
  const runs = runsOf({ ...cluster, region }, map);
  return runs.reduce((from, { on, legs }, i) => {
    /** The state after the first legs of the run: the next is laid on a copy. */
    const onward = (n: number, end: number): Plane => {
      const before = upTo(n);
      const sides = legs.slice(n, end).map((l) => l.side);
      const room = Math.max(...sides) ** 2 * 4;
      const state = floats(area + room);
      if (before) state.set(before.data.subarray(0, Math.min(before.data.length, state.length)));
      else if (on === 'colours') state.set(from.data);
      else state.fill(0, 0, area);
      for (const leg of legs.slice(n, end))
        laySmear(state, region, leg, on === 'colours' ? input.data : null);
      return stateOf(state);
    };
    const upTo = (n: number): Plane | null =>
      n === 0
        ? null
        : keep(`smear ${place} ${legs[n - 1]!.name}`, () =>
            // Without its lowest bit: few states lead to any number of legs.
            scoped(() => onward(n & (n - 1), n)),
          );
    const finish = (): ColourBuffer => {
      const { data } = onward(legs.length - 1, legs.length);
      const ready = data.subarray(0, area);
      return on === 'colours'
        ? { channels: 4, region, data: ready }
        : displaced(from, ready, region);
    };
    return i < runs.length - 1
      ? keep(`smeared ${place} ${legs.at(-1)!.name}`, () => scoped(finish))
      : finish();
  }, input);
}

/**
 * Pixels after strokes of the finger, over what `wanted` shares with all that they can touch; the pixels are not changed. Strokes
 * and `map` as `smearDabs` takes them; `scene` is where the scene lies, px of the render.
 */
export function smeared(
  pixels: ColourBuffer,
  strokes: readonly SmearStroke[],
  { map, wanted, scene, keep }: { map: Affine; wanted: Region; scene: Region; keep: Keep },
): ColourBuffer {
  const flat = Math.abs(determinant(map)) < 1e-12;
  const clusters = flat ? [] : clustersOf(strokes, map, scene);
  const touched = clusters.filter((c) => !isEmpty(intersect(c.region, wanted)));
  const whole = touched.reduce((r, c) => unite(r, c.region), pixels.region);
  return scoped(() => {
    const out = colourBuffer(intersect(whole, wanted));
    pasted(out, pixels);
    for (const cluster of touched)
      scoped(() => void pasted(out, worked(cluster, pixels, map, keep)));
    return out;
  });
}

/** How far beyond a region strokes look, px of the layer: as far as the largest cluster goes. */
export function reachOfSmears(strokes: readonly SmearStroke[]): number {
  const all: Region = { x: -1e6, y: -1e6, width: 2e6, height: 2e6 };
  return clustersOf(strokes, [1, 0, 0, 1, 0, 0], all).reduce(
    (most, { region }) => Math.max(most, Math.hypot(region.width, region.height)),
    0,
  );
}
