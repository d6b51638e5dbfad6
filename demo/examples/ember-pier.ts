/** Ember Pier: burning letters over the pier, drawn up into tongues by a finger, and their light on the planks. */
import { newEcho, newPicture, newScene, newStep } from '@ignis/core/scene/model/make';
import {
  brushed,
  dressed,
  faded,
  fingered,
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

/** Tongues, px of the letters: where each is drawn from and to, how far it leans, and how wide the finger is. */
const TONGUES = [
  [-520, -20, -250, 30, 74],
  [-455, 10, -330, -26, 52],
  [-330, 0, -300, 34, 66],
  [-262, -40, -225, -18, 46],
  [-130, 6, -345, 28, 70],
  [-60, 0, -240, -30, 50],
  [48, -10, -310, 26, 68],
  [118, 4, -230, -22, 48],
  [262, -6, -335, -30, 72],
  [340, 0, -255, 24, 54],
  [452, -14, -300, 32, 64],
] as const;
const smear = stepOf('warp.smear', {
  strokes: TONGUES.map(([x, y, top, lean, size]) =>
    fingered(
      'smear',
      Array.from({ length: 9 }, (_, i) => {
        const t = i / 8;
        const sway = Math.sin(t * 5 + x) * 10 * t;
        return [x + lean * t * t + sway, y + (top - y) * t, 1 - 0.8 * t] as const;
      }),
      { size, hardness: 20, strength: 97 },
    ),
  ),
});
const fray = stepOf('warp.fray', {
  ...{ apart: 44, share: 80, length: 96, width: 30, waves: 80, seed: 8 },
});
letters.steps.unshift(fray, smear);

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
  [sparks, 'sparks'],
] as const)
  named(layer, id);
if (light.source.kind === 'echo') light.source.of = 'letters';
scene.layers.push(harbour, warmth, light, letters, sparks);
await write('ember-pier', scene, [pier]);
