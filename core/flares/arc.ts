import { defineFlarePart } from '../definitions/flare-part';
import { angle, length, percent } from '../definitions/number-parameters';
import { blurMargin, gaussianBlur } from '../kernels/blur';
import { coverage } from '../kernels/coverage';
import { colourBuffer } from '../pixels/buffer';
import { EMPTY, grow, intersect, isEmpty } from '../pixels/region';
import { spectrum } from './spectrum';
import {
  around,
  axisAngle,
  brightness,
  circle,
  onAxis,
  placed,
  soft,
  spot,
  spotTable,
} from './spots';
import type { ColourBuffer } from '../pixels/buffer';

/** Part of a ring in the colours of a rainbow, turned to the light. */
export const arc = defineFlarePart({
  kind: 'arc',
  label: 'Rainbow arc',
  help: 'Part of a ring in the colours of a rainbow, on the side that is turned from the light.',
  parameters: {
    radius: length('Radius', 300, {
      help: 'How far from the light the arc lies.',
      min: 1,
      max: 8000,
      slider: [1, 1500],
    }),
    thickness: { ...percent('Thickness', 16, 1, 100), help: 'A share of its radius.' },
    sweep: angle('Sweep', 110, {
      help: 'How far round the arc goes.',
      min: 1,
      max: 360,
      slider: [1, 360],
    }),
    turn: angle('Turn', 0, { help: 'Its middle, from the side that is turned from the light.' }),
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour that its rainbow is tinted with.',
      default: '#ffffff',
    },
    ...placed(60),
    ...brightness(45),
  },
  region: (v, axis) => around(onAxis(axis, v.at), v.radius * axis.scale),
  draw(v, context): ColourBuffer {
    const { scale, wanted, mixing } = context;
    const at = onAxis(context, v.at);
    const radius = v.radius * scale;
    const part = intersect(arc.region(v, context), wanted);
    if (isEmpty(part)) return colourBuffer(EMPTY);
    // A wedge out of its middle, softened, says how much of the ring shows.
    const half = (Math.min(359, v.sweep) * Math.PI) / 360;
    const middle = axisAngle(context) + (v.turn * Math.PI) / 180;
    const steps = 64;
    const wedge = Float64Array.from({ length: 2 * (steps + 2) }, (_, i) => {
      const k = i >> 1;
      const a = middle - half * 0.7 + (1.4 * half * (k - 1)) / steps;
      const r = k === 0 ? 0 : radius * 1.4;
      return i % 2 === 0 ? at.x + r * Math.cos(a) : at.y + r * Math.sin(a);
    });
    const sigma = radius * Math.min(0.25, half * 0.25);
    const shape = gaussianBlur(
      coverage([wedge], 'nonzero', grow(part, blurMargin(sigma)), true),
      sigma,
      part,
    );
    const inner = 1 - v.thickness / 100;
    const plain = context.lit(v.colour);
    const table = spotTable(
      (r) => soft(inner, (inner + 1) / 2, r) * (1 - soft((inner + 1) / 2, 1, r)),
      (r) => {
        const rainbow = spectrum(1 - (r - inner) / (1 - inner));
        return [plain[0] * rainbow[0], plain[1] * rainbow[1], plain[2] * rainbow[2]];
      },
      mixing,
      [inner],
    );
    return spot(table, circle(at, radius), part, context, shape);
  },
});
