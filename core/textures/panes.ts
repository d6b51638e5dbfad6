import { count, percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import { add, cells, divide, clamped, multiply, subtract } from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { onUnit, periodOf } from './space';

export const panes = defineTexture({
  kind: 'cells',
  label: 'Panes',
  help: 'Irregular panes of different shades, with dark cames between.',
  family: 'Worked',
  colours: rampOf([
    [0, '#0b0d12'],
    [40, '#14508a'],
    [70, '#2fa39a'],
    [100, '#ffd27a'],
  ]),
  parameters: {
    across: {
      ...count('Count', 5, { min: 1, max: 200, slider: [2, 30] }),
      help: 'How many panes there are across a tile.',
      step: 0.5,
    },
    loose: { ...percent('Irregular', 100), help: 'At 0 % all are squares.' },
    came: { ...percent('Cames', 9, 0, 60), help: 'How wide the dark between panes is.' },
    apart: { ...percent('Shades', 65), help: 'How far the panes differ in shade.' },
  },
  surface({ across, loose, came, apart }, space) {
    const n = onUnit(across, space);
    const { nearest, second, own } = cells(
      ...([multiply(space.x, n), multiply(space.y, n)] as const),
      ...([space.seed, loose / 100, periodOf(n, space)] as const),
    );
    // A dark came between panes, as sharp as px allow.
    const soft = Math.max(0.03, space.px * n * 1.5);
    const pane = clamped(add(divide(subtract(subtract(second, nearest), came / 100), soft), 0.5));
    const shade = add(1 - apart / 100, multiply(apart / 100, own));
    return { tone: multiply(pane, shade) };
  },
});
