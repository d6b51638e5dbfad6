/** Tide: letters of sea glass with gloss, under water. */
import { newGrade, newScene, newStep } from '@ignis/core/scene/model/make';
import { rampOf } from '@ignis/core/pixels/ramp';
import { dressed, lettered, named, painted, start, tuned, write, stepOf } from './make';

const scene = newScene('Tide', 1920, 1200, '#04222e');
scene.light = { angle: -110, height: 44, colour: '#f4fffb' };

const sea = painted('Sea', {
  paint: 'linear',
  ramp: rampOf([
    [0, '#bfeee6'],
    [26, '#4fb8bf'],
    [62, '#12667f'],
    [100, '#03222f'],
  ]),
});
const rays = painted(
  'Light through the water',
  {
    paint: 'texture',
    texture: 'marble',
    size: 160,
    turn: 62,
    seed: 3,
    ramp: rampOf(
      [
        [0, '#ffffff'],
        [100, '#ffffff'],
      ],
      [
        [0, 0],
        [62, 0],
        [100, 46],
      ],
    ),
  },
  { blend: 'soft-light' },
);
const waves = start('ribbons', scene, { x: 960, y: 900 }, { scaleX: 2.1, scaleY: 1.6 });
Object.assign(waves, { opacity: 55 });
const letters = tuned(
  dressed(
    lettered('TIDE', { font: 'fredoka', weight: 700, size: 620, tracking: 10 }, 960, 790, {
      paragraph: { align: 'middle', direction: 'auto' },
    }),
    'Sea glass',
  ),
  0,
  { opacity: 46 },
);
const line = tuned(
  dressed(
    lettered(
      'LANTERN WEEK AT SALTMERE',
      { font: 'oswald', weight: 500, size: 58, tracking: 420, colour: '#eafffb' },
      960,
      1040,
      { paragraph: { align: 'middle', direction: 'auto' } },
    ),
    'Ghost',
  ),
  0,
  { reach: 1 },
);
Object.assign(line, { body: 90 });
const mood = newGrade('Mood', [
  newStep('grade.light'),
  stepOf('finish.vignette', { light: -0.6, size: 52 }),
  stepOf('finish.grain', { strength: 1.5 }),
]);
Object.assign(mood.steps[0]!.values, { exposure: -0.15, contrast: 8 });

for (const [layer, id] of [
  [sea, 'sea'],
  [rays, 'rays'],
  [waves, 'waves'],
  [letters, 'letters'],
  [line, 'line'],
  [mood, 'mood'],
] as const)
  named(layer, id);
scene.layers.push(sea, rays, waves, letters, line, mood);
await write('tide', scene, []);
