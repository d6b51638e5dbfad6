/** Shapes thinned down to lines one px wide that keep how they hang together. */

/** The eight neighbours of a px, clockwise from the one above, as steps right and down. */
const AROUND = [
  [0, -1],
  [1, -1],
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
  [-1, -1],
] as const;

/**
 * Whether a px may go without parting or holing a shape, given its eight neighbours as bits in the order of `AROUND`: the
 * crossing number for shapes that hang together over corners (Hilditch, "Linear skeletons from square cupboards", 1969) is 1.
 */
const SIMPLE = Uint8Array.from({ length: 256 }, (_, bits) => {
  const on = (k: number) => (bits >> (k & 7)) & 1;
  let crossings = 0;
  for (const k of [0, 2, 4, 6]) {
    const gap = 1 - on(k);
    crossings += gap - gap * (1 - on(k + 1)) * (1 - on(k + 2));
  }
  return crossings === 1 ? 1 : 0;
});

/** How many neighbours each set of bits has. */
const COUNT = Uint8Array.from({ length: 256 }, (_, bits) => {
  let n = 0;
  for (let b = bits; b; b &= b - 1) n++;
  return n;
});

/** A px whose depth rises by less than this a px is on a ridge: it falls off to both sides. Straight corners rise by 0.71. */
const RIDGE = 0.6;

/**
 * The centre line of a shape as marks, 1 on it and 0 beside it, one px wide: thinned in the order of depth, and anchored at the
 * ridges of that (Pudney, "Distance-ordered homotopic thinning", 1998). `depth` is how deep each px lies in the shape, px, row after row; 0 or
 * less is outside it. Px of the rim of the picture count as outside.
 */
export function centreMarks(depth: Float32Array, width: number, height: number): Uint8Array {
  const marks = new Uint8Array(width * height);
  const steps = AROUND.map(([x, y]) => y * width + x);
  const far = AROUND.map(([x, y]) => Math.hypot(x, y));
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) if (depth[y * width + x]! > 0) marks[y * width + x] = 1;
  const bitsAt = (i: number) => {
    let bits = 0;
    for (let k = 0; k < 8; k++) bits |= marks[i + steps[k]!]! << k;
    return bits;
  };
  const isRidge = (i: number) => {
    const own = depth[i]!;
    for (let k = 0; k < 8; k++) if (depth[i + steps[k]!]! - own >= RIDGE * far[k]!) return false;
    return true;
  };
  const order = byDepth(depth, marks);
  const ridges = new Uint8Array(marks.length);
  for (let k = 0; k < order.length; k++) ridges[order[k]!] = isRidge(order[k]!) ? 1 : 0;
  thin(order, (i) => ridges[i] === 0 && SIMPLE[bitsAt(i)] === 1, steps, depth, marks);
  // Ridges are two px wide where a shape has an even width: now only their ends hold.
  const left = order.filter((i) => marks[i] === 1);
  thin(
    left,
    (i) => {
      const bits = bitsAt(i);
      return SIMPLE[bits] === 1 && COUNT[bits]! > 1;
    },
    steps,
    depth,
    marks,
  );
  return marks;
}

/** Takes away marks in an order of depth, and looks again at those that lie beside one taken away. */
function thin(
  order: Uint32Array,
  mayGo: (i: number) => boolean,
  steps: readonly number[],
  depth: Float32Array,
  marks: Uint8Array,
): void {
  const again: number[] = [];
  for (let k = 0; k < order.length; k++) {
    const most = depth[order[k]!]!;
    again.push(order[k]!);
    while (again.length > 0) {
      const i = again.pop()!;
      if (marks[i] === 0 || !mayGo(i)) continue;
      marks[i] = 0;
      for (let n = 0; n < steps.length; n++) {
        const beside = i + steps[n]!;
        if (marks[beside] === 1 && depth[beside]! <= most) again.push(beside);
      }
    }
  }
}

/** Depths are sorted into so many steps a px. */
const STEPS = 16;

/** Where there are marks, from the shallowest to the deepest: sorted by counting, and in the order of rows where they are alike. */
function byDepth(depth: Float32Array, marks: Uint8Array): Uint32Array {
  let most = 0;
  let count = 0;
  for (let i = 0; i < marks.length; i++) {
    if (marks[i] === 0) continue;
    count++;
    if (depth[i]! > most) most = depth[i]!;
  }
  const step = (i: number) => Math.floor(depth[i]! * STEPS);
  const starts = new Uint32Array(Math.floor(most * STEPS) + 2);
  for (let i = 0; i < marks.length; i++) if (marks[i] === 1) starts[step(i) + 1]!++;
  for (let k = 1; k < starts.length; k++) starts[k]! += starts[k - 1]!;
  const out = new Uint32Array(count);
  for (let i = 0; i < marks.length; i++) if (marks[i] === 1) out[starts[step(i)]!++] = i;
  return out;
}
