import { sharingVariance, SPREADING_VARIANCE } from './cells';

/**
 * Gaussian blur whose cost hardly depends on σ: a blur of many px is done on a grid of n × n px
 * cells and brought back by a cubic B-spline. Each px is shared among the cells round it by a linear
 * B-spline, which keeps its place; sharing, Gaussian and spline add their variances, and the Gaussian
 * is narrowed so that the sum is σ². (Splines: Unser, "Splines: a perfect fit for signal and image
 * processing", 1999.)
 */

/** How a blur of σ px is carried out. */
export interface BlurPlan {
  /** The side of a cell, px: a power of two; 1 means no cells. */
  cell: number;
  /** σ of the Gaussian on the grid of cells, in cells. */
  sigma: number;
  /** Weights of that Gaussian, from its middle outward. */
  weights: Float64Array;
  /** How far the blur may carry a value, px. Beyond it nothing is changed. */
  margin: number;
}

/** σ is at least this many cells; of cells of two px, which keep closer to the Gaussian, fewer do. */
const CELL_SIGMA = 1.6;
const PAIR_SIGMA = 1.5;

/**
 * The plan for a standard deviation in px; σ ≤ 0 gives a plan that changes nothing. `shared` gives
 * what variance (cells²) the cells have taken on when they are filled, by the side of a cell in px.
 */
export function planBlur(
  sigma: number,
  shared: (cell: number) => number = sharingVariance,
): BlurPlan {
  const known = plans.get(shared) ?? new Map<number, BlurPlan>();
  const plan = known.get(sigma) ?? planned(sigma, shared);
  // While a blur is dragged every frame has another.
  if (known.size >= MAX_PLANS) known.clear();
  plans.set(shared, known.set(sigma, plan));
  return plan;
}

/** Plans that were made: margins are asked for several times a step, and each plan weighs its whole Gaussian. */
const plans = new Map<(cell: number) => number, Map<number, BlurPlan>>();
const MAX_PLANS = 256;

function planned(sigma: number, shared: (cell: number) => number): BlurPlan {
  let cell = 1;
  while (sigma / (cell * 2) >= (cell === 1 ? PAIR_SIGMA : CELL_SIGMA)) cell *= 2;
  const own =
    cell === 1
      ? Math.max(0, sigma)
      : Math.sqrt((sigma * sigma) / (cell * cell) - shared(cell) - SPREADING_VARIANCE);
  const weights = gaussianWeights(own);
  return {
    cell,
    sigma: own,
    weights,
    margin: cell === 1 ? weights.length - 1 : (weights.length + 3) * cell,
  };
}

/**
 * A sampled Gaussian, its two sides and middle summing to 1: to 4σ, or to 3.5σ where that many
 * samples leave out less than 0.05 %.
 */
export function gaussianWeights(sigma: number): Float64Array {
  const radius = sigma > 0 ? Math.max(1, Math.ceil((sigma < 2 ? 4 : 3.5) * sigma)) : 0;
  const w = new Float64Array(radius + 1);
  let sum = 0;
  for (let i = 0; i <= radius; i++) {
    w[i] = i === 0 ? 1 : Math.exp((-i * i) / (2 * sigma * sigma));
    sum += i === 0 ? w[i]! : 2 * w[i]!;
  }
  return w.map((v) => v / sum);
}

/** How many cells beyond a region its blur needs: the Gaussian's reach and the spline's two. */
export const cellMargin = (plan: BlurPlan): number => plan.weights.length - 1 + 2;
