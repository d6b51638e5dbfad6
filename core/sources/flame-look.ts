import type { FireLook } from '../kernels/flame';
import type { Mixing } from '../pixels/colour';
import { rampTable } from '../pixels/ramp';
import { heatTable } from './flame-light';
import type { FlameValues } from './flame-parameters';

/** What the look of flames is made of. */
type LookValues = Pick<
  FlameValues,
  'colours' | 'kelvin' | 'soot' | 'ramp' | 'detail' | 'tongue' | 'sheets' | 'seed'
>;

/** How flames are refined and lit on cells that are so many px large, and how far beyond their gas they are drawn, cells. */
export function flameLook(
  p: LookValues,
  cell: number,
  mixing: Mixing,
): { look: FireLook; reach: number } {
  const grain = Math.max(2.5, (0.75 * p.tongue) / cell);
  const detail = (0.4 * grain * p.detail) / 100;
  return {
    reach: Math.ceil(2.4 * detail) + 2,
    look: {
      ramp:
        p.colours === 'heat'
          ? heatTable(p.kelvin, p.soot / 100, mixing)
          : rampTable(p.ramp, mixing),
      ...{ detail, grain, seed: Math.round(p.seed) * 31 + 7, sheets: Math.round(p.sheets) },
      ragged: p.detail > 0 ? (0.8 * p.detail) / 100 / detail : 0,
    },
  };
}
