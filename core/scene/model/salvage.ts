/** What can be opened of a scene that was damaged. */
import { defaultsOf } from '../../definitions/parameter';
import { readScene } from './check';
import type { Fault } from './check';
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

type Keys = (string | number)[];
type Thing = Record<string | number, unknown>;

/** The keys of a JSON path such as `$.layers[2].steps[0]`. */
const keysOf = (path: string): Keys =>
  [...path.matchAll(/\.([^.[\]]+)|\[(\d+)\]/g)].map(([, key, index]) => key ?? Number(index));

/** What stands in the place of a damaged value of the scene's own. */
const REPAIRS: Readonly<Record<string, () => unknown>> = {
  name: () => 'Damaged scene',
  background: () => null,
  mixing: () => 'displayed',
  end: () => defaultsOf(endParameters),
  light: () => defaultsOf(lightParameters),
  guides: () => [],
  selection: () => null,
  kept: () => [],
};

/** Parts of a layer that it can be without, and what stands there then. */
const WITHOUT: Readonly<Record<string, unknown>> = { mask: null, weave: null, dials: [] };

/** As many faults as are set aside before the scene is given up. */
const MAX_ASIDE = 200;

/**
 * The scene that is left of a damaged value when every faulty step, mask, layer or setting is set aside, the smallest
 * that holds the fault; null if it has no size, or no list of layers. A scene without fault comes back whole.
 */
export function salvaged(value: unknown): Salvaged | null {
  let now = migrated(value);
  const aside: Aside[] = [];
  while (aside.length < MAX_ASIDE) {
    const { scene, faults } = readScene(now);
    if (scene) return { scene, aside };
    const fault = faults[0]!;
    const without = setAside(now, keysOf(fault.path));
    if (!without) return null;
    aside.push({ ...fault, name: without.name });
    now = without.value;
  }
  return null;
}

/** A value without what is faulty at some keys, and the name of that; null if it can not be without. */
function setAside(value: unknown, keys: Keys): { value: unknown; name: string } | null {
  const [first] = keys;
  if (typeof first === 'string' && first in REPAIRS) {
    const at = ['kept', 'guides'].includes(first) && typeof keys[1] === 'number' ? 2 : 1;
    return at === 2
      ? { value: changed(value, keys.slice(0, 2), undefined), name: first }
      : { value: changed(value, [first], REPAIRS[first]!()), name: first };
  }
  // The innermost layer that holds the fault, and within it a part that it can be without.
  const at = keys.findLastIndex((key, i) => typeof key === 'number' && keys[i - 1] === 'layers');
  if (at < 0) return null;
  const layer = keys.slice(0, at + 1);
  const [part, index] = keys.slice(at + 1);
  const name = nameAt(value, layer);
  if (part === 'steps' && typeof index === 'number')
    return {
      value: changed(value, [...layer, part, index], undefined),
      name: `a step of ${name}`,
    };
  if (typeof part === 'string' && part in WITHOUT)
    return { value: changed(value, [...layer, part], WITHOUT[part]), name: `${part} of ${name}` };
  return { value: changed(value, layer, undefined), name };
}

/** What a layer is called. */
function nameAt(value: unknown, keys: Keys): string {
  const layer = keys.reduce<unknown>((v, key) => (v as Thing | null)?.[key], value) as Thing | null;
  return typeof layer?.name === 'string' ? `“${layer.name.slice(0, 60)}”` : 'a layer';
}

/** A value with another in one place; undefined takes the place out of its list. */
function changed(value: unknown, [key, ...keys]: Keys, by: unknown): unknown {
  if (key === undefined) return by;
  const inner = changed((value as Thing | null)?.[key], keys, by);
  if (Array.isArray(value))
    return keys.length === 0 && by === undefined
      ? value.filter((_, i) => i !== key)
      : value.map((v: unknown, i) => (i === key ? inner : v));
  return { ...(value as Thing), [key]: inner };
}
