import { rampOf } from '../pixels/ramp';
import { part, recipe } from './parts';

/** What is hardly there: light without a body. */

export const hologram = recipe(
  'Hologram',
  [
    part('lines', 'style.paint', {
      paint: 'texture',
      texture: 'brushed',
      size: 130,
      turn: 0,
      ramp: rampOf(
        [
          [0, '#0b2c6a'],
          [45, '#1ec8ff'],
          [60, '#b6fff4'],
          [100, '#ff7af0'],
        ],
        [
          [0, 12],
          [45, 40],
          [100, 85],
        ],
      ),
    }),
    part('rim', 'style.glow', {
      side: 'inside',
      reach: 7,
      core: 20,
      colour: '#aefcff',
      opacity: 95,
    }),
    part('red', 'style.glow', { reach: 3, core: 60, x: -4, colour: '#ff2f6a', opacity: 55 }),
    part('blue', 'style.glow', { reach: 3, core: 60, x: 4, colour: '#2f6aff', opacity: 55 }),
    part('haze', 'style.glow', { reach: 80, colour: '#1fb4ff', opacity: 50 }),
  ],
  [
    ['Colours', 'lines', 'ramp'],
    ['Rim', 'rim', 'colour'],
    ['Haze', 'haze', 'opacity'],
  ],
  { body: 0, blend: 'screen' },
);

export const ghost = recipe(
  'Ghost',
  [
    part('soft', 'shape.feather', { reach: 10 }),
    part('mist', 'style.glow', { side: 'inside', reach: 40, colour: '#dff2ff', opacity: 70 }),
    part('edge', 'style.glow', { reach: 34, core: 3, colour: '#a8d4f0', opacity: 60 }),
    part('trail', 'style.glow', {
      reach: 120,
      y: 40,
      colour: '#5a8fb4',
      opacity: 45,
      grain: 20,
      grainSize: 3,
    }),
  ],
  [
    ['Mist', 'mist', 'colour'],
    ['Trail', 'trail', 'y'],
    ['Softness', 'soft', 'reach'],
  ],
  { body: 6 },
);
