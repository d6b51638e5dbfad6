/** Floats of 16 bits (IEEE 754, binary16). */

const float = new Float32Array(1);
const bits = new Uint32Array(float.buffer);

/** The bits of the nearest float of 16 bits, ties to even; what is larger than 65,504 is infinite. */
export function halfOf(v: number): number {
  float[0] = v;
  const x = bits[0]!;
  const sign = (x >>> 16) & 0x8000;
  const exponent = ((x >>> 23) & 255) - 112;
  const fraction = x & 0x7fffff;
  if (exponent >= 31) {
    const isNan = exponent === 143 && fraction !== 0;
    return sign | 0x7c00 | (isNan ? 0x200 : 0);
  }
  // Numbers too small for an exponent of their own keep what places they have.
  const shift = exponent > 0 ? 13 : 14 - exponent;
  if (shift > 24) return sign;
  const whole = exponent > 0 ? (exponent << 23) | fraction : fraction | 0x800000;
  const half = 1 << (shift - 1);
  const rest = whole & ((1 << shift) - 1);
  const low = whole >>> shift;
  const up = rest > half || (rest === half && (low & 1) === 1) ? 1 : 0;
  // A carry goes on into the exponent, as it should.
  return sign | (low + up);
}
