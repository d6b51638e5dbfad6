import { length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { compile } from '../../fields/compile';
import { PLANE, abs, divide, multiply, subtract } from '../../fields/field';
import { IDENTITY } from '../../geometry/affine';
import { apertureMargin, throughAperture, throughOwnApertures } from '../../kernels/aperture';
import { fieldPlanes } from '../../kernels/field';
import { linear } from '../../pixels/colour';
import { crop } from '../../pixels/buffer';
import { grow, intersect } from '../../pixels/region';
import { tonesSeen } from '../tones-seen';
import { inLight } from './in-light';
import { apertureOf, bladesTurn, blooms, brightFrom, lifted, opening } from './opening';

export const lens = defineStep({
  kind: 'blur.lens',
  label: 'Lens blur',
  help: 'Out of focus: every point of light becomes the shape of the opening, a disc or a polygon of blades.',
  parameters: {
    radius: {
      ...length('Radius', 16, { max: 400, slider: [0, 100] }),
      help: 'How large a point out of focus becomes.',
      step: 0.5,
    },
    depth: {
      kind: 'choice',
      label: 'Depth',
      help: 'Everywhere as far out of focus; or as far as a layer is light or dark: a painted layer, a picture of depth; or as far as the mask of the step shows: a fade, strokes.',
      options: [
        { value: 'even', label: 'the same everywhere' },
        { value: 'layer', label: 'by the tones of a layer' },
        { value: 'mask', label: 'by where it works' },
      ],
      default: 'even',
      absent: 'even',
    },
    of: {
      kind: 'layer',
      label: 'Depth from',
      help: 'A layer whose tones say how far away things are; without one all is blurred alike.',
      default: '',
      absent: '',
      needs: { depth: ['layer'] },
    },
    sharpAt: {
      ...percent('Focus depth', 0),
      help: 'The tone that is in focus; the farther from it, the softer.',
      absent: 0,
      needs: { depth: ['layer'] },
    },
    opening,
    turn: bladesTurn,
    blooms,
    brightFrom,
  },
  seesPlace: true,
  takesLimit: ({ depth }) => depth === 'mask',
  margin: ({ radius }, scale) => apertureMargin(radius * scale),
  apply: (input, v, { scale, mixing, wanted, seen, limit }) => {
    const most = v.radius * scale * (limit?.amount ?? 1);
    const aperture = apertureOf(v.opening, v.turn);
    const depth = v.depth === 'layer' ? seen('of') : null;
    const sharp = (v.sharpAt ?? 0) / 100;
    return inLight(
      input,
      mixing,
      (light) => {
        const region = intersect(wanted, grow(input.region, apertureMargin(most)));
        if (limit?.plane) {
          const share = crop(limit.plane, region);
          const [radii] = fieldPlanes(compile([multiply(most, PLANE)]), IDENTITY, region, share);
          return throughOwnApertures(light, aperture, radii!, most);
        }
        if (!depth) return throughAperture(light, aperture, most, wanted);
        const tones = tonesSeen(depth, region, mixing, { soften: 0, absent: sharp });
        // The tone farthest from the sharp one has all of the radius.
        const off = divide(abs(subtract(PLANE, sharp)), Math.max(sharp, 1 - sharp));
        const [radii] = fieldPlanes(compile([multiply(most, off)]), IDENTITY, region, tones);
        return throughOwnApertures(light, aperture, radii!, most);
      },
      lifted(v.blooms, linear(v.brightFrom / 100)),
    );
  },
});
