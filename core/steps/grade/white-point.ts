import type { Matrix3 } from '../../pixels/matrix3';
import { inverse, product, times } from '../../pixels/matrix3';
import { radiated } from '../../pixels/radiation';

/**
 * The colours of lights by temperature and tint, and what brings one of them to white. Temperatures are correlated ones on the
 * CIE 1960 diagram (CIE 15:2018); a tint is the distance from daylight across the locus of black bodies, thousandths of Duv.
 */

/** How far daylight (D65) lies above the black bodies, Duv. */
const DAYLIGHT = 0.0032;
/** The temperature of the white of the screen (D65), K. */
const WHITE = 6500;

type Numbers = [number, number, number];

/** (u, v) of CIE XYZ on the CIE 1960 diagram. */
const uv = ([x, y, z]: readonly number[]): [u: number, v: number] => {
  const sum = x! + 15 * y! + 3 * z!;
  return [(4 * x!) / sum, (6 * y!) / sum];
};

/** Where a black body of so many kelvin lies, and which way is across the locus there, upwards. */
function locus(kelvin: number) {
  const [u, v] = uv(radiated(kelvin));
  const step = kelvin * 1e-3;
  const [a, b] = [uv(radiated(kelvin - step)), uv(radiated(kelvin + step))];
  const [du, dv] = [b[0] - a[0], b[1] - a[1]];
  const size = Math.hypot(du, dv);
  // The locus runs to lower u as it gets hotter: upwards is to the right of its way.
  return { u, v, across: [dv / size, -du / size] as const };
}

/** CIE XYZ, with Y = 1, of a light; it is cut at what light can be. */
export function whiteOf(kelvin: number, tint: number): Numbers {
  const { u, v, across } = locus(kelvin);
  const off = DAYLIGHT + tint / 1000;
  const [pu, pv] = [u + across[0] * off, v + across[1] * off];
  const d = 2 * pu - 8 * pv + 4;
  const [x, y] = [(3 * pu) / d, (2 * pv) / d];
  return [x / y, 1, Math.max(0.01, (1 - x - y) / y)];
}

/** Row by row: from CIE XYZ to the cones of CAT16 (Li et al., 2017; CIE 248:2022), and from linear sRGB to XYZ (IEC 61966-2-1). */
const CAT16: Matrix3 = [
  0.401288, 0.650173, -0.051461, -0.250268, 1.204414, 0.045854, -0.002079, 0.048952, 0.953127,
];
const TO_XYZ: Matrix3 = [
  0.4123908, 0.3575843, 0.1804808, 0.212639, 0.7151687, 0.0721923, 0.0193308, 0.1191948, 0.9505322,
];

const TO_CONES = product(CAT16, TO_XYZ);
const FROM_CONES = inverse(TO_CONES);
const PLAIN: Matrix3 = [1, 0, 0, 0, 1, 0, 0, 0, 1];
const SCREEN = times(CAT16, whiteOf(WHITE, 0));

/** The matrix, row by row, on linear sRGB that makes the white of a light that of the screen; 6500 K and no tint change nothing. */
export function adaptation(kelvin: number, tint: number): Matrix3 {
  if (kelvin === WHITE && tint === 0) return PLAIN;
  const cones = times(CAT16, whiteOf(kelvin, tint));
  const gains = SCREEN.map((v, i) => v / Math.max(1e-3, cones[i]!));
  const scaled = TO_CONES.map((v, i) => v * gains[Math.floor(i / 3)]!) as unknown as Matrix3;
  return product(FROM_CONES, scaled);
}

/**
 * The light under which a colour of linear sRGB is grey: its temperature (1,700 to 25,000 K) and its tint (−50 to 50). If it was seen
 * under a light already, `under` takes that back first.
 */
export function lightThatMakesGrey(
  colour: Numbers,
  under: Matrix3 = PLAIN,
): {
  temperature: number;
  tint: number;
} {
  const own = times(inverse(under), colour);
  const [tu, tv] = uv(relativeTo(times(TO_XYZ, own)));
  const off = (kelvin: number) => {
    const { u, v, across } = locus(kelvin);
    const [du, dv] = [tu - u, tv - v];
    // Along the locus, towards hotter, and across it.
    return { along: du * -across[1] + dv * across[0], across: du * across[0] + dv * across[1] };
  };
  let [low, high] = [1 / 25_000, 1 / 1700];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (off(1 / middle).along > 0) high = middle;
    else low = middle;
  }
  const temperature = 2 / (low + high);
  const tint = (off(temperature).across - DAYLIGHT) * 1000;
  return { temperature, tint: Math.min(50, Math.max(-50, tint)) };
}

/** XYZ as it would be if the white of the screen were exactly the light of 6500 K here, so that grey gives 6500 K and no tint. */
function relativeTo(xyz: Numbers): Numbers {
  const screen = whiteOf(WHITE, 0);
  const sRgb = times(TO_XYZ, [1, 1, 1]);
  return xyz.map((v, i) => (v * screen[i]!) / sRgb[i]!) as Numbers;
}
