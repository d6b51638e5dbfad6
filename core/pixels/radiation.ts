/** The colour of what glows: Planck's law and the eye. */

/** hc/k, nm·K: Planck's law falls off by it. */
const SECOND_RADIATION = 1.4387769e7;
/** A bump about a wavelength, of another width to either side. */
const bump = (wave: number, middle: number, below: number, above: number): number =>
  Math.exp(-0.5 * ((wave - middle) / (wave < middle ? below : above)) ** 2);

/** What the eye makes of a wavelength, nm: the CIE 1931 observer, as Wyman, Sloan and Shirley fitted it (2013). */
const seen = (w: number): [x: number, y: number, z: number] => [
  1.056 * bump(w, 599.8, 37.9, 31) +
    0.362 * bump(w, 442, 16, 26.7) -
    0.065 * bump(w, 501.1, 20.4, 26.2),
  0.821 * bump(w, 568.8, 46.9, 40.5) + 0.286 * bump(w, 530.9, 16.3, 31.1),
  1.217 * bump(w, 437, 11.8, 36) + 0.681 * bump(w, 459, 26, 13.8),
];

/** The colour (CIE XYZ, of no scale) of a body that glows at so many kelvin; its emissivity goes with 1/λ to a power, 0 for a black body. */
export function radiated(kelvin: number, emissivity = 0): [x: number, y: number, z: number] {
  const sum: [number, number, number] = [0, 0, 0];
  for (let w = 380; w <= 780; w += 5) {
    const light =
      ((w / 560) ** -(5 + emissivity) * Math.expm1(SECOND_RADIATION / (560 * kelvin))) /
      Math.expm1(SECOND_RADIATION / (w * kelvin));
    seen(w).forEach((v, k) => (sum[k] = sum[k]! + v * light));
  }
  return sum;
}
