import { length } from '../definitions/number-parameters';
import { defineShape } from '../definitions/shape';
import { ellipsePath } from './round';

export const ellipse = defineShape({
  kind: 'ellipse',
  label: 'Ellipse',
  help: 'A circle, or one that is stretched.',
  parameters: {
    width: length('Width', 600, { help: 'How wide the ellipse is.', slider: [1, 4000] }),
    height: length('Height', 600, { help: 'How high the ellipse is.', slider: [1, 4000] }),
  },
  paths: ({ width, height }) => [ellipsePath(width / 2, height / 2)],
});
