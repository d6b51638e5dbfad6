import { length } from '../definitions/number-parameters';
import { defineShape } from '../definitions/shape';
import { corner } from '../geometry/path';

export const heart = defineShape({
  kind: 'heart',
  label: 'Heart',
  help: 'Two lobes and a point.',
  parameters: { size: length('Size', 500, { help: 'How wide the heart is.', slider: [10, 3000] }) },
  paths({ size }) {
    const s = size / 2;
    const at = (x: number, y: number, ix: number, iy: number, ox: number, oy: number) => ({
      ...corner(x * s, y * s),
      in: { x: ix * s, y: iy * s },
      out: { x: ox * s, y: oy * s },
    });
    return [
      {
        closed: true,
        anchors: [
          at(0, -0.5, -0.1, -0.32, 0.1, -0.32),
          { ...at(1, -0.38, 0, -0.36, 0, 0.36), kind: 'smooth' as const },
          at(0, 0.9, 0.12, -0.2, -0.12, -0.2),
          { ...at(-1, -0.38, 0, 0.36, 0, -0.36), kind: 'smooth' as const },
        ],
      },
    ];
  },
});
