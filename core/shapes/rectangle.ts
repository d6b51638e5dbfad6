import { length } from '../definitions/number-parameters';
import { defineShape } from '../definitions/shape';
import type { Anchor } from '../geometry/path';
import { corner } from '../geometry/path';
import { arcHandle } from './round';

export const rectangle = defineShape({
  kind: 'rectangle',
  label: 'Rectangle',
  help: 'Four sides, with corners as round as you like.',
  parameters: {
    width: length('Width', 600, { help: 'How wide the rectangle is.', slider: [1, 4000] }),
    height: length('Height', 360, { help: 'How high the rectangle is.', slider: [1, 4000] }),
    corner: length('Corner radius', 0, { help: 'How round its corners are.', slider: [0, 500] }),
  },
  paths({ width, height, corner: radius }) {
    const [w, h] = [width / 2, height / 2];
    const r = Math.min(radius, w, h);
    const k = r * arcHandle(Math.PI / 2);
    const anchors: Anchor[] = [];
    // Round from the upper right: each corner comes in along one side and goes out along the next.
    for (const [sx, sy] of [
      [1, -1],
      [1, 1],
      [-1, 1],
      [-1, -1],
    ] as const) {
      if (!(r > 0)) {
        anchors.push(corner(sx * w, sy * h));
        continue;
      }
      const level = { ...corner(sx * (w - r), sy * h) };
      const upright = { ...corner(sx * w, sy * (h - r)) };
      const [first, second] = sx * sy < 0 ? [level, upright] : [upright, level];
      const towards = (a: Anchor) => ({ x: a === level ? sx * k : 0, y: a === level ? 0 : sy * k });
      first.out = towards(first);
      second.in = towards(second);
      anchors.push(first, second);
    }
    return [{ closed: true, anchors }];
  },
});
