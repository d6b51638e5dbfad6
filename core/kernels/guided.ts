import type { Affine } from '../geometry/affine';
import { multiply, translation } from '../geometry/affine';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import { gaussianBlur } from './blur';
import { onHeap, run } from './machine';
import { copied } from './rows';

/**
 * The guided filter (He, Sun & Tang, "Guided image filtering", PAMI 2013) with colours as its guide: near every px
 * the coverage is a plane over the colours, q = a·I + b, so that it has the edges of the picture. Its windows are
 * Gaussian, so that they have no corners. Its coefficients are made on a grid; they change slowly, and are laid on
 * the picture at any size (He & Sun, "Fast guided filter", 2015).
 */

/**
 * The coefficients for a rough coverage (0–1) over the region of some colours (0–1, opaque); `sigma` is the window,
 * px of it, and `even` how much the colours of one thing may differ (a variance). Four floats a px: a for red, green
 * and blue, and b.
 */
export function guidedCoefficients(
  colours: ColourBuffer,
  rough: Plane,
  sigma: number,
  even: number,
): ColourBuffer {
  const { region } = colours;
  return scoped(() => {
    const [I, p] = [colours.data, rough.data];
    const n = p.length;
    const packed = (fill: (out: Float32Array, i: number, j: number) => void): Float32Array => {
      const buffer = unwritten(region, 4);
      for (let i = 0, j = 0; i < n; i++, j += 4) fill(buffer.data, i, j);
      return gaussianBlur(buffer, sigma, region, 4).data;
    };
    // Fourteen means, four at a time; beyond the edges there is nothing, which the last of them tells.
    const first = packed((out, i, j) => {
      out[j] = I[j]!;
      out[j + 1] = I[j + 1]!;
      out[j + 2] = I[j + 2]!;
      out[j + 3] = p[i]!;
    });
    const second = packed((out, _i, j) => {
      out[j] = I[j]! * I[j]!;
      out[j + 1] = I[j]! * I[j + 1]!;
      out[j + 2] = I[j]! * I[j + 2]!;
      out[j + 3] = I[j + 1]! * I[j + 1]!;
    });
    const third = packed((out, i, j) => {
      out[j] = I[j + 1]! * I[j + 2]!;
      out[j + 1] = I[j + 2]! * I[j + 2]!;
      out[j + 2] = I[j]! * p[i]!;
      out[j + 3] = I[j + 1]! * p[i]!;
    });
    const fourth = packed((out, i, j) => {
      out[j] = I[j + 2]! * p[i]!;
      out[j + 1] = 1;
      out[j + 2] = 0;
      out[j + 3] = 0;
    });
    const made: ColourBuffer = unwritten(region, 4);
    for (let i = 0, j = 0; i < n; i++, j += 4) {
      const w = fourth[j + 1]!;
      const [r, g, b, q] = [first[j]! / w, first[j + 1]! / w, first[j + 2]! / w, first[j + 3]! / w];
      const rr = second[j]! / w - r * r + even;
      const rg = second[j + 1]! / w - r * g;
      const rb = second[j + 2]! / w - r * b;
      const gg = second[j + 3]! / w - g * g + even;
      const gb = third[j]! / w - g * b;
      const bb = third[j + 1]! / w - b * b + even;
      const [cr, cg, cb] = [
        third[j + 2]! / w - r * q,
        third[j + 3]! / w - g * q,
        fourth[j]! / w - b * q,
      ];
      // The inverse of the symmetrical matrix of variances, by its cofactors.
      const [A, B, C] = [gg * bb - gb * gb, rb * gb - rg * bb, rg * gb - rb * gg];
      const [D, E, F] = [rr * bb - rb * rb, rg * rb - rr * gb, rr * gg - rg * rg];
      const whole = rr * A + rg * B + rb * C;
      const ar = (A * cr + B * cg + C * cb) / whole;
      const ag = (B * cr + D * cg + E * cb) / whole;
      const ab = (C * cr + E * cg + F * cb) / whole;
      made.data[j] = ar * w;
      made.data[j + 1] = ag * w;
      made.data[j + 2] = ab * w;
      made.data[j + 3] = (q - ar * r - ag * g - ab * b) * w;
    }
    // Each px hears of all windows that it lies in, by how much of them there is.
    const out = copied(gaussianBlur(made, sigma, region, 4), 4);
    const weight = packed((to, i, j) => {
      to[j] = fourth[4 * i + 1]!;
      to[j + 1] = to[j + 2] = to[j + 3] = 0;
    });
    for (let j = 0; j < out.data.length; j += 4)
      for (let c = 0; c < 4; c++) out.data[j + c]! /= weight[j]!;
    return out;
  });
}

/**
 * The coverage, 0–1, that coefficients make of colours, over the region of those; `back` takes px of the colours to
 * px of the coefficients' grid.
 */
export function guidedBy(colours: ColourBuffer, coefficients: ColourBuffer, back: Affine): Plane {
  const { region } = colours;
  const grid = coefficients.region;
  const out: Plane = unwritten(region, 1);
  const [a, b, c, d, e, f] = multiply(
    translation(-0.5 - grid.x, -0.5 - grid.y),
    multiply(back, translation(region.x + 0.5, region.y + 0.5)),
  );
  onHeap((at) =>
    run('guidedRows', region.height, region.width * 20, [
      ...[at(out.data, 'write'), region.width * 4, at(colours.data), region.width * 16],
      ...[at(coefficients.data), grid.width, grid.height, a, b, c, d, e, f, region.width],
    ]),
  );
  return out;
}
