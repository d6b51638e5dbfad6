import { defineStep } from '../../definitions/step';
import { transformed } from '../../fields/colours';
import { adaptation, lightThatMakesGrey } from './white-point';
import { gradedLight } from './graded';

export const whiteBalance = defineStep({
  kind: 'grade.white-balance',
  label: 'White balance',
  help: 'Says in what light the picture was taken, so that grey is grey: warmer or cooler, greener or more magenta.',
  example: { temperature: 10_500, tint: 0 },
  parameters: {
    temperature: {
      kind: 'number',
      label: 'Temperature',
      help: 'Of the light in which white is to be white. Higher makes the picture warmer.',
      unit: 'K',
      min: 1700,
      max: 25_000,
      slider: [2000, 15_000],
      step: 50,
      default: 6500,
    },
    tint: {
      kind: 'number',
      label: 'Tint',
      help: 'How far that light is greener than daylight, thousandths of Duv. Higher makes the picture more magenta.',
      unit: '',
      min: -50,
      max: 50,
      step: 0.5,
      default: 0,
    },
  },
  /** What is picked should be grey; it was seen through the step as it stands. */
  picks: {
    label: 'Pick what should be grey',
    values: (colour, { temperature, tint }) => {
      const found = lightThatMakesGrey([...colour], adaptation(temperature, tint));
      return {
        temperature: Math.round(found.temperature / 10) * 10,
        tint: Math.round(found.tint * 2) / 2,
      };
    },
  },
  margin: () => 0,
  keepsShape: true,
  /** The white of the light goes over to that of the screen by the cones of CAT16 (CIE 248:2022), in linear light. */
  apply: (input, { temperature, tint }, context) =>
    gradedLight(input, context, (light) => transformed(adaptation(temperature, tint), light)),
});
