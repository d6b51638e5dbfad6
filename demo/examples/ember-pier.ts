/** Ember Pier: burning letters over the pier, and their light on the planks. */
import { newEcho, newPicture, newScene, newStep } from '@ignis/core/scene/model/make';
import { dressed, faded, graded, lettered, named, painted, pier, write } from './make';
import { rampOf } from '@ignis/core/pixels/ramp';

const scene = newScene('Ember Pier', 1920, 1200, '#05060a');
scene.end = { exposure: 0, rollOff: true, knee: 76 };

const harbour = graded(
  newPicture('Pier at dusk', pier.source, scene, { x: 960, y: 600 }, true),
  -1.6,
  10,
);
const middle = { paragraph: { align: 'middle', direction: 'auto' } } as const;
const style = { font: 'bowlby-one', size: 300, leading: 92 };
const letters = dressed(lettered('EMBER\nPIER', style, 960, 480, middle), 'Burning letters');

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
] as const)
  named(layer, id);
if (light.source.kind === 'echo') light.source.of = 'letters';
scene.layers.push(harbour, warmth, light, letters);
await write('ember-pier', scene, [pier]);
