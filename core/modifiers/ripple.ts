import { angle, length, percent } from '../definitions/number-parameters';
import { defineModifier, pointsEach } from '../definitions/modifier';
import { displaced, lengthsOf, normalsOf, refined } from '../geometry/strand';

/** A shorter wave is no wave, px. */
const LEAST = 1e-3;

export const ripple = defineModifier({
  kind: 'ripple',
  label: 'Ripple',
  help: 'A wave to both sides of the line.',
  parameters: {
    amplitude: length('Amplitude', 24, {
      help: 'How far the line swings to each side.',
      max: 5000,
      slider: [0, 200],
    }),
    period: length('Period', 240, { slider: [10, 1000], help: 'From one crest to the next.' }),
    phase: angle('Phase', 0, { help: 'How far the waves have run along the line.' }),
    centre: { ...percent('Centre', 50), help: 'How far beside the line the waves swing.' },
    fade: {
      ...percent('Fade at ends', 20, 0, 50),
      help: 'How much of the line at each end swings less and less.',
    },
    within: length('Stays within', 0, {
      max: 5000,
      slider: [0, 600],
      help: 'How far to each side it may go, so that large waves stay in the picture; 0 for as far as they will. Crests are eased, not cut off.',
    }),
  },
  strays: ({ amplitude, within }) => (within > 0 ? Math.min(within, amplitude) : amplitude),
  apply: (strands, { amplitude, period, phase, centre, fade, within }, context) =>
    strands.map((strand) => {
      const total = lengthsOf(strand).at(-1) ?? 0;
      if (!(period > LEAST) || !(amplitude > 0) || !(total > 0)) return strand;
      // A closed line takes a whole number of waves, or they would not meet.
      const wave = strand.closed ? total / Math.max(1, Math.round(total / period)) : period;
      // The wave strays from its chords by about A·(π·step/wave)²/2.
      const step = (wave / Math.PI) * Math.sqrt((2 * context.tolerance) / amplitude);
      const fine = refined(
        strand,
        Math.min(wave / 12, Math.max(step, wave / 400)),
        pointsEach(context, strands.length),
      );
      const lengths = lengthsOf(fine);
      const normals = normalsOf(fine);
      const reach = (total * fade) / 100;
      const turn = (phase * Math.PI) / 180;
      return displaced(fine, (i) => {
        const l = lengths[i]!;
        const end = strand.closed ? Infinity : Math.min(l, total - l);
        const t = reach > 0 ? Math.min(1, Math.max(0, end / reach)) : 1;
        const free =
          amplitude *
          t *
          t *
          (3 - 2 * t) *
          Math.sin(((l - (total * centre) / 100) / wave) * 2 * Math.PI + turn);
        const k = within > 0 ? within * Math.tanh(free / within) : free;
        return [normals[2 * i]! * k, normals[2 * i + 1]! * k];
      });
    }),
});
