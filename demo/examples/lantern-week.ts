/** Lantern Week: a neon sign of letters on the harbour wall, part of it out of order. */
import { newGroup, newPicture, newScene, newShape } from '@ignis/core/scene/model/make';
import { newEcho, newLineOf, newStep } from '@ignis/core/scene/model/make';
import { newId } from '@ignis/core/scene/model/new-id';
import { tubePasses } from '@ignis/core/sources/pass';
import {
  dressed,
  faded,
  finish,
  graded,
  lettered,
  named,
  start,
  stepOf,
  tuned,
  wall,
  write,
} from './make';

const scene = newScene('Lantern Week', 1920, 1200, '#0b0d12');
scene.light = { angle: -70, height: 50, colour: '#ffffff' };

const stone = graded(
  newPicture('Harbour wall', wall.source, scene, { x: 960, y: 600 }, true),
  -1.5,
  6,
);
const week = { paragraph: { align: 'middle', direction: 'auto' } } as const;

const lantern = dressed(
  lettered('Lantern', { font: 'pacifico', size: 330, colour: '#fff4ea' }, 960, 560, week),
  'Neon sign, lit',
);
const seven = dressed(
  lettered(
    'WEEK',
    { font: 'tilt-neon', size: 210, tracking: 140, colour: '#eafcff' },
    960,
    830,
    week,
  ),
  'Tube script',
);
const town = tuned(
  dressed(
    lettered('SALTMERE', { font: 'tilt-neon', size: 84, tracking: 320 }, 960, 230, week),
    'Neon sign, half broken',
  ),
  0,
  { seed: 8 },
);
const frame = newLineOf('Frame', {
  light: '#ffb23e',
  shape: newShape('rectangle', { width: 1330, height: 820, corner: 70 }),
  passes: tubePasses('#ffb23e', 9, newId),
});
Object.assign(frame.placement, { x: 960, y: 545 });
const bulbs = start('bulbs', scene, { x: 960, y: 70 }, { scaleX: 1.9, scaleY: 1.4 });

const sign = newGroup('Sign', [frame, town, seven, lantern], 'through');
const water = newEcho(sign, 0);
Object.assign(water, {
  name: 'In the water',
  opacity: 34,
  blend: 'screen',
  mask: faded([960, 1015], [960, 1240]),
});
Object.assign(water.placement, { x: 0, y: 2010, scaleY: -1 });
const soft = newStep('blur.gaussian');
soft.values.sigma = 7;
water.steps.push(soft);

for (const [layer, id] of [
  [stone, 'stone'],
  [sign, 'sign'],
  [frame, 'frame'],
  [town, 'town'],
  [seven, 'week'],
  [lantern, 'lantern'],
  [bulbs, 'bulbs'],
  [water, 'water'],
] as const)
  named(layer, id);
if (water.source.kind === 'echo') water.source.of = 'sign';
scene.layers.push(stone, sign, bulbs, water);
scene.layers.push(
  finish(
    stepOf('grade.colour-balance', { brightRed: 5, brightBlue: -5, darkBlue: 4 }),
    stepOf('finish.vignette', { light: -0.7, size: 50 }),
    stepOf('finish.grain', { strength: 2 }),
  ),
);
await write('lantern-week', scene, [wall]);
