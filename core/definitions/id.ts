import * as v from 'valibot';

/** The id of a layer, or of a part of one. */
export const idSchema = v.pipe(
  v.string(),
  v.regex(/^[\w-]{1,64}$/, 'An id is 1 to 64 letters, digits, - or _.'),
);

/** The id of another layer that something names; null for none. It may be gone. */
export const namedLayerSchema = v.nullable(v.pipe(v.string(), v.minLength(1)));

/** Whether no two things of a list have the same id. */
export const hasOwnIds = (list: readonly { id: string }[]): boolean =>
  new Set(list.map((l) => l.id)).size === list.length;
