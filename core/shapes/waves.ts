import { count, length, seed } from '../definitions/number-parameters';
import { defineShape } from '../definitions/shape';
import { smooth } from '../geometry/path';
import { eitherWay } from '../geometry/chance';
import { polygonPath } from './round';

const size = {
  length: length('Length', 800, { help: 'How long the line is.', slider: [10, 4000] }),
  height: length('Height', 160, { help: 'How far it swings to each side.', slider: [0, 1000] }),
};

export const zigzag = defineShape({
  kind: 'zigzag',
  label: 'Zigzag',
  help: 'Straight strokes, up and down.',
  parameters: {
    ...size,
    strokes: {
      ...count('Strokes', 7, { min: 1, max: 400, slider: [1, 40] }),
      help: 'How many strokes it has.',
    },
  },
  paths: ({ length, height, strokes }) => [
    polygonPath(
      Array.from({ length: Math.round(strokes) + 1 }, (_, i) => [
        -length / 2 + (length * i) / Math.round(strokes),
        i % 2 ? -height / 2 : height / 2,
      ]),
      false,
    ),
  ],
});

/** Handles of a cubic over half a wave that is within 0.6 % of a sine: along the axis, by its length. */
const SINE = 0.3642;

export const wave = defineShape({
  kind: 'wave',
  label: 'Sine wave',
  help: 'Even swings to both sides.',
  parameters: {
    ...size,
    waves: {
      ...count('Waves', 3, { min: 1, max: 200, slider: [1, 20] }),
      help: 'How many waves it has.',
    },
  },
  paths({ length, height, waves }) {
    const n = 2 * Math.round(waves);
    const half = length / n;
    return [
      {
        closed: false,
        // From crest to trough; each is level.
        anchors: Array.from({ length: n + 1 }, (_, i) =>
          smooth(-length / 2 + half * i, i % 2 ? -height / 2 : height / 2, half * SINE, 0),
        ),
      },
    ];
  },
});

export const lightning = defineShape({
  kind: 'lightning',
  label: 'Lightning',
  help: 'A bolt that falls in uneven strokes.',
  parameters: {
    length: length('Length', 800, { help: 'How long the bolt is.', slider: [10, 4000] }),
    width: length('Width', 160, { help: 'How far it strays to the sides.', slider: [0, 1000] }),
    strokes: {
      ...count('Strokes', 9, { min: 2, max: 200, slider: [2, 40] }),
      help: 'How many strokes it has.',
    },
    seed: seed(),
  },
  paths: ({ length, width, strokes, seed }) => {
    const n = Math.round(strokes);
    return [
      polygonPath(
        Array.from({ length: n + 1 }, (_, i) => {
          const end = i === 0 || i === n;
          const x = end ? 0 : ((i % 2 ? 1 : -1) * (0.55 + 0.45 * eitherWay(seed, i)) * width) / 2;
          const slip = end ? 0 : eitherWay(seed + 31, i) * 0.32;
          return [x, -length / 2 + (length * (i + slip)) / n];
        }),
        false,
      ),
    ];
  },
});
