/** Keeps what an edit makes within what a scene can be, so that every scene that is saved opens again. */
import { applyPatches, enablePatches } from 'immer';
import * as v from 'valibot';
import { SceneError, pathOf } from './check';
import { inWords } from './issue-words';
import { betweenSchema, layerSchema, sceneEntries } from './schema';
import { shortened } from './bounds';
import type { Layer, Scene } from './schema';

enablePatches();

type Keys = (string | number)[];

/** One thing that is wrong with a scene: where, by keys from the scene down, and what. */
interface Issue {
  keys: Keys;
  issue: v.BaseIssue<unknown>;
}

/** Layers known to be within limits. Scenes are never changed in place, so what was sound stays so. */
const sound = new WeakSet<Layer>();

/** As often as mending one value may bring another fault to light. */
const ROUNDS = 4;

/**
 * A scene with all its values within their limits: texts shortened, numbers clamped; the very same scene if all are.
 * `clamped` says of the numbers what their limits are. Throws a SceneError for what cannot be mended so: an echo of
 * itself, two layers of one id, a list that is too long, a number that is none.
 */
export function withinLimits(scene: Scene): { scene: Scene; clamped: string[] } {
  const clamped = new Set<string>();
  let now = scene;
  for (let round = 0; round < ROUNDS; round++) {
    const issues = issuesOf(now);
    if (issues.length === 0) return { scene: now, clamped: [...clamped] };
    const mended = issues.flatMap((i) => mend(i) ?? []);
    if (mended.length === 0) throw refusal(issues);
    now = applyPatches(
      now,
      mended.map(({ keys, value }) => ({ op: 'replace', path: keys, value })),
    );
    for (const { value, issue } of mended)
      if (typeof value === 'number') clamped.add(inWords(issue).message);
  }
  throw refusal(issuesOf(now));
}

/** What is wrong with a scene of this version. Layers that were found sound are not looked at again. */
function issuesOf(scene: Scene): Issue[] {
  const own = v.safeParse(sceneEntries, { ...scene, layers: [] });
  const issues = [
    ...(own.issues ?? []).map((issue) => at([], issue)),
    ...scene.layers.flatMap((l, i) => issuesOfLayer(l, ['layers', i])),
  ];
  if (issues.length > 0) return issues;
  return (v.safeParse(betweenSchema, scene).issues ?? []).map((issue) => at([], issue));
}

function issuesOfLayer(layer: Layer, keys: Keys): Issue[] {
  if (sound.has(layer)) return [];
  const own = v.safeParse(layerSchema, layer.layers ? { ...layer, layers: [] } : layer);
  const issues = [
    ...(own.issues ?? []).map((issue) => at(keys, issue)),
    ...(layer.layers ?? []).flatMap((l, i) => issuesOfLayer(l, [...keys, 'layers', i])),
  ];
  if (issues.length === 0) sound.add(layer);
  return issues;
}

const at = (keys: Keys, issue: v.BaseIssue<unknown>): Issue => ({
  keys: [...keys, ...(issue.path ?? []).map((p) => p.key as string | number)],
  issue,
});

/** The value that keeps the limit that was passed; null if there is no such. */
function mend({ keys, issue }: Issue): (Issue & { value: unknown }) | null {
  const { type, input, requirement } = issue;
  if (type === 'max_value' || type === 'min_value') return { keys, issue, value: requirement };
  if (type === 'max_length' && typeof input === 'string')
    return { keys, issue, value: shortened(input, requirement as number) };
  return null;
}

const refusal = (issues: Issue[]): SceneError =>
  new SceneError(
    inWords(issues[0]!.issue).message,
    issues.map(({ keys, issue }) => ({ path: pathOf(keys), ...inWords(issue) })),
  );
