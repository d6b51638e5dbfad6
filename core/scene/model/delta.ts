/**
 * What is new in a value that is never changed in place, against one before it. Parts that are the same
 * object are not looked into, so that telling, sending and taking over a change costs as much as the change.
 */
export type Delta =
  | { kind: 'same' }
  | { kind: 'whole'; value: unknown }
  | { kind: 'list'; length: number; items: [index: number, delta: Delta][] }
  | { kind: 'record'; keys: [key: string, delta: Delta][]; gone: string[] };

type Plain = Record<string, unknown>;

const isRecord = (v: unknown): v is Plain =>
  typeof v === 'object' && v !== null && !Array.isArray(v);

/** What leads from one plain value (as JSON has them) to another. */
export function deltaOf(before: unknown, after: unknown): Delta {
  if (before === after) return { kind: 'same' };
  if (Array.isArray(before) && Array.isArray(after)) {
    const items: [number, Delta][] = [];
    for (let i = 0; i < after.length; i++)
      if (i >= before.length) items.push([i, { kind: 'whole', value: after[i] }]);
      else if (before[i] !== after[i]) items.push([i, deltaOf(before[i], after[i])]);
    return { kind: 'list', length: after.length, items };
  }
  // Things with ids are another thing under another id.
  if (!isRecord(before) || !isRecord(after) || before.id !== after.id)
    return { kind: 'whole', value: after };
  const keys: [string, Delta][] = [];
  for (const key of Object.keys(after))
    if (!Object.hasOwn(before, key)) keys.push([key, { kind: 'whole', value: after[key] }]);
    else if (before[key] !== after[key]) keys.push([key, deltaOf(before[key], after[key])]);
  return {
    kind: 'record',
    keys,
    gone: Object.keys(before).filter((k) => !Object.hasOwn(after, k)),
  };
}

/** The value that a delta leads to; what has not changed is the same object as before. */
export function withDelta(before: unknown, delta: Delta): unknown {
  switch (delta.kind) {
    case 'same':
      return before;
    case 'whole':
      return delta.value;
    case 'list': {
      const out = (before as unknown[]).slice(0, delta.length);
      for (const [i, d] of delta.items) out[i] = withDelta(out[i], d);
      return out;
    }
    case 'record': {
      const out: Plain = { ...(before as Plain) };
      for (const key of delta.gone) Reflect.deleteProperty(out, key);
      for (const [key, d] of delta.keys) out[key] = withDelta(out[key], d);
      return out;
    }
  }
}
