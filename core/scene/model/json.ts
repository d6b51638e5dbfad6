/** Values as JSON has them, which may be anything. */
export type Json = Record<string, unknown>;

export const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A list with each object in it changed; what is no list, or no object, as it is. */
export const each = (list: unknown, change: (item: Json) => unknown): unknown =>
  Array.isArray(list)
    ? (list as unknown[]).map((item) => (isObject(item) ? change(item) : item))
    : list;
