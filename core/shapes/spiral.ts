import { angle, length, percent } from '../definitions/number-parameters';
import { defineShape } from '../definitions/shape';
import { smooth } from '../geometry/path';

/** Anchors a turn: between them a cubic follows the spiral to a thousandth of its radius. */
const ANCHORS = 8;

export const spiral = defineShape({
  kind: 'spiral',
  label: 'Spiral',
  help: 'Turns that widen; rising, they wind round something upright.',
  parameters: {
    turns: {
      ...angle('Turns', 3, { min: 0.1, max: 60, slider: [0.5, 12], step: 0.1 }),
      help: 'How often it goes round.',
      unit: '',
    },
    inner: length('First radius', 40, {
      help: 'How far from the middle it begins.',
      slider: [0, 1000],
    }),
    outer: length('Last radius', 300, {
      help: 'How far from the middle it ends.',
      slider: [0, 1000],
    }),
    rise: length('Rise', 0, {
      help: 'How far it rises from its first turn to its last.',
      min: -20_000,
      slider: [-2000, 2000],
    }),
    flat: {
      ...percent('Flattened to', 100, 2, 100),
      help: 'How flat its turns look, as seen from the side: a circle at 100 %.',
    },
  },
  paths({ turns, inner, outer, rise, flat }) {
    const n = Math.max(2, Math.ceil(turns * ANCHORS));
    const whole = turns * 2 * Math.PI;
    const step = whole / n;
    const k = flat / 100;
    const anchors = Array.from({ length: n + 1 }, (_, i) => {
      const a = (whole * i) / n;
      const r = inner + ((outer - inner) * i) / n;
      // The derivative by the angle: a third of a step along it is the handle of Hermite's cubic.
      const grow = (outer - inner) / whole;
      const dx = grow * Math.cos(a) - r * Math.sin(a);
      const dy = k * (grow * Math.sin(a) + r * Math.cos(a)) - rise / whole;
      return smooth(
        Math.cos(a) * r,
        Math.sin(a) * r * k - rise * (i / n - 0.5),
        (dx * step) / 3,
        (dy * step) / 3,
      );
    });
    return [{ closed: false, anchors }];
  },
});
