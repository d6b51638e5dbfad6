import { defineFlarePart } from '../definitions/flare-part';
import { length, percent } from '../definitions/number-parameters';
import { around, brightness, circle, onAxis, placed, soft, spot, spotTable } from './spots';
import type { ColourBuffer } from '../pixels/buffer';

/** The light itself: a small disc, white-hot. */
export const core = defineFlarePart({
  kind: 'core',
  label: 'Core',
  help: 'The light itself: a small disc, so bright that it burns to white.',
  parameters: {
    radius: length('Radius', 26, {
      help: 'How large the core is.',
      min: 0.5,
      max: 3000,
      slider: [1, 200],
    }),
    softness: { ...percent('Softness', 70), help: 'How soft its edge is.' },
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the core.',
      default: '#ffe2c2',
    },
    ...placed(0),
    ...brightness(100),
  },
  region: (v, axis) => around(onAxis(axis, v.at), v.radius * axis.scale + 1),
  draw(v, context): ColourBuffer {
    const radius = v.radius * context.scale;
    // Half a px at least, for an edge that is not jagged.
    const inner = 1 - Math.max(v.softness / 100, Math.min(1, 1 / radius));
    const colour = context.lit(v.colour);
    const table = spotTable(
      // The softer, the more it is gathered in the middle.
      (r) => (1 - soft(inner, 1, r)) ** (1 + (4 * v.softness) / 100),
      () => colour,
      context.mixing,
    );
    const map = circle(onAxis(context, v.at), radius);
    return spot(table, map, core.region(v, context), context);
  },
});
