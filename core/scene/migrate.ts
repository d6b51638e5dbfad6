/** Scenes of older versions, brought up to this one. */

type Json = Record<string, unknown>;

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Version 1 knew no groups, clips, masks or bodies, and ended its pictures plainly. */
function fromFirst(scene: Json): Json {
  const layers = Array.isArray(scene.layers) ? (scene.layers as unknown[]) : [];
  return {
    ...scene,
    version: 2,
    mixing: 'displayed',
    end: { exposure: 0, rollOff: false, knee: 80 },
    layers: layers.map((l) => (isObject(l) ? { ...l, clip: false, body: 100, mask: null } : l)),
  };
}

/** The value as the newest version would have written it, if it is an older scene; itself if not. */
export const migrated = (value: unknown): unknown =>
  isObject(value) && value.version === 1 ? fromFirst(value) : value;
