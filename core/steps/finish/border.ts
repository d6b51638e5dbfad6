import { length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { COVERAGE, each, encodedColour, fromEncoded } from '../../fields/colours';
import { compile } from '../../fields/compile';
import {
  X,
  Y,
  abs,
  add,
  clamped,
  distance,
  max,
  min,
  mix,
  multiply,
  subtract,
} from '../../fields/field';
import { gradedColours } from '../../kernels/field';
import { rgb } from '../../pixels/colour';
import { intersect } from '../../pixels/region';

export const border = defineStep({
  kind: 'finish.border',
  label: 'Border and corners',
  help: 'Rounds the corners of the picture and lays a border along its edges.',
  parameters: {
    width: length('Width', 24, { help: 'How wide the border is.', max: 2000, slider: [0, 200] }),
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the border.',
      default: '#f4efe6',
      needs: { width: 'some' },
    },
    strength: {
      ...percent('Strength', 100),
      help: 'How much the border covers.',
      needs: { width: 'some' },
    },
    corners: {
      ...length('Corners', 0, { max: 2000, slider: [0, 300] }),
      help: 'The radius of the outer corners.',
    },
    inner: {
      ...length('Inner corners', 0, { max: 2000, slider: [0, 300] }),
      help: 'How round the corners of the picture within the border are.',
      needs: { width: 'some' },
    },
    inset: {
      ...length('Inset', 0, { max: 2000, slider: [0, 200] }),
      help: 'How far from the edges of the picture it lies.',
    },
  },
  margin: () => 0,
  seesPlace: true,
  /** By the distance to boxes with round corners, about the middle of the picture; what lies outside is transparent. */
  apply: (input, v, { scale, scene, mixing, wanted }) => {
    const middle = [(scene.x0 + scene.x1) / 2, (scene.y0 + scene.y1) / 2] as const;
    const half = [(scene.x1 - scene.x0) / 2, (scene.y1 - scene.y0) / 2] as const;
    /** How far inside a box a place lies, px; below 0 outside. */
    const inside = (inset: number, radius: number) => {
      const side = half.map((h) => Math.max(0, h - inset * scale));
      const r = Math.min(radius * scale, ...side);
      const [qx, qy] = [X, Y].map((p, i) => subtract(abs(add(p, -middle[i]!)), side[i]! - r)) as [
        typeof X,
        typeof X,
      ];
      const out = distance(max(0, qx), max(0, qy));
      return subtract(r, add(out, min(0, max(qx, qy))));
    };
    const shown = clamped(add(0.5, inside(v.inset, v.corners)));
    const within = clamped(add(0.5, inside(v.inset + v.width, v.inner)));
    const frame = multiply(v.strength / 100, subtract(1, within));
    const colour = rgb(v.colour);
    const made = each(encodedColour(mixing), (c, i) => mix(c, colour[i]!, v.width > 0 ? frame : 0));
    const covered = v.width > 0 ? mix(COVERAGE, 1, frame) : COVERAGE;
    const program = compile([...fromEncoded(made, mixing), multiply(covered, shown)]);
    return gradedColours(program, input, intersect(input.region, wanted));
  },
});
