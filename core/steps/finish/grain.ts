import { length, percent, seed } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { withGrain } from '../../kernels/film-grain';
import { intersect } from '../../pixels/region';

export const grain = defineStep({
  kind: 'finish.grain',
  label: 'Grain',
  help: 'The grain of film, by scene px: the same at every zoom and in the export.',
  first: ['strength', 'size', 'colour'],
  parameters: {
    strength: {
      ...percent('Strength', 5, 0, 50),
      help: 'The standard deviation in middle tones, of all tones.',
      slider: [0, 20],
      step: 0.5,
    },
    size: {
      ...length('Size', 1.6, { min: 0.5, max: 40, slider: [0.5, 8] }),
      help: 'How large the grains are, in px of the scene: the same at every zoom.',
      step: 0.1,
    },
    rough: { ...percent('Roughness', 50), help: 'How strong the finer and the coarser grain is.' },
    colour: {
      ...percent('Colour', 30),
      help: 'From the same grain in all channels to one for each.',
    },
    dark: { ...percent('In shadows', 60), help: 'How much of it there is in dark tones.' },
    bright: { ...percent('In highlights', 30), help: 'How much of it there is in bright tones.' },
    seed: seed(),
  },
  margin: () => 0,
  keepsShape: true,
  seesPlace: true,
  /** Added to encoded tones: whole in the middle, and in the dark and the light as asked. */
  apply: (input, v, { scale, scene, wanted, mixing }) => {
    const middle = v.strength / 100;
    const grain = {
      ...{ size: v.size * scale, from: { x: scene.x0, y: scene.y0 }, seed: Math.round(v.seed) },
      ...{ rough: v.rough / 100, colour: v.colour / 100 },
      ...{ dark: (middle * v.dark) / 100, middle, bright: (middle * v.bright) / 100 },
    };
    return withGrain(input, intersect(input.region, wanted), grain, mixing);
  },
});
