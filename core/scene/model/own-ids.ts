import { each, isObject, type Json } from './json';

/** For a while two steps or passes of a layer could have one id: the later of them gets another. */
export function withOwnIds(scene: Json): Json {
  const apart = (list: unknown): unknown => {
    const seen = new Set<unknown>();
    return each(list, (item) => {
      let id = item.id;
      for (let n = 2; seen.has(id) && typeof item.id === 'string'; n++)
        id = `${item.id.slice(0, 60)}-${n}`;
      seen.add(id);
      return id === item.id ? item : { ...item, id };
    });
  };
  const layers = (list: unknown): unknown =>
    each(list, (l) => ({
      ...l,
      ...(l.steps === undefined ? {} : { steps: apart(l.steps) }),
      ...(isObject(l.source) && l.source.passes !== undefined
        ? { source: { ...l.source, passes: apart(l.source.passes) } }
        : {}),
      ...(l.layers === undefined ? {} : { layers: layers(l.layers) }),
    }));
  return { ...scene, layers: layers(scene.layers) };
}
