import { length, percent } from '../definitions/number-parameters';
import { defineShape } from '../definitions/shape';
import { ellipsePath } from './round';

export const ring = defineShape({
  kind: 'ring',
  label: 'Ring',
  help: 'Two circles, one in the other.',
  parameters: {
    radius: length('Radius', 300, {
      help: 'From the middle to the outer edge.',
      slider: [10, 2000],
    }),
    inner: { ...percent('Inner', 82, 1, 99), help: 'How large the hole is, of the radius.' },
  },
  paths: ({ radius, inner }) => {
    const r = (radius * inner) / 100;
    return [ellipsePath(radius, radius), ellipsePath(r, r)];
  },
});
