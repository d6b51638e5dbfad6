import { defineFlarePart } from '../definitions/flare-part';
import { length, percent } from '../definitions/number-parameters';
import { around, brightness, circle, onAxis, placed, scattered, spot, spotTable } from './spots';
import type { ColourBuffer } from '../pixels/buffer';

/** A soft light that fills the air about its source. */
export const glow = defineFlarePart({
  kind: 'glow',
  label: 'Glow',
  help: 'A soft light with a long tail, all round.',
  parameters: {
    radius: length('Radius', 420, {
      help: 'How far the glow reaches.',
      min: 1,
      max: 8000,
      slider: [1, 1500],
    }),
    core: { ...percent('Core', 8, 0.5, 100), help: 'How much of its radius is bright.' },
    falls: {
      kind: 'number',
      label: 'Falls by',
      help: 'How steeply it falls from the core on.',
      unit: '',
      ...{ min: 0.4, max: 4, step: 0.05, default: 1 },
    },
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the glow.',
      default: '#ffb27a',
    },
    ...placed(0),
    ...brightness(70),
  },
  region: (v, axis) => around(onAxis(axis, v.at), v.radius * axis.scale),
  draw(v, context): ColourBuffer {
    const at = onAxis(context, v.at);
    const colour = context.lit(v.colour);
    const table = spotTable(scattered(v.core / 100, v.falls), () => colour, context.mixing);
    const map = circle(at, v.radius * context.scale);
    return spot(table, map, glow.region(v, context), context);
  },
});
