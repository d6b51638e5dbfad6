import { percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import { add, multiply } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { fractalOn, stirred } from './space';

export const clouds = defineTexture({
  kind: 'clouds',
  label: 'Clouds',
  help: 'Fractal clouds, as rough and as stirred as asked; the ramp gives them one colour or more.',
  family: 'Grounds',
  colours: rampOf([
    [0, '#12141c'],
    [100, '#e6ecf5'],
  ]),
  parameters: {
    rough: {
      ...percent('Roughness', 50, 20, 90),
      help: 'How strong the fine parts are beside the large ones.',
    },
    contrast: {
      ...percent('Contrast', 160, 0, 600),
      help: 'How clearly clouds stand out from the sky between them.',
      slider: [50, 400],
    },
    turbulence: {
      ...percent('Turbulence', 0, 0, 400),
      slider: [0, 150],
      help: 'How far the clouds are drawn through each other.',
    },
    folded: {
      kind: 'switch',
      label: 'Creased',
      help: 'Each size of cloud is folded about its middle: veins and billows.',
      default: false,
    },
  },
  surface({ rough, contrast, turbulence, folded }, space) {
    const { x, y } = stirred(space, turbulence / 400, 2, 70);
    const cloud = fractalOn(space, 2, 2, { count: 6, rough: rough / 100, folded }, x, y);
    const slope = contrast / 100;
    return { tone: add(multiply(cloud, slope), (1 - slope) / 2) };
  },
});
