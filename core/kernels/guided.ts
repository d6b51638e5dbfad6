import { rowStride, strideOf } from './arguments';
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
    const { width, height } = region;
    const buffer = (): ColourBuffer => unwritten(region, 4);
    // Fourteen means, four at a time; beyond the edges there is nothing, which the last of them weighs.
    const products = [buffer(), buffer(), buffer(), buffer()] as const;
    onHeap((at) =>
      run('productRows', height, width * 20, [
        at(colours.data),
        strideOf(width * 4),
        at(rough.data),
        strideOf(width),
        at(products[0].data, 'write'),
        at(products[1].data, 'write'),
        at(products[2].data, 'write'),
        at(products[3].data, 'write'),
        width,
      ]),
    );
    const [first, second, third, fourth] = products.map((p) => gaussianBlur(p, sigma, region));
    const made = buffer();
    const whole: Plane = unwritten(region, 1);
    onHeap((at) =>
      run('fitRows', height, width * 40, [
        at(first!.data),
        at(second!.data),
        at(third!.data),
        at(fourth!.data),
        at(made.data, 'write'),
        strideOf(width * 4),
        at(whole.data, 'write'),
        strideOf(width),
        even,
        width,
      ]),
    );
    // Each px averages all windows that it lies in, by their weights.
    const out = copied(gaussianBlur(made, sigma, region));
    const weight = gaussianBlur(whole, sigma, region);
    onHeap((at) =>
      run('divideRows', height, width * 4, [
        at(out.data, 'write'),
        strideOf(width * 4),
        at(weight.data),
        strideOf(width),
        width,
      ]),
    );
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
      at(out.data, 'write'),
      rowStride(region, 1),
      at(colours.data),
      rowStride(region, 4),
      at(coefficients.data),
      grid.width,
      grid.height,
      a,
      b,
      c,
      d,
      e,
      f,
      region.width,
    ]),
  );
  return out;
}
