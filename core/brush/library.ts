import { decodePack, type Pack } from './pack';
import type { Track } from './track';

/**
 * The files of strokes that are at hand. A name always means the same bytes (an asset named by its content), so what is known
 * of a name never changes.
 */
const packs = new Map<string, Pack | null>();

/** The track of a stroke in a file of that name; null if it is not at hand, or holds none. */
export function trackIn(pack: string, index: number): Track | null {
  try {
    return packs.get(pack)?.track(index) ?? null;
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

/**
 * Sees to it that files of strokes are at hand. `load` gives one by its name, or null; what cannot be had or read counts as
 * missing from then on, and its strokes draw nothing.
 */
export async function needPacks(
  names: readonly string[],
  load: (name: string) => Promise<Uint8Array | null>,
): Promise<void> {
  await Promise.all(
    names
      .filter((name) => !packs.has(name))
      .map(async (name) => {
        const bytes = await load(name).catch(() => null);
        packs.set(name, bytes && readOrNull(bytes));
      }),
  );
}

function readOrNull(bytes: Uint8Array): Pack | null {
  try {
    return decodePack(bytes);
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}
