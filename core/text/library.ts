import type { Face } from './face';
import { faceOf } from './face';
import { PLAIN_FACE } from './families';
import { loadShaper } from './shaper';

/**
 * The faces that are at hand. A name always means the same bytes (a shipped face, or an asset named by its
 * content), so what is known of a name never changes.
 */
const faces = new Map<string, Face | null>();
const under = new Map<string, Promise<void>>();

/** The face of a name; null if it could not be had, undefined if nobody has asked for it yet. */
export const faceNamed = (name: string): Face | null | undefined => faces.get(name);

/**
 * Sees to it that faces are at hand. `load` gives a face's file by its name, or null; what cannot be had or
 * read counts as missing from then on, and letters in it are drawn in the plain face. True if any is new.
 */
export async function needFaces(
  names: readonly string[],
  load: (name: string) => Promise<Uint8Array | null>,
): Promise<boolean> {
  const wanted = [...new Set(names)].filter((n) => !faces.has(n));
  if (wanted.length === 0) return false;
  await loadShaper();
  await Promise.all(
    wanted.map((name) => {
      let found = under.get(name);
      if (!found) {
        found = load(name)
          .then((bytes) => void faces.set(name, bytes && faceOf(bytes)))
          .catch((error: unknown) => {
            // Without the plain face there is nothing to draw with at all.
            if (name === PLAIN_FACE) throw error;
            faces.set(name, null);
          })
          .finally(() => under.delete(name));
        under.set(name, found);
      }
      return found;
    }),
  );
  return true;
}
