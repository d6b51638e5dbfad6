/**
 * A rectangle of whole pixels on the grid of a render: scene px multiplied by the render's scale.
 * Its origin is absolute, so two regions of one render always share the same grid.
 */
export interface Region {
  x: number;
  y: number;
  width: number;
  height: number;
}

export const EMPTY: Region = { x: 0, y: 0, width: 0, height: 0 };

/** Whether a region holds no pixel. */
export const isEmpty = (r: Region): boolean => r.width <= 0 || r.height <= 0;

/** What two regions share; EMPTY where they do not meet. */
export function intersect(a: Region, b: Region): Region {
  const x = Math.max(a.x, b.x);
  const y = Math.max(a.y, b.y);
  const width = Math.min(a.x + a.width, b.x + b.width) - x;
  const height = Math.min(a.y + a.height, b.y + b.height) - y;
  return width > 0 && height > 0 ? { x, y, width, height } : EMPTY;
}

/** The smallest region that holds both; an empty one counts for nothing. */
export function unite(a: Region, b: Region): Region {
  if (isEmpty(a)) return b;
  if (isEmpty(b)) return a;
  const x = Math.min(a.x, b.x);
  const y = Math.min(a.y, b.y);
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  };
}

/** A region grown by `margin` px on every side. An empty region stays empty. */
export function grow(r: Region, margin: number): Region {
  if (isEmpty(r) || margin === 0) return r;
  return {
    x: r.x - margin,
    y: r.y - margin,
    width: r.width + 2 * margin,
    height: r.height + 2 * margin,
  };
}

/** A region moved by whole px. */
export const translated = (r: Region, dx: number, dy: number): Region => ({
  ...r,
  x: r.x + dx,
  y: r.y + dy,
});

/** Whether `outer` holds every pixel of `inner`. */
export function contains(outer: Region, inner: Region): boolean {
  return (
    isEmpty(inner) ||
    (inner.x >= outer.x &&
      inner.y >= outer.y &&
      inner.x + inner.width <= outer.x + outer.width &&
      inner.y + inner.height <= outer.y + outer.height)
  );
}

/** The whole pixels that cover a box given by its edges (any real numbers, px). */
export function covering(x0: number, y0: number, x1: number, y1: number): Region {
  if (!(x1 > x0 && y1 > y0)) return EMPTY;
  const x = Math.floor(x0);
  const y = Math.floor(y0);
  return { x, y, width: Math.ceil(x1) - x, height: Math.ceil(y1) - y };
}

/** The squares of a grid of `side` px that a region touches, row by row; none if it is empty. */
export function squaresOf(region: Region, side: number): Region[] {
  const squares: Region[] = [];
  if (isEmpty(region)) return squares;
  const { x, y, width, height } = region;
  for (let top = Math.floor(y / side) * side; top < y + height; top += side)
    for (let left = Math.floor(x / side) * side; left < x + width; left += side)
      squares.push({ x: left, y: top, width: side, height: side });
  return squares;
}

/** The region of a whole scene of width × height scene px at a scale; at least one pixel. */
export function wholeScene(size: { width: number; height: number }, scale: number): Region {
  return {
    x: 0,
    y: 0,
    width: Math.max(1, Math.round(size.width * scale)),
    height: Math.max(1, Math.round(size.height * scale)),
  };
}

/** A text that is equal for equal regions, for cache keys. */
export const regionKey = (r: Region): string => `${r.x},${r.y},${r.width},${r.height}`;

/** The smallest part of a region with all px that hold something (asked by their number, row by row); EMPTY if none does. */
export function holding(region: Region, holds: (i: number) => boolean): Region {
  const { width, height } = region;
  let [x0, y0, x1, y1] = [width, height, 0, 0];
  for (let i = 0, y = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (!holds(i)) continue;
      x0 = Math.min(x0, x);
      y0 = Math.min(y0, y);
      x1 = Math.max(x1, x + 1);
      y1 = y + 1;
    }
  return x1 > x0 ? { x: region.x + x0, y: region.y + y0, width: x1 - x0, height: y1 - y0 } : EMPTY;
}
