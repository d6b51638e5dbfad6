import { percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import { add, multiply, subtract } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { fractalOn } from './space';

export const brushed = defineTexture({
  kind: 'brushed',
  label: 'Brushed metal',
  help: 'Fine streaks, as of metal that was brushed one way; its turn is the direction.',
  family: 'Worked',
  colours: rampOf([
    [0, '#3c4048'],
    [50, '#9aa2ad'],
    [100, '#f2f5f8'],
  ]),
  parameters: {
    length: {
      ...percent('Length', 100, 5, 2000),
      slider: [20, 500],
      help: 'How long the streaks are.',
    },
    fineness: {
      ...percent('Fineness', 100, 5, 1000),
      help: 'How fine the strokes of the brush are.',
      slider: [20, 300],
    },
    contrast: {
      ...percent('Contrast', 100, 0, 200),
      help: 'How clearly the strokes are seen.',
      slider: [0, 200],
    },
  },
  surface({ length, fineness, contrast }, space) {
    const along = 100 / length;
    const fine = fractalOn(space, 1.5 * along, (90 * fineness) / 100, { count: 3 });
    const broad = fractalOn(space, 0.5 * along, (22 * fineness) / 100, { count: 3, seed: 9 });
    const streaks = add(multiply(subtract(fine, 0.5), 0.6), multiply(subtract(broad, 0.5), 0.8));
    return { tone: add(0.5, multiply(streaks, (2.4 * contrast) / 100)) };
  },
});
