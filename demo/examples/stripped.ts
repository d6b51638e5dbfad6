/** Stripped: letters peeled out of the paint of a metal wall. */
import { newScene } from '@ignis/core/scene/model/make';
import { rampOf } from '@ignis/core/pixels/ramp';
import { dressed, finish, lettered, named, painted, stepOf, tuned, write } from './make';

const scene = newScene('Stripped', 1920, 1200, '#7a1f18');
scene.light = { angle: -125, height: 36, colour: '#fff6e6' };

const paint = painted('Paint', {
  paint: 'linear',
  paintAngle: 80,
  ramp: rampOf([
    [0, '#c8402c'],
    [50, '#a32a1e'],
    [100, '#5c130e'],
  ]),
});
/** The metal is a lattice of bands, which shows through the paint. */
const lattice = painted(
  'Lattice',
  {
    ...{ paint: 'texture', texture: 'lattice', size: 90, turn: 45, relief: 110 },
    textureValues: { lattice: { width: 92, round: 45 } },
    ramp: rampOf([
      [0, '#2a2a2a'],
      [100, '#b4b4b4'],
    ]),
  },
  { blend: 'overlay', opacity: 62 },
);
const weather = painted(
  'Weather',
  {
    paint: 'texture',
    texture: 'clouds',
    size: 150,
    seed: 5,
    ramp: rampOf([
      [0, '#1a0d0a'],
      [50, '#808080'],
      [100, '#ffffff'],
    ]),
  },
  { blend: 'overlay', opacity: 62 },
);
const worn = painted(
  'Worn through',
  {
    paint: 'texture',
    texture: 'flakes',
    size: 210,
    seed: 11,
    ramp: rampOf(
      [
        [0, '#8f8a80'],
        [100, '#c9c2b4'],
      ],
      [
        [0, 0],
        [86, 0],
        [100, 92],
      ],
    ),
  },
  { opacity: 85 },
);
const grain = painted(
  'Grain of the metal',
  {
    paint: 'texture',
    texture: 'brushed',
    size: 220,
    ramp: rampOf([
      [0, '#000000'],
      [100, '#ffffff'],
    ]),
  },
  { blend: 'soft-light', opacity: 34 },
);
const letters = tuned(
  dressed(
    lettered(
      'SALT\nMERE',
      { font: 'alfa-slab-one', size: 520, leading: 86, tracking: 12 },
      960,
      560,
      { paragraph: { align: 'middle', direction: 'auto' } },
    ),
    'Stripped paint',
  ),
  1,
  { seed: 7, size: 190 },
);
const dark = painted('Corners', {
  paint: 'radial',
  ramp: rampOf(
    [
      [0, '#000000'],
      [100, '#000000'],
    ],
    [
      [0, 0],
      [55, 0],
      [100, 78],
    ],
  ),
});
dark.blend = 'multiply';
for (const [layer, id] of [
  [paint, 'paint'],
  [lattice, 'lattice'],
  [weather, 'weather'],
  [worn, 'worn'],
  [grain, 'grain'],
  [letters, 'letters'],
  [dark, 'corners'],
] as const)
  named(layer, id);
scene.layers.push(paint, lattice, weather, worn, letters, grain, dark);
scene.layers.push(
  finish(
    stepOf('grade.colour-balance', { brightRed: 3, darkBlue: 4 }),
    stepOf('finish.vignette', { light: -0.7, size: 50 }),
    stepOf('finish.grain', { strength: 2 }),
  ),
);
await write('stripped', scene, []);
