/** What can be opened of a scene that was damaged. */
import type { Patch } from 'immer';
import { applyPatches, enablePatches } from 'immer';
import { defaultsOf } from '../../definitions/parameter-values';
import { letterParameters } from '../../text/content';
import { readScene } from './check';
import type { Fault } from './check';
import { placesOfAsset } from './assets-mentioned';
import { migrated } from './versions';
import { endParameters, lightParameters } from './schema';
import type { Scene } from './schema';

/** One thing that was set aside: what it is called, where it stood, and what was wrong with it. */
export interface Aside extends Fault {
  name: string;
}

/** A scene that opens, and what of the damaged one is not in it. */
export interface Salvaged {
  scene: Scene;
  aside: Aside[];
}

enablePatches();

type Keys = (string | number)[];
type Thing = Record<string | number, unknown>;

/** The keys of a JSON path such as `$.layers[2].steps[0]`. */
const keysOf = (path: string): Keys =>
  [...path.matchAll(/\.([^.[\]]+)|\[(\d+)\]/g)].map(([, key, index]) => key ?? Number(index));

/** Values of the scene's own: what each is called, and what stands there instead of a damaged one. */
const OWN: Readonly<Record<string, { name: string; value: unknown }>> = {
  name: { name: 'the name', value: 'Damaged scene' },
  background: { name: 'the background', value: null },
  mixing: { name: 'how light mixes', value: 'displayed' },
  end: { name: 'the end of the picture', value: defaultsOf(endParameters) },
  light: { name: 'the scene light', value: defaultsOf(lightParameters) },
  guides: { name: 'the guides', value: [] },
  selection: { name: 'the selection', value: null },
  kept: { name: 'the kept selections', value: [] },
};

/** Parts of a layer that it can be without, and what stands there then. */
const WITHOUT: Readonly<Record<string, unknown>> = { mask: null, weave: null, dials: [] };

/** As often as setting one thing aside may bring another fault to light. */
const ROUNDS = 8;

/** How one thing is set aside, and what it is called. */
type Cut = Patch & { name: string };

/**
 * The scene that is left of a damaged value when every faulty step, mask, layer or setting is set aside, the smallest
 * that holds the fault; null if it has no size, or no list of layers. A scene without fault comes back whole.
 */
export function salvaged(value: unknown): Salvaged | null {
  let now = migrated(value);
  const aside: Aside[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const { scene, faults } = readScene(now);
    if (scene) return { scene, aside };
    const left = without(now, faults);
    if (!left) return null;
    now = left.value;
    aside.push(...left.aside);
  }
  return null;
}

/**
 * A scene without what needs some assets that are lost: pictures go with the layer, step or mask that shows them, and
 * letters take on another font. `lost` says of each asset why.
 */
export function withoutAssets(scene: Scene, lost: ReadonlyMap<string, string>): Salvaged {
  const faults = [...lost].flatMap(([asset, message]) =>
    placesOfAsset(scene, asset).map((path): Fault => ({ path, message })),
  );
  const left = without(scene, faults);
  // What names an asset stands in a layer, in the selection or in what is kept, and a scene can be without each.
  return left ? { scene: left.value as Scene, aside: left.aside } : { scene, aside: [] };
}

/** A value without what holds some faults, and what that was; null if it cannot be without one of them. */
function without(
  value: unknown,
  faults: readonly Fault[],
): { value: unknown; aside: Aside[] } | null {
  const cuts: Cut[] = [];
  const aside: Aside[] = [];
  // From the last on, so that the places of those before stay what they are.
  for (const fault of faults.toSorted((a, b) => byPlace(keysOf(b.path), keysOf(a.path)))) {
    const cut = cutFor(value, keysOf(fault.path));
    if (!cut) return null;
    if (cuts.some((c) => c.path.every((key, i) => key === cut.path[i]))) continue;
    cuts.push(cut);
    aside.unshift({ ...fault, name: cut.name });
  }
  return { value: applyPatches(value as object, cuts), aside };
}

/** The order in which places stand in a scene. */
function byPlace(a: Keys, b: Keys): number {
  const i = a.findIndex((key, k) => key !== b[k]);
  const [x, y] = [a[i], b[i]];
  return typeof x === 'number' && typeof y === 'number' ? x - y : 0;
}

/** What stands at some keys. */
const at = (value: unknown, keys: Keys): unknown =>
  keys.reduce<unknown>((v, key) => (v as Thing | null)?.[key], value);

/** What sets aside the fault at some keys; null if the scene cannot be without. */
function cutFor(value: unknown, keys: Keys): Cut | null {
  const own = typeof keys[0] === 'string' && Object.hasOwn(OWN, keys[0]) ? OWN[keys[0]] : undefined;
  if (own) return { op: 'replace', path: keys.slice(0, 1), ...own };
  if (keys[0] === 'takes' && !keys.includes('layers')) {
    const take = keys.slice(0, 2);
    return {
      op: 'remove',
      path: take,
      name: take.length < 2 ? 'the takes' : `the take ${nameAt(value, take)}`,
    };
  }
  // The innermost layer that holds the fault, and within it a part that it can be without.
  const last = keys.findLastIndex((key, i) => typeof key === 'number' && keys[i - 1] === 'layers');
  if (last < 0) return null;
  const layer = keys.slice(0, last + 1);
  const [part, index] = keys.slice(last + 1);
  const name = nameAt(value, layer);
  // Letters are more than the font they stand in.
  if (keys.at(-1) === 'font' && !Array.isArray(at(value, keys.slice(0, -1))))
    return {
      ...{ op: 'replace', path: keys, value: letterParameters.font.default },
      name: `the font of ${name}`,
    };
  if (part === 'steps' && typeof index === 'number')
    return { op: 'remove', path: [...layer, part, index], name: `a step of ${name}` };
  if (typeof part === 'string' && Object.hasOwn(WITHOUT, part))
    return {
      ...{ op: 'replace', path: [...layer, part], value: WITHOUT[part] },
      name: `the ${part} of ${name}`,
    };
  return { op: 'remove', path: layer, name };
}

/** What a layer is called. */
function nameAt(value: unknown, keys: Keys): string {
  const layer = at(value, keys) as Thing | null;
  return typeof layer?.name === 'string' ? `“${layer.name.slice(0, 60)}”` : 'a layer';
}
