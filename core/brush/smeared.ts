import type { Affine } from '../geometry/affine';
import { IDENTITY, boxUnder, determinant, regionAround } from '../geometry/affine';
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

/** Words of 32 bits mixed into two sums, which hardly ever agree by chance for different words (rounds of MurmurHash3; Appleby, 2008). */
class Sum {
  #a = 0x9e3779b9;
  #b = 0x85ebca6b;
  words(list: Iterable<number>): this {
    for (const word of list) {
      this.#a = round(this.#a, word, 0xcc9e2d51, 0x1b873593);
      this.#b = round(this.#b, word, 0x239b961b, 0x38b34ae5);
    }
    return this;
  }
  text(text: string): this {
    return this.words(Array.from(text, (c) => c.charCodeAt(0)));
  }
  toString(): string {
    return `${(this.#a >>> 0).toString(36)} ${(this.#b >>> 0).toString(36)}`;
  }
}

function round(sum: number, word: number, first: number, second: number): number {
  let k = Math.imul(word, first);
  k = Math.imul((k << 15) | (k >>> 17), second);
  const mixed = sum ^ k;
  return Math.imul((mixed << 13) | (mixed >>> 19), 5) + 0xe6546b64;
}

/** The legs of strokes as they were last asked for, dabs in px of the render: each named by itself alone. */
const legsOfStrokes = new WeakMap<SmearStroke, { place: string; legs: Leg[] }>();
function legsOf(stroke: SmearStroke, on: Run['on'], map: Affine): Leg[] {
  const place = `${on} ${map.join()}`;
  const known = legsOfStrokes.get(stroke);
  if (known?.place === place) return known.legs;
  const { brush, way } = stroke;
  const action = actionOf(way, on);
  const dabs = smearDabs(stroke, map);
  const [hardness, pickUp, side] = [brush.hardness / 100, brush.pickUp / 100, sideOf(dabs, action)];
  const legs: Leg[] = [];
  for (let i = 0; i < dabs.length; i += LEG * SMEAR_DAB) {
    const own = dabs.slice(i, i + LEG * SMEAR_DAB);
    const goesOn = i > 0;
    const name = new Sum()
      .text([action, hardness, pickUp, side, goesOn].join())
      .words(new Uint32Array(own.buffer, own.byteOffset, own.length))
      .toString();
    legs.push({ action, dabs: own, hardness, pickUp, side, goesOn, name });
  }
  legsOfStrokes.set(stroke, { place, legs });
  return legs;
}

/** The work of a cluster, in order; its legs are named by all that was laid before as well. */
function runsOf(strokes: readonly SmearStroke[], map: Affine): Run[] {
  const runs: Run[] = [];
  let name = '';
  for (const stroke of strokes) {
    const { way } = stroke;
    let on = WORKS_ON[way];
    // What restores brings back colours once colours were mixed; what smooths, what the strokes before it did.
    if (way === 'restore' && runs.some((r) => r.on === 'colours')) on = 'colours';
    on ??= runs.at(-1)?.on ?? 'ways';
    if (runs.at(-1)?.on !== on) runs.push({ on, legs: [] });
    for (const leg of legsOf(stroke, on, map)) {
      name = new Sum().text(name).text(leg.name).toString();
      runs.at(-1)!.legs.push({ ...leg, name });
    }
  }
  return runs;
}

/** A leg whose dabs are counted from the corner of a region. */
function fromCorner(leg: Leg, { x, y }: Region): Leg {
  const dabs = leg.dabs.slice();
  for (let i = 0; i < dabs.length; i += SMEAR_DAB) {
    dabs[i] = dabs[i]! - x;
    dabs[i + 1] = dabs[i + 1]! - y;
  }
  return { ...leg, dabs };
}

/** A state while dabs are laid: what they are laid on, and behind it room for the finger. */
const stateOf = (data: Float32Array): Plane => ({
  channels: 1,
  region: { x: 0, y: 0, width: data.length, height: 1 },
  data,
});

/** What a cluster makes of pixels, over its region. */
function worked(
  { region, strokes }: Cluster,
  pixels: ColourBuffer,
  map: Affine,
  keep: Keep,
): ColourBuffer {
  const area = region.width * region.height * 4;
  const place = Object.values(region).join();
  const input = colourBuffer(region);
  pasted(input, pixels);
  const runs = runsOf(strokes, map);
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
        laySmear(state, region, fromCorner(leg, region), on === 'colours' ? input.data : null);
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

/** What was found of lists of strokes: it is asked for several times a frame. */
const reaches = new WeakMap<readonly SmearStroke[], number>();

/** How far beyond a region strokes look, px of the layer: as far as the largest cluster goes. */
export function reachOfSmears(strokes: readonly SmearStroke[]): number {
  let reach = reaches.get(strokes);
  if (reach === undefined) {
    const all: Region = { x: -1e6, y: -1e6, width: 2e6, height: 2e6 };
    reach = clustersOf(strokes, IDENTITY, all).reduce(
      (most, { region }) => Math.max(most, Math.hypot(region.width, region.height)),
      0,
    );
    reaches.set(strokes, reach);
  }
  return reach;
}
