import type { Mixing } from '../pixels/colour';
import { shown } from '../pixels/colour';
import { radiated } from '../pixels/radiation';
import type { RampTable } from '../pixels/ramp-table';
import { packed } from '../pixels/ramp-table';

/** The light of flames by their heat. */

/** Soot glows the more, the shorter the wave is: its emissivity goes with 1/λ to this power (Hottel & Broughton, 1932). */
export const SOOT = 1.39;

/** The colour of glowing soot in linear light, its brightest channel 1; what sRGB cannot show is brought to its edge. */
export function glowing(kelvin: number): [red: number, green: number, blue: number] {
  const [x, y, z] = radiated(kelvin, SOOT);
  // From XYZ to linear sRGB (IEC 61966-2-1).
  const all = [
    3.2406 * x - 1.5372 * y - 0.4986 * z,
    -0.9689 * x + 1.8758 * y + 0.0415 * z,
    0.0557 * x - 0.204 * y + 1.057 * z,
  ].map((v) => Math.max(0, v)) as [number, number, number];
  const most = Math.max(...all);
  return [all[0] / most, all[1] / most, all[2] / most];
}

/** What burns blue at the foot of a flame: excited carbon and hydrogen, not soot. */
const BLUE = [0.1, 0.26, 0.9] as const;
/** How much cooler soot is where it goes out. */
const COOLED = 0.6;
const KNOTS = 48;

const rise = (from: number, to: number, v: number): number => {
  const t = Math.min(1, Math.max(0, (v - from) / (to - from)));
  return t * t * (3 - 2 * t);
};

/**
 * The light of a flame by how far its gas has burnt, 0–1: blue and thin at first, brightest where soot has formed and is
 * hottest, then cooler and redder, and nothing in the end. `soot` is 0–1.
 */
export function heatTable(kelvin: number, soot: number, mixing: Mixing): RampTable {
  const stand = (v: number): number => (mixing === 'light' ? v : shown(v));
  return packed(
    Array.from({ length: KNOTS + 1 }, (_, i) => {
      const burnt = i / KNOTS;
      const cool = 1 - COOLED * burnt ** 0.8;
      const colour = glowing(kelvin * cool);
      const body =
        soot *
        (0.45 + 0.55 * rise(0, 0.16, burnt)) *
        (1 - rise(0.8, 0.99, burnt)) *
        2.4 *
        cool ** 2.4;
      const foot = (1 - soot) ** 1.5 * 0.5 * (1 - rise(0.05, 0.4, burnt));
      const light = colour.map((c, k) => c * body + BLUE[k]! * foot);
      // What gives light covers a little, or nobody would see it.
      const cover = Math.max(
        light.some((c) => c > 0) ? 0.02 : 0,
        0.75 * rise(0, 0.3, burnt) * (1 - rise(0.7, 1, burnt)) * soot,
      );
      return { at: burnt, colour: [...light.map(stand), cover] };
    }),
  );
}
