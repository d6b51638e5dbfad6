import { angle, length } from '../definitions/number-parameters';
import { defineShape } from '../definitions/shape';
import { arcAnchors } from './round';

export const arc = defineShape({
  kind: 'arc',
  label: 'Arc',
  help: 'A part of a circle.',
  parameters: {
    radius: length('Radius', 300, { help: 'From the middle to the line.', slider: [10, 2000] }),
    from: angle('From', 180, { help: 'At which angle the arc begins.' }),
    sweep: angle('Through', 180, {
      help: 'How far round the arc goes.',
      min: -360,
      max: 360,
      slider: [-360, 360],
    }),
  },
  paths: ({ radius, from, sweep }) => [
    {
      closed: false,
      anchors: arcAnchors(radius, radius, (from * Math.PI) / 180, (sweep * Math.PI) / 180),
    },
  ],
});
