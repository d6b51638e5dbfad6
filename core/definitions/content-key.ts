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
