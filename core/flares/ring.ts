import { defineFlarePart } from '../definitions/flare-part';
import { length, percent } from '../definitions/number-parameters';
import { spectrum, towards } from './spectrum';
import { around, brightness, circle, onAxis, placed, spot, spotTable } from './spots';
import type { ColourBuffer } from '../pixels/buffer';

/** A ring of light, in one colour or in those of a rainbow. */
export const ring = defineFlarePart({
  kind: 'ring',
  label: 'Ring',
  help: 'A ring of light, in one colour or in those of a rainbow.',
  parameters: {
    radius: length('Radius', 210, {
      help: 'How large the ring is.',
      min: 1,
      max: 8000,
      slider: [1, 1200],
    }),
    thickness: { ...percent('Thickness', 22, 1, 100), help: 'A share of its radius.' },
    softness: { ...percent('Softness', 80), help: 'How soft its edges are.' },
    iridescence: {
      ...percent('Rainbow', 40),
      help: 'How far it has the colours of a rainbow, red outside.',
    },
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the ring.',
      default: '#ffd2a8',
    },
    ...placed(0),
    ...brightness(35),
  },
  region: (v, axis) => around(onAxis(axis, v.at), v.radius * axis.scale),
  draw(v, context): ColourBuffer {
    const inner = 1 - v.thickness / 100;
    const plain = context.lit(v.colour);
    const colours = (r: number) => {
      const rainbow = spectrum(1 - (r - inner) / (1 - inner));
      return towards(
        plain,
        [plain[0] * rainbow[0], plain[1] * rainbow[1], plain[2] * rainbow[2]],
        v.iridescence / 100,
      );
    };
    // From a flat band to a bell.
    const bell = (r: number) => Math.max(0, 1 - Math.abs((2 * r - inner - 1) / (1 - inner)) ** 2);
    const amount = (r: number) => bell(r) ** (0.1 + (5 * v.softness) / 100);
    const table = spotTable(amount, colours, context.mixing, [inner]);
    const map = circle(onAxis(context, v.at), v.radius * context.scale);
    return spot(table, map, ring.region(v, context), context);
  },
});
