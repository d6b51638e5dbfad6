import { holding } from '../pixels/region';
import { LABEL } from './labels';

/** The ways that the plane is gone over, forth and back. */
const PASSES = 4;

/**
 * How hard it is to come to each px from the seeds, by the minimum barrier distance: the least there is, over all
 * paths, of the range that any channel takes on along one (Strand et al., 2013; by raster scans as Zhang et al.,
 * "Minimum barrier salient object detection at 80 FPS", ICCV 2015). `colours` are three floats a px.
 */
export function barrierDistance(
  colours: Float32Array,
  seeds: (i: number) => boolean,
  width: number,
  height: number,
): Float32Array {
  const count = width * height;
  const out = new Float32Array(count).fill(Infinity);
  const high = colours.slice();
  const low = colours.slice();
  const fixed = new Uint8Array(count);
  for (let i = 0; i < count; i++) if (seeds(i)) [out[i], fixed[i]] = [0, 1];
  const reach = (i: number, from: number) => {
    if (out[from] === Infinity) return;
    let cost = 0;
    for (let c = 0; c < 3; c++) {
      const own = colours[3 * i + c]!;
      const range = Math.max(high[3 * from + c]!, own) - Math.min(low[3 * from + c]!, own);
      if (range > cost) cost = range;
    }
    if (cost >= out[i]!) return;
    out[i] = cost;
    for (let c = 0; c < 3; c++) {
      const own = colours[3 * i + c]!;
      high[3 * i + c] = Math.max(high[3 * from + c]!, own);
      low[3 * i + c] = Math.min(low[3 * from + c]!, own);
    }
  };
  for (let pass = 0; pass < PASSES; pass++) {
    const forth = pass % 2 === 0;
    for (let k = 0; k < count; k++) {
      const i = forth ? k : count - 1 - k;
      if (fixed[i]) continue;
      const x = i % width;
      if (forth) {
        if (x > 0) reach(i, i - 1);
        if (i >= width) reach(i, i - width);
      } else {
        if (x < width - 1) reach(i, i + 1);
        if (i < count - width) reach(i, i + width);
      }
    }
  }
  return out;
}

/** The value, 1–256, below which some, 0–255, are of one kind and from which of the other, so that the two differ most (Otsu, 1979). */
export function parting(values: readonly number[]): number {
  const counts = new Float64Array(256);
  for (const v of values) counts[Math.min(255, Math.max(0, Math.floor(v)))]!++;
  const all = counts.reduce((sum, n, v) => sum + n * v, 0);
  let [below, sum, most, best] = [0, 0, 0, 1];
  counts.forEach((n, v) => {
    below += n;
    sum += n * v;
    const above = values.length - below;
    if (below === 0 || above === 0) return;
    const apart = below * above * (sum / below - (all - sum) / above) ** 2;
    if (apart > most) [most, best] = [apart, v + 1];
  });
  return best;
}

/**
 * Labels with what is not known yet guessed: what the background can be come from without crossing much contrast
 * belongs to it. `colours` are three floats a px, 0–255, a little blurred. Null without any background.
 */
export function firstGuess(
  labels: Uint8Array,
  colours: Float32Array,
  width: number,
  height: number,
): Uint8Array | null {
  if (!labels.includes(LABEL.background)) return null;
  const distance = barrierDistance(colours, (i) => labels[i] === LABEL.background, width, height);
  const limit = parting([...distance].filter((_, i) => labels[i] === LABEL.maybeSubject));
  return labels.map((l, i) =>
    l === LABEL.maybeSubject && distance[i]! < limit ? LABEL.maybeBackground : l,
  );
}

/** A subject may be away from the outline round it by so much of that, to each side. */
const LOOSE = 0.14;
/** An outline that comes so near to the frame, of its side, lies on it. */
const AT_FRAME = 0.01;

/**
 * Whether a subject (1 or 0 a px) comes near to all sides of where it may be: who draws a box draws it tight (Lempitsky
 * et al., "Image segmentation with a bounding box prior", ICCV 2009). Sides that lie on the frame of the picture say nothing.
 */
export function isTight(
  subject: Uint8Array,
  known: Uint8Array,
  width: number,
  height: number,
): boolean {
  const all = { x: 0, y: 0, width, height };
  const may = holding(all, (i) => known[i] !== LABEL.background);
  const own = holding(all, (i) => subject[i] === 1);
  const [x, y] = [may.width * LOOSE, may.height * LOOSE];
  const [right, bottom] = [may.x + may.width, may.y + may.height];
  return (
    (may.x <= AT_FRAME * width || own.x - may.x <= x) &&
    (may.y <= AT_FRAME * height || own.y - may.y <= y) &&
    (right >= width * (1 - AT_FRAME) || right - own.x - own.width <= x) &&
    (bottom >= height * (1 - AT_FRAME) || bottom - own.y - own.height <= y)
  );
}

/** Colours are counted in so many kinds a channel. */
const KINDS = 20;

/**
 * How many colours a subject (1 or 0 a px) and its background have in common, a share of the smaller of the two: what
 * a good cut makes small (Tang et al., "GrabCut in one cut", ICCV 2013). Colours as for the guess.
 */
export function commonColours(subject: Uint8Array, colours: Float32Array): number {
  const counts = [new Float32Array(KINDS ** 3), new Float32Array(KINDS ** 3)] as const;
  const kind = (v: number) => Math.min(KINDS - 1, Math.floor((v * KINDS) / 256));
  let all = 0;
  subject.forEach((own, i) => {
    const [a, b, c] = [colours[3 * i]!, colours[3 * i + 1]!, colours[3 * i + 2]!];
    counts[own ? 1 : 0][(kind(a) * KINDS + kind(b)) * KINDS + kind(c)]!++;
    all += own;
  });
  const shared = counts[1].reduce((sum, n, i) => sum + Math.min(n, counts[0][i]!), 0);
  const smaller = Math.min(all, subject.length - all);
  return smaller > 0 ? shared / smaller : 1;
}
