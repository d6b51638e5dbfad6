/** Melt: letters that run down a poster, textured from a picture, with colours painted over them in soft light. */
import { rampOf } from '@ignis/core/pixels/ramp';
import { newPicture, newScene } from '@ignis/core/scene/model/make';
import { brushed, finish, lettered, named, painted, paintedBy, stepOf, wall, write } from './make';

const scene = newScene('Melt', 1400, 1750, '#0b0710');
scene.light = { ...scene.light, angle: -115, height: 42 };

const ground = painted('Ground', {
  paint: 'radial',
  ramp: rampOf([
    [0, '#4a1440'],
    [55, '#1c0a2a'],
    [100, '#07040d'],
  ]),
  ends: { x0: 700, y0: 620, x1: 1500, y1: 1500 },
});

/** Colour brushed behind the letters, wide and soft. */
const behind = paintedBy(
  'Warmth behind',
  [
    brushed(
      'Ambient wash',
      '#ff4d2e',
      [
        [260, 520],
        [700, 430],
        [1140, 560],
      ],
      { size: 620 },
    ),
    brushed(
      'Ambient wash',
      '#c026d3',
      [
        [300, 1000],
        [760, 900],
        [1150, 1060],
      ],
      { size: 560 },
    ),
    brushed(
      'Fog bank',
      '#ffb07a',
      [
        [180, 1320],
        [700, 1240],
        [1240, 1360],
      ],
      { size: 420 },
    ),
  ],
  { blend: 'screen', opacity: 62 },
);

const middle = { paragraph: { align: 'middle', direction: 'auto' } } as const;
const letters = lettered(
  'ME\nLT',
  { font: 'alfa-slab-one', size: 560, leading: 86, colour: '#ff9a5c' },
  700,
  760,
  middle,
);
letters.steps.push(
  stepOf('warp.drip', {
    ...{ apart: 62, share: 82, length: 330, spread: 85, width: 34, bead: 70, waves: 14, seed: 12 },
  }),
  stepOf('style.shadow', { colour: '#12020c', distance: 26, reach: 34, opacity: 75 }),
  stepOf('style.bevel', { width: 26, soften: 8 }),
  stepOf('style.glow', { side: 'outside', reach: 120, colour: '#ff5a3c', opacity: 40 }),
);

/** The wall of the harbour as the grain of the melted stuff. */
const texture = newPicture('Harbour wall', wall.source, scene, { x: 700, y: 820 }, false);
texture.placement = { ...texture.placement, scaleX: 1.5, scaleY: 1.9 };
Object.assign(texture, { clip: true, blend: 'overlay', opacity: 80 });
texture.steps.push(
  stepOf('grade.gradient-map', {
    ramp: rampOf([
      [0, '#3a0713'],
      [40, '#d1352c'],
      [72, '#ff9d3b'],
      [100, '#fff3c9'],
    ]),
  }),
);

const colours = paintedBy(
  'Colours in soft light',
  [
    brushed(
      'Soft light',
      '#ff2f7d',
      [
        [240, 330],
        [420, 560],
        [330, 900],
      ],
      { size: 420, flow: 95 },
    ),
    brushed(
      'Soft light',
      '#ffe14d',
      [
        [720, 300],
        [880, 420],
        [1120, 380],
      ],
      { size: 380, flow: 95 },
    ),
    brushed(
      'Soft light',
      '#3ad7ff',
      [
        [900, 900],
        [1080, 1080],
        [1120, 1300],
      ],
      { size: 430, flow: 95 },
    ),
    brushed(
      'Soft light',
      '#7a1cff',
      [
        [300, 1150],
        [520, 1260],
        [640, 1420],
      ],
      { size: 430, flow: 95 },
    ),
  ],
  { blend: 'soft-light', clip: true },
);

const lines = lettered(
  'SALTMERE · LATE SHOW\nTHE TIDE RUNS AT NINE',
  { font: 'oswald', size: 46, leading: 150, tracking: 240, colour: '#ffd9b0' },
  700,
  1625,
  middle,
);
lines.steps.push(stepOf('style.glow', { reach: 26, colour: '#ff4d6a', opacity: 70 }));

for (const [layer, id] of [
  [ground, 'ground'],
  [behind, 'behind'],
  [letters, 'letters'],
  [texture, 'texture'],
  [colours, 'colours'],
  [lines, 'lines'],
] as const)
  named(layer, id);
scene.layers.push(ground, behind, letters, texture, colours, lines);
scene.layers.push(
  finish(
    stepOf('finish.vignette', { light: -0.6, size: 52 }),
    stepOf('finish.grain', { strength: 1.5 }),
  ),
);
await write('melt', scene, [wall]);
