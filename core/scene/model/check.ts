import * as v from 'valibot';
import { inWords } from './issue-words';
import { tooMany } from './amounts';
import type { Scene } from './schema';
import { migrated } from './versions';
import { MAX_DEPTH, sceneSchema } from './schema';
import { VERSION } from './version';

/** One thing wrong with a scene: where (a JSON path such as `$.layers[2].opacity`) and what. */
export interface Fault {
  path: string;
  message: string;
  /** What the program that found it said, if that is not the message. */
  raw?: string;
}

/** A scene that could not be read; `faults` lists every place. */
export class SceneError extends Error {
  constructor(
    message: string,
    readonly faults: Fault[],
  ) {
    super(message);
    this.name = 'SceneError';
  }
}

/** A value read as a scene of this version, or every fault that it has. */
type Read = { scene: Scene; faults: [] } | { scene: null; faults: Fault[] };

/** Reads a value that should be a scene of this version or an older one. Throws for nothing. */
export function readScene(value: unknown): Read {
  const refused = (path: string, message: string, raw?: string): Read => ({
    scene: null,
    faults: [{ path, message, ...(raw !== undefined && { raw }) }],
  });
  const version = (value as { version?: unknown } | null)?.version;
  if (typeof version === 'number' && version > VERSION)
    return refused(
      '$.version',
      `The scene was saved by a newer Ignis (version ${version}; this one reads up to ${VERSION}). Open it with that one.`,
    );
  // Before anything walks down it: a file may be made to be deeper than any program can follow.
  for (const [path, state] of statesIn(value)) {
    const deep = tooDeep(`${path}.layers`, (state as { layers?: unknown } | null)?.layers);
    if (deep) return refused(deep, `Groups stand at most ${MAX_DEPTH} deep in one another.`);
    const many = tooMany(state);
    if (many) return refused(path, many);
  }
  let current: unknown;
  try {
    current = migrated(value);
  } catch (error) {
    const message = `The scene is damaged: it is none that version ${version as number} wrote.`;
    return refused('$', message, (error as Error).message);
  }
  const result = v.safeParse(sceneSchema, current);
  return result.success
    ? { scene: current as Scene, faults: [] }
    : {
        scene: null,
        faults: result.issues
          .flatMap(leaves)
          .map((i) => ({ path: pathOf((i.path ?? []).map((p) => p.key)), ...inWords(i) })),
      };
}

/** Every fault of a value that should be a scene; empty if it is one. */
export const sceneFaults = (value: unknown): Fault[] => readScene(value).faults;

/** A value that should be a scene, and those of its takes, with their paths. */
function statesIn(value: unknown): [path: string, state: unknown][] {
  const takes = (value as { takes?: unknown } | null)?.takes;
  return [
    ['$', value],
    ...(Array.isArray(takes) ? takes : []).map((take: unknown, i): [string, unknown] => [
      `$.takes[${i}].scene`,
      (take as { scene?: unknown } | null)?.scene,
    ]),
  ];
}

/** The path of the first group that stands too deep in others; null if there is none. */
function tooDeep(from: string, layers: unknown): string | null {
  let level: [path: string, list: unknown][] = [[from, layers]];
  for (let depth = 0; level.length > 0; depth++) {
    const first = level.find(([, list]) => Array.isArray(list));
    if (depth > MAX_DEPTH) return first?.[0] ?? null;
    level = level.flatMap(([path, list]) =>
      Array.isArray(list)
        ? list.flatMap((l: unknown, i): [string, unknown][] => {
            const inner = (l as { layers?: unknown } | null)?.layers;
            return Array.isArray(inner) ? [[`${path}[${i}].layers`, inner]] : [];
          })
        : [],
    );
  }
  return null;
}

/** The value as a scene of this version. Throws a SceneError that names the first fault and counts the others. */
export function parseScene(value: unknown): Scene {
  const { scene, faults } = readScene(value);
  if (scene) return scene;
  const more = faults.length > 1 ? ` (and ${faults.length - 1} more)` : '';
  throw new SceneError(`${faults[0]!.path}: ${faults[0]!.message}${more}`, faults);
}

/** The faults deepest inside: of a variant, those of the option that was meant. */
function leaves(issue: v.BaseIssue<unknown>): v.BaseIssue<unknown>[] {
  return issue.issues?.length ? issue.issues.flatMap(leaves) : [issue];
}

/** Keys from the scene down as a JSON path such as `$.layers[2].opacity`. */
export const pathOf = (keys: readonly unknown[]): string =>
  `$${keys.map((key) => (typeof key === 'number' ? `[${key}]` : `.${String(key)}`)).join('')}`;
