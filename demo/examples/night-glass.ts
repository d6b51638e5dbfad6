/** Night glass: stained-glass letters, lit from behind, over a gradient of the evening. */
import { newFill, newGrade, newScene } from '@ignis/core/scene/model/make';
import { finish, lettered, named, painted, stepOf, write } from './make';
import { rampOf } from '@ignis/core/pixels/ramp';

const scene = newScene('Night glass', 1920, 1200, '#0a0d1c');

const evening = painted('Evening', {
  paint: 'linear',
  paintAngle: 90,
  fit: 'scene',
  ramp: rampOf([
    [0, '#070a1a'],
    [55, '#1d1f47'],
    [82, '#5a3560'],
    [100, '#b0584e'],
  ]),
});

const sky = newFill('Stars', '#000000');
Object.assign(sky.source.paint, {
  ...{ paint: 'texture', texture: 'stars', size: 130, seed: 4 },
  ramp: rampOf([
    [0, '#ffd9b8'],
    [100, '#bcd4ff'],
  ]),
});
Object.assign(sky, { blend: 'add', opacity: 70 });

const middle = { paragraph: { align: 'middle', direction: 'auto' } } as const;
const style = { font: 'bowlby-one', size: 360, colour: '#05060c', leading: 96 };
const leads = lettered('NIGHT\nSEVEN', style, 960, 545, middle);
leads.name = 'Lead';
leads.steps.push(
  stepOf('style.outline', { width: 9, side: 'outside', colour: '#05060c' }),
  stepOf('style.glow', { colour: '#ffb060', reach: 150, opacity: 55, intensity: 0.6 }),
  stepOf('style.shadow', { colour: '#000000', distance: 16, reach: 30, opacity: 70 }),
);

const glass = painted('Glass', {
  paint: 'linear',
  paintAngle: 18,
  fit: 'scene',
  ramp: rampOf([
    [0, '#1f6bff'],
    [22, '#16b8b0'],
    [42, '#ffd34d'],
    [60, '#ff7a2f'],
    [80, '#e0315f'],
    [100, '#7a3cff'],
  ]),
});
glass.steps.push(
  stepOf('surface.mosaic', {
    ...{
      shape: 'irregular',
      size: 62,
      loose: 92,
      grout: 13,
      groutColour: '#06070c',
      bevel: 55,
      seed: 11,
    },
  }),
);
Object.assign(glass, { clip: true, intensity: 0.7 });

const lens = newGrade('Lens', [stepOf('light.glare', {})]);

for (const [layer, id] of [
  [evening, 'evening'],
  [sky, 'stars'],
  [leads, 'lead'],
  [glass, 'glass'],
  [lens, 'lens'],
] as const)
  named(layer, id);
scene.layers.push(evening, sky, leads, glass, lens);
scene.layers.push(
  finish(
    stepOf('finish.colour-fringe', { shift: 1.2 }),
    stepOf('finish.vignette', { light: -0.6, size: 52 }),
    stepOf('finish.grain', { strength: 1.5 }),
  ),
);
await write('night-glass', scene, []);
