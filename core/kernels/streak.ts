import type { Affine } from '../geometry/affine';
import { boxOfRegion, boxUnder, regionAround, rotation } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import type { Rgb } from '../pixels/colour';
import {
  SPREADING_VARIANCE,
  cellRegion,
  shareAmongCells,
  sharingVariance,
  spreadCells,
} from './cells';
import { addLight, addMapped } from './lay-light';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import { intersect, isEmpty } from '../pixels/region';
import { blurMargin, gaussianBlur } from './blur';
import { onHeap, rowsOf, run } from './machine';
import { copied } from './rows';

/**
 * Light drawn out into straight streaks, as the edges of an aperture or the ribs of a filter do: along each it falls off as the mean of two
 * exponentials, a near and a far one. It is turned onto a grid that lies along the streak, summed up along its rows by doubling (after
 * Kawase, "Practical implementation of high dynamic range rendering", 2003), and turned back.
 */
export interface Streak {
  /** Which way it runs, radians, clockwise from the right. */
  angle: number;
  /** Whether it runs that way alone, or to both sides. */
  oneSided: boolean;
  /** How far it goes until it has fallen to 1/e, px, for each channel. */
  lengths: Rgb;
  /** How thick it is, σ px. */
  thickness: number;
  /** What it has of the light that comes in, by channel. */
  share: Rgb;
}

/** The near exponential goes so far, as a share of the far one. */
const NEAR = 0.2;
/** A streak ends after so many of its lengths, at least. */
const ENDS = 3.4;

/** How far sums along rows go for a length in px: over 2 to the passes px, or half as many again (`half`) with one pass less. */
function sumsFor(length: number): { passes: number; half: boolean; far: number } {
  const passes = Math.max(2, Math.ceil(Math.log2(ENDS * length)));
  const shorter = 3 * 2 ** (passes - 2);
  const half = shorter >= ENDS * length;
  return { passes: half ? passes - 1 : passes, half, far: half ? shorter : 2 ** passes };
}

/** How far a streak carries a value, px. */
export const streakMargin = ({ lengths, thickness }: Omit<Streak, 'share'>): number =>
  CELL * (sumsFor(Math.max(...lengths) / CELL).far + 4) + blurMargin(thickness) + 4;

/** Streaks are made on cells of so many px: that is as thin as they are. */
const CELL = 2;
/** What sharing light among cells and spreading them again adds to the thickness, cells². */
const ADDED = sharingVariance(CELL) + SPREADING_VARIANCE;

/** What is turned must be so soft, cells²: of what is sharper a turned grid would see more or less than there is. */
const SOFT = 0.6;

/** Adds streaks of light (linear, nothing for alpha; known as far as their margin) to a buffer over the same kind of light, in place. */
export function addStreaks(
  to: ColourBuffer,
  light: ColourBuffer,
  streaks: readonly Streak[],
): void {
  if (streaks.length === 0 || isEmpty(light.region) || isEmpty(to.region)) return;
  scoped(() => {
    const cells = shareAmongCells(light, cellRegion(light.region, CELL, 1), CELL);
    const sum = colourBuffer(cellRegion(to.region, CELL, 2));
    for (const streak of streaks) addOnCells(sum, cells, streak);
    addLight(to, spreadCells(sum, to.region, CELL), [1, 1, 1]);
  });
}

/** Adds one streak; all on cells. */
function addOnCells(to: ColourBuffer, light: ColourBuffer, streak: Streak): void {
  scoped(() => {
    const { angle, oneSided, share } = streak;
    const lengths = streak.lengths.map((l) => l / CELL);
    const thickness = Math.sqrt(Math.max(SOFT, (streak.thickness / CELL) ** 2 - ADDED));
    const along = sumsFor(Math.max(...lengths));
    const { far } = along;
    // From the grid along the streak to the cells of the picture, and back.
    const [onto, back] = [rotation(angle), rotation(-angle)];
    const shown = turnedRegion(to.region, back);
    const sources = turnedRegion(light.region, back);
    const grid = intersect(alongBy(shown, far), alongBy(sources, far));
    if (isEmpty(grid)) return;
    const seen = turnedRegion(grid, onto);
    const soft = gaussianBlur(light, thickness, intersect(seen, grown(light.region, thickness)));
    if (isEmpty(soft.region)) return;
    const turned = colourBuffer(grid);
    addMapped(turned, soft, onto, [1, 1, 1]);
    for (const by of [1, NEAR]) {
      const factors = lengths.map((l) => Math.exp(-1 / Math.max(0.1, l * by)));
      const sums = factors.map((f) => (1 - f) / (1 - f ** far));
      for (const direction of oneSided ? [0] : [0, 1])
        scoped(() => {
          const drawn = drawnOut(copied(turned), along, direction, factors);
          const weight = (c: number) => (share[c]! * sums[c]!) / (oneSided ? 2 : 4);
          addMapped(to, drawn, back, [weight(0), weight(1), weight(2)]);
        });
    }
  });
}

const grown = (r: Region, thickness: number): Region => {
  const by = blurMargin(thickness);
  return { x: r.x - by, y: r.y - by, width: r.width + 2 * by, height: r.height + 2 * by };
};

/** A region with so many px more at either end of its rows. */
const alongBy = (r: Region, by: number): Region => ({ ...r, x: r.x - by, width: r.width + 2 * by });

/** The whole px that a region may touch under a turn. */
const turnedRegion = (r: Region, turn: Affine): Region =>
  regionAround(boxUnder(turn, boxOfRegion(r)), 1);

/** Draws light out along its rows, in place. */
function drawnOut(
  light: ColourBuffer,
  { passes, half }: { passes: number; half: boolean },
  back: number,
  [red, green, blue]: readonly number[],
): ColourBuffer {
  const { region } = light;
  onHeap((at) =>
    run('streakRows', region.height, region.width * passes * 3, [
      ...rowsOf(at, light, region, 'write'),
      region.width,
      passes,
      half ? 1 : 0,
      back,
      red!,
      green!,
      blue!,
    ]),
  );
  return light;
}
