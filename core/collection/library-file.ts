import { strFromU8, strToU8, zipSync } from 'fflate';
import * as v from 'valibot';
import { assetFault } from '../files/asset-fault';
import { FileFault } from '../files/fault';
import { zipFiles, type Files } from '../files/zip';
import { bookBrushSchema, type BookBrush } from '../recipes/brushes/book-brush';
import { recipeSchema, type Recipe } from '../recipes/recipe';
import { parseScene } from '../scene/model/check';
import { inWords } from '../scene/model/issue-words';
import type { LibraryEntry } from './entry';
import { MAX_ENTRY_NAME, MAX_TAG, MAX_TAGS, assetsOfEntries } from './entry';

/** The library as one file: a zip of `library.json` and of the pictures and fonts that its layers and templates need. */

/** The version of library files that this program writes. */
export const LIBRARY_VERSION = 1;

/** The most entries of a file, bytes of its library.json, and bytes of all its pictures and fonts. */
const MAX_ENTRIES = 5000;
const MAX_JSON = 2 ** 28;
const MAX_ASSETS = 2 ** 30;

const INSTEAD = 'Bring in a library that was saved here with the ending .ignis-library.';

const headSchema = v.object({
  format: v.literal('ignis-library'),
  version: v.number(),
  entries: v.pipe(v.array(v.unknown()), v.maxLength(MAX_ENTRIES)),
});

const entrySchema = v.object({
  name: v.pipe(v.string(), v.minLength(1), v.maxLength(MAX_ENTRY_NAME)),
  tags: v.pipe(v.array(v.pipe(v.string(), v.maxLength(MAX_TAG))), v.maxLength(MAX_TAGS)),
  thing: v.variant('kind', [
    v.object({ kind: v.literal('layer'), scene: v.unknown() }),
    v.object({ kind: v.literal('template'), scene: v.unknown() }),
    v.object({ kind: v.literal('recipe'), recipe: recipeSchema }),
    v.object({ kind: v.literal('brush'), brush: bookBrushSchema }),
  ]),
});

/** What was found in a library's file. */
export interface UnpackedLibrary {
  entries: LibraryEntry[];
  assets: Map<string, Uint8Array>;
  /** What could not be read, and why, in the artist's words. */
  lost: string[];
}

/**
 * Entries and the files that they need as the bytes of one `.ignis-library` file. An entry whose pictures or fonts are not all
 * among `assets` is left out, and named in `lost`.
 */
export function packLibrary(
  entries: readonly LibraryEntry[],
  assets: ReadonlyMap<string, Uint8Array>,
): { bytes: Uint8Array; lost: string[] } {
  const isWhole = (entry: LibraryEntry) => assetsOfEntries([entry]).every((a) => assets.has(a));
  const packed = entries.filter(isWhole);
  const plain = packed.map(({ name, tags, thing }) => ({ name, tags, thing }));
  const head = { format: 'ignis-library', version: LIBRARY_VERSION, entries: plain };
  const files: Record<string, Uint8Array | [Uint8Array, { level: 0 }]> = {
    'library.json': strToU8(JSON.stringify(head)),
  };
  // Pictures are compressed already.
  for (const name of assetsOfEntries(packed))
    files[`assets/${name}`] = [assets.get(name)!, { level: 0 }];
  return {
    bytes: zipSync(files, { level: 6 }),
    lost: entries.filter((e) => !isWhole(e)).map((e) => e.name),
  };
}

/**
 * Reads an `.ignis-library` file. An entry that is damaged, or lacks a picture, is named in `lost`, and the others are read.
 * Throws a FileFault for a file that is no library, was saved by a newer Ignis, or unpacks to more than 1 GB.
 */
export async function unpackLibrary(bytes: Uint8Array, name: string): Promise<UnpackedLibrary> {
  const files = await zipFiles(bytes, name).catch((cause: unknown) => {
    throw new FileFault(name, 'is no library, or is damaged', INSTEAD, { cause });
  });
  const listed = await listIn(files, name);
  const out: UnpackedLibrary = { entries: [], assets: new Map(), lost: [] };
  let unpacked = 0;
  for (const [i, one] of listed.entries()) {
    const called = nameIn(one) ?? `The ${i + 1}. entry`;
    try {
      const entry = entryOf(one);
      const scene = 'scene' in entry.thing ? entry.thing.scene : null;
      for (const asset of assetsOfEntries([entry])) {
        if (out.assets.has(asset)) continue;
        unpacked += files.size(`assets/${asset}`);
        if (unpacked > MAX_ASSETS)
          throw new FileFault(name, 'unpacks to more than 1 GB', 'Save it in two parts.');
        const found = await files.read(`assets/${asset}`, MAX_ASSETS);
        const fault = await assetFault(scene!, asset, found);
        if (fault) throw new Error(fault);
        out.assets.set(asset, found!);
      }
      out.entries.push(entry);
    } catch (error) {
      if (error instanceof FileFault && unpacked > MAX_ASSETS) throw error;
      out.lost.push(`${called}: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
  return out;
}

async function listIn(files: Files, name: string): Promise<unknown[]> {
  const json = await files.read('library.json', MAX_JSON);
  if (!json) throw new FileFault(name, 'holds no library.json', INSTEAD);
  let value: unknown;
  try {
    value = JSON.parse(strFromU8(json));
  } catch (cause) {
    throw new FileFault(name, 'holds a library.json that is damaged', INSTEAD, { cause });
  }
  const { version } = (value ?? {}) as { version?: unknown };
  if (typeof version === 'number' && version > LIBRARY_VERSION)
    throw new FileFault(
      name,
      `was saved by a newer Ignis (version ${version}; this one reads up to ${LIBRARY_VERSION})`,
      'Bring it in there.',
    );
  const head = v.safeParse(headSchema, value);
  if (!head.success) throw new FileFault(name, 'is no library', INSTEAD);
  return head.output.entries;
}

const nameIn = (one: unknown): string | null => {
  const { name } = (one ?? {}) as { name?: unknown };
  return typeof name === 'string' && name ? `“${name.slice(0, MAX_ENTRY_NAME)}”` : null;
};

/** An entry as it stands in the file. Throws an error that says what is wrong with it. */
function entryOf(one: unknown): LibraryEntry {
  const read = v.safeParse(entrySchema, one);
  if (!read.success) {
    const issue = read.issues[0];
    throw new Error(
      `It cannot be read at ${v.getDotPath(issue) ?? 'its start'}: ${inWords(issue.issues?.[0] ?? issue).message}`,
    );
  }
  const { name, tags, thing } = read.output;
  switch (thing.kind) {
    case 'recipe':
      return { name, tags, thing: { kind: 'recipe', recipe: thing.recipe as Recipe } };
    case 'brush':
      return { name, tags, thing: { kind: 'brush', brush: thing.brush as BookBrush } };
    default: {
      const scene = parseScene(thing.scene);
      if (thing.kind === 'layer' && scene.layers.length !== 1)
        throw new Error('It should hold one layer.');
      return { name, tags, thing: { kind: thing.kind, scene } };
    }
  }
}
