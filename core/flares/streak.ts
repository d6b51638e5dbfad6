import { defineFlarePart } from '../definitions/flare-part';
import { angle, length, percent } from '../definitions/number-parameters';
import {
  LEAST,
  around,
  brightness,
  circle,
  onAxis,
  placed,
  scattered,
  spot,
  spotTable,
} from './spots';
import type { ColourBuffer } from '../pixels/buffer';

/** A long thin light to both sides. */
export const streak = defineFlarePart({
  kind: 'streak',
  label: 'Streak',
  help: 'A long thin light to both sides, as an anamorphic lens draws it.',
  parameters: {
    length: length('Length', 900, {
      help: 'How far the streak reaches to each side.',
      min: 1,
      max: 12_000,
      slider: [1, 3000],
    }),
    thickness: length('Thickness', 14, {
      help: 'How thick it is at the light.',
      min: 0.5,
      max: 2000,
      slider: [0.5, 120],
    }),
    core: { ...percent('Core', 6, 0.5, 100), help: 'How much of its length is bright.' },
    turn: angle('Turn', 0, { help: 'How it is turned; level at 0.' }),
    colour: {
      kind: 'colour',
      label: 'Colour',
      help: 'The colour of the streak.',
      default: '#8ab4ff',
    },
    ...placed(0),
    ...brightness(80),
  },
  region: (v, axis) =>
    around(
      onAxis(axis, v.at),
      Math.max(v.length * axis.scale, v.thickness * axis.scale, (LEAST * 60) / v.core),
    ),
  draw(v, context): ColourBuffer {
    const { scale, mixing } = context;
    const colour = context.lit(v.colour);
    const table = spotTable(scattered(v.core / 100, 0.9), () => colour, mixing);
    const turn = (v.turn * Math.PI) / 180;
    // Its core is what is thin: it must not fall between px.
    const across = Math.max(v.thickness * scale, (LEAST * 60) / v.core);
    const map = circle(onAxis(context, v.at), v.length * scale, across, turn);
    return spot(table, map, streak.region(v, context), context);
  },
});
