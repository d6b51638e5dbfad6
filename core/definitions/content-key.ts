/** Arrays longer than this count as what they are, not as what they hold. */
const LONG = 512;

const numbers = new WeakMap<object, number>();
let next = 0;

/**
 * Text that is the same for equal contents and different for others, to find things again by. Of arrays
 * of very many objects, such as the anchors of a traced outline, only the same object counts as equal: to
 * write them all would take longer than to draw them. What is given must not be changed in place.
 */
export const contentKey = (value: unknown): string =>
  JSON.stringify(value, (_key, v: unknown) => {
    if (!Array.isArray(v) || v.length <= LONG) return v;
    let own = numbers.get(v);
    if (own === undefined) numbers.set(v, (own = next++));
    return { number: own };
  });

/** Numbers of contents that were met, until there are too many. None is given twice. */
const met = new Map<string, number>();
const MAX_NUMBERS = 8192;
let nextMet = 0;
const known = new WeakMap<object, number>();

/**
 * A short stand-in for an object in keys: equal for equal contents (once in a while a new one for an
 * old content, which then counts as new). The object must not be changed in place.
 */
export function numberOf(value: object, text = () => contentKey(value)): number {
  const found = known.get(value);
  if (found !== undefined) return found;
  const content = text();
  let own = met.get(content);
  if (own === undefined) {
    if (met.size >= MAX_NUMBERS) met.clear();
    met.set(content, (own = nextMet++));
  }
  known.set(value, own);
  return own;
}
