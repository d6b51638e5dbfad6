/** An asset by its name: the SHA-256 of its bytes and an extension. */
const ANY_ASSET = /[0-9a-f]{64}\.[a-z0-9]{2,5}/g;

/**
 * The names of all assets that a value which may be a scene mentions anywhere, each once: also of one that is damaged,
 * or that an older or newer version saved.
 */
export const assetsMentioned = (value: unknown): Set<string> =>
  new Set(JSON.stringify(value)?.match(ANY_ASSET));

/** The JSON paths, such as `$.layers[2].source.asset`, at which a value names an asset. */
export function placesOfAsset(value: unknown, asset: string, path = '$'): string[] {
  if (value === asset) return [path];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) =>
    placesOfAsset(inner, asset, Array.isArray(value) ? `${path}[${key}]` : `${path}.${key}`),
  );
}
