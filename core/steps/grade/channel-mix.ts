import type { NumberParameter } from '../../definitions/parameter';
import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { each, transformed } from '../../fields/colours';
import { add } from '../../fields/field';
import { gradedLight } from './graded';

const share = (section: string, label: string, value: number) =>
  ({ ...percent(label, value, -200, 200), section }) satisfies NumberParameter;

export const channelMix = defineStep({
  kind: 'grade.channel-mix',
  label: 'Channel mix',
  help: 'Makes each channel of shares of all three, in linear light; or one tone for all of them.',
  example: { redRed: 0, redBlue: 100, blueBlue: 0, blueRed: 100 },
  parameters: {
    single: {
      kind: 'switch',
      label: 'One tone',
      help: 'All channels become what red does: a grey picture.',
      default: false,
    },
    redRed: { ...share('Red becomes', 'Red', 100), help: 'How much of red goes into red.' },
    redGreen: { ...share('Red becomes', 'Green', 0), help: 'How much of green goes into red.' },
    redBlue: { ...share('Red becomes', 'Blue', 0), help: 'How much of blue goes into red.' },
    redMore: { ...share('Red becomes', 'Constant', 0), help: 'What is added to red everywhere.' },
    greenRed: {
      ...share('Green becomes', 'Red', 0),
      help: 'How much of red goes into green.',
      needs: { single: [false] },
    },
    greenGreen: {
      ...share('Green becomes', 'Green', 100),
      help: 'How much of green goes into green.',
      needs: { single: [false] },
    },
    greenBlue: {
      ...share('Green becomes', 'Blue', 0),
      help: 'How much of blue goes into green.',
      needs: { single: [false] },
    },
    greenMore: {
      ...share('Green becomes', 'Constant', 0),
      help: 'What is added to green everywhere.',
      needs: { single: [false] },
    },
    blueRed: {
      ...share('Blue becomes', 'Red', 0),
      help: 'How much of red goes into blue.',
      needs: { single: [false] },
    },
    blueGreen: {
      ...share('Blue becomes', 'Green', 0),
      help: 'How much of green goes into blue.',
      needs: { single: [false] },
    },
    blueBlue: {
      ...share('Blue becomes', 'Blue', 100),
      help: 'How much of blue goes into blue.',
      needs: { single: [false] },
    },
    blueMore: {
      ...share('Blue becomes', 'Constant', 0),
      help: 'What is added to blue everywhere.',
      needs: { single: [false] },
    },
  },
  margin: () => 0,
  keepsShape: true,
  apply: (input, v, context) => {
    const red = [v.redRed, v.redGreen, v.redBlue];
    const green = [v.greenRed, v.greenGreen, v.greenBlue];
    const blue = [v.blueRed, v.blueGreen, v.blueBlue];
    const matrix = (v.single ? [red, red, red] : [red, green, blue]).flat().map((s) => s / 100);
    const more = v.single
      ? [v.redMore, v.redMore, v.redMore]
      : [v.redMore, v.greenMore, v.blueMore];
    return gradedLight(input, context, (light) =>
      each(transformed(matrix, light), (c, i) => add(c, more[i]! / 100)),
    );
  },
});
