/** Ember Pier: burning letters over the pier, and their light on the planks. */
import { newEcho, newFlame, newPicture, newScene, newStep } from '@ignis/core/scene/model/make';
import {
  brushed,
  dressed,
  faded,
  finish,
  graded,
  lettered,
  named,
  painted,
  paintedBy,
  pier,
  stepOf,
  write,
} from './make';
import { rampOf } from '@ignis/core/pixels/ramp';

const scene = newScene('Ember Pier', 1920, 1200, '#05060a');

const harbour = graded(
  newPicture('Pier at dusk', pier.source, scene, { x: 960, y: 600 }, true),
  -1.6,
  10,
);
const middle = { paragraph: { align: 'middle', direction: 'auto' } } as const;
const style = { font: 'bowlby-one', size: 300, leading: 92 };
const letters = dressed(lettered('EMBER\nPIER', style, 960, 480, middle), 'Burning letters');

// Their fire is a layer of its own, with sparks in its wind.
letters.steps.find((s) => s.kind === 'style.flame')!.enabled = false;

/** They burn from their upper edges, in a light wind. */
const flames = newFlame(
  'Flames',
  {
    ...{ height: 360, tongue: 56, breaks: 55, wind: 40, gusts: 60, kelvin: 2900, sparks: 140 },
  },
  1,
);

/** Sparks that rise from the letters, and dust of embers in the smoke. */
const rising = (x: number, lean: number) =>
  Array.from({ length: 7 }, (_, i) => [x + lean * i * i, 460 - 62 * i] as const);
const sparks = paintedBy(
  'Sparks',
  [
    brushed('Ember dust', null, rising(620, 5), { size: 9, across: 1000, along: 600 }),
    brushed('Ember dust', null, rising(1260, -4), { size: 9, across: 1000, along: 600 }),
    brushed('Sparks', null, rising(820, -3), { size: 6 }),
    brushed('Sparks', null, rising(1120, 4), { size: 6 }),
  ],
  { blend: 'add' },
);

const light = newEcho(letters, 0);
Object.assign(light, { name: 'On the planks', blend: 'add', opacity: 44 });
Object.assign(light.placement, { y: 1730, scaleY: -1 });
light.mask = faded([960, 800], [960, 1260]);
const soft = newStep('blur.gaussian');
soft.values.sigma = 16;
light.steps.push(soft);

const warmth = painted(
  'Warm air',
  {
    paint: 'radial',
    ramp: rampOf(
      [
        [0, '#ff7a1e'],
        [100, '#5a1000'],
      ],
      [
        [0, 55],
        [60, 12],
        [100, 0],
      ],
    ),
    ends: { x0: 960, y0: 560, x1: 1900, y1: 700 },
  },
  { blend: 'screen' },
);

for (const [layer, id] of [
  [harbour, 'pier'],
  [warmth, 'warm-air'],
  [light, 'planks'],
  [letters, 'letters'],
  [flames, 'flames'],
  [sparks, 'sparks'],
] as const)
  named(layer, id);
if (light.source.kind === 'echo') light.source.of = 'letters';
flames.source.of = 'letters';
scene.layers.push(harbour, warmth, light, letters, flames, sparks);
scene.layers.push(
  finish(
    stepOf('grade.colour-balance', { darkBlue: 7, darkRed: -3, brightRed: 4, brightBlue: -5 }),
    stepOf('finish.halation', { strength: 8, size: 22, colour: '#ff5a1e' }),
    stepOf('finish.vignette', { light: -0.8, size: 48 }),
    stepOf('finish.grain', { strength: 2.5 }),
  ),
);
await write('ember-pier', scene, [pier]);
