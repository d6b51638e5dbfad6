import type { TextureSpace } from '../definitions/texture';
import type { FractalNoise, Term } from '../fields/field';
import { add, multiply, fractalNoise, subtract } from '../fields/field';

/** How often something comes on a unit: whole where the texture shall be seamless. */
export const onUnit = (times: number, { seamless }: TextureSpace): number =>
  seamless ? Math.max(1, Math.round(times)) : times;

/** After how many of them it repeats, for what comes so often on a unit; 0 for never. */
export const periodOf = (times: number, { seamless }: TextureSpace): number =>
  seamless ? times : 0;

type Roughness = Pick<FractalNoise, 'count'> &
  Partial<Pick<FractalNoise, 'rough' | 'folded'>> & { seed?: number };

/** Noise of several sizes, the largest with so many values on a unit across and down; `seed` is added to that of the texture. */
export function fractalOn(
  space: TextureSpace,
  across: number,
  down: number,
  { seed = 0, ...rest }: Roughness,
  x: Term = space.x,
  y: Term = space.y,
): Term {
  const [nx, ny] = [onUnit(across, space), onUnit(down, space)];
  return fractalNoise(multiply(x, nx), multiply(y, ny), {
    ...rest,
    seed: space.seed + seed,
    px: space.px * Math.max(nx, ny),
    period: [periodOf(nx, space), periodOf(ny, space)],
  });
}

/** A place moved about by noise of so many values on a unit, by at most `by` units to either side. */
export function stirred(
  space: TextureSpace,
  by: number,
  times: number,
  seed: number,
  count = 3,
): { x: Term; y: Term } {
  const moved = (t: Term, more: number): Term =>
    by === 0
      ? t
      : add(
          t,
          multiply(subtract(fractalOn(space, times, times, { count, seed: more }), 0.5), 2 * by),
        );
  return { x: moved(space.x, seed), y: moved(space.y, seed + 50) };
}
