import { rampOf } from '../pixels/ramp';
import { part, recipe } from './parts';

/** Light and heat: neon, embers, lanterns. */

export const neon = recipe(
  'Neon sign, lit',
  [
    part('hot', 'style.paint', { colour: '#fff4ea' }),
    part('far', 'style.glow', { reach: 170, colour: '#ff2a00', opacity: 65 }),
    part('near', 'style.glow', { reach: 60, core: 6, colour: '#ff3d0a', opacity: 90 }),
    part('close', 'style.glow', { reach: 20, core: 12, colour: '#ff8a3c' }),
    part('edge', 'style.glow', {
      side: 'inside',
      reach: 9,
      colour: '#ff7a2e',
      blend: 'normal',
      opacity: 80,
    }),
  ],
  [
    ['Far light', 'far', 'colour'],
    ['Near light', 'near', 'colour'],
    ['Close light', 'close', 'colour'],
    ['Far reach', 'far', 'reach'],
  ],
);

export const halfBroken = recipe(
  'Neon sign, half broken',
  [
    part('glass', 'style.paint', {
      paint: 'texture',
      texture: 'flakes',
      size: 120,
      seed: 4,
      ramp: rampOf([
        [0, '#3a2422'],
        [46, '#5a3430'],
        [58, '#ffd9c0'],
        [100, '#fff4ea'],
      ]),
    }),
    part('far', 'style.glow', { reach: 150, colour: '#ff2a00', opacity: 30 }),
    part('near', 'style.glow', {
      reach: 40,
      core: 4,
      colour: '#ff3d0a',
      opacity: 45,
      grain: 20,
      grainSize: 2,
    }),
    part('edge', 'style.glow', {
      side: 'inside',
      reach: 10,
      colour: '#6a1e12',
      blend: 'multiply',
      opacity: 80,
    }),
    part('lift', 'style.shadow', { distance: 10, reach: 10, opacity: 55 }),
  ],
  [
    ['Which break', 'glass', 'seed'],
    ['Light left', 'near', 'opacity'],
    ['Colour', 'near', 'colour'],
  ],
);

export const tubeScript = recipe(
  'Tube script',
  [
    part('glass', 'style.paint', { colour: '#eafcff' }),
    part('rim', 'style.glow', { side: 'inside', reach: 12, colour: '#2fb8ff', blend: 'normal' }),
    part('shine', 'style.gloss', {
      shape: 'crescent',
      inset: 3,
      away: 4,
      soften: 1.5,
      opacity: 80,
    }),
    part('near', 'style.glow', { reach: 44, core: 5, colour: '#1f9dff' }),
    part('far', 'style.glow', { reach: 150, colour: '#1466ff', opacity: 60 }),
    part('lift', 'style.shadow', { distance: 14, reach: 12, opacity: 50, colour: '#02060f' }),
  ],
  [
    ['Glass', 'rim', 'colour'],
    ['Near light', 'near', 'colour'],
    ['Far light', 'far', 'colour'],
  ],
);

export const burning = recipe(
  'Burning letters',
  [
    part('smoke', 'style.glow', {
      reach: 190,
      y: -34,
      colour: '#7a1400',
      opacity: 60,
      grain: 25,
      grainSize: 3,
    }),
    part('flame', 'style.glow', {
      reach: 90,
      y: -16,
      core: 4,
      colour: '#ff4a00',
      opacity: 85,
      grain: 20,
      grainSize: 2,
    }),
    part('heart', 'style.glow', { reach: 28, y: -5, core: 10, colour: '#ffb02e' }),
    part('within', 'style.glow', {
      side: 'inside',
      reach: 60,
      core: 8,
      colour: '#ff6a12',
      blend: 'normal',
      opacity: 92,
    }),
    part('deep', 'style.glow', { side: 'inside', reach: 26, core: 8, colour: '#ffd86a' }),
    part('white', 'style.glow', { side: 'inside', reach: 9, core: 20, colour: '#fff6d8' }),
  ],
  [
    ['Flame', 'flame', 'colour'],
    ['Heart', 'heart', 'colour'],
    ['Smoke', 'smoke', 'y'],
    ['Inner fire', 'within', 'reach'],
  ],
  { body: 0 },
);

export const emberEdge = recipe(
  'Ember edge',
  [
    part('coal', 'style.paint', {
      paint: 'texture',
      texture: 'stone',
      size: 60,
      ramp: rampOf([
        [0, '#050405'],
        [100, '#2b2523'],
      ]),
    }),
    part('burn', 'style.glow', {
      side: 'inside',
      way: 'even',
      reach: 20,
      ramped: true,
      ramp: rampOf(
        [
          [0, '#3a0500'],
          [35, '#d83a00'],
          [70, '#ffa01e'],
          [100, '#fff0c0'],
        ],
        [
          [0, 0],
          [100, 100],
        ],
      ),
      grain: 55,
      grainSize: 3,
      blend: 'screen',
    }),
    part('near', 'style.glow', { reach: 18, core: 4, colour: '#ff5a00', opacity: 85 }),
    part('far', 'style.glow', { reach: 110, colour: '#a81a00', opacity: 50 }),
  ],
  [
    ['Burnt', 'burn', 'reach'],
    ['Fire', 'burn', 'ramp'],
    ['Grain', 'burn', 'grain'],
  ],
);

export const molten = recipe(
  'Molten metal',
  [
    part('crust', 'style.paint', {
      paint: 'texture',
      texture: 'stone',
      size: 70,
      ramp: rampOf([
        [0, '#fff3b0'],
        [20, '#ffb21e'],
        [42, '#ff4a00'],
        [62, '#5a0f00'],
        [100, '#120503'],
      ]),
    }),
    part('relief', 'style.bevel', {
      width: 16,
      depth: 140,
      bumps: 'stone',
      bumpHeight: 5,
      bumpSize: 70,
      highlight: '#ffd27a',
      highlightOpacity: 70,
      shade: '#160300',
      shadeOpacity: 80,
    }),
    part('heat', 'style.glow', {
      side: 'inside',
      reach: 16,
      colour: '#ff7a00',
      blend: 'add',
      opacity: 55,
    }),
    part('near', 'style.glow', { reach: 36, core: 4, colour: '#ff6a00', opacity: 85 }),
    part('far', 'style.glow', { reach: 150, colour: '#c41e00', opacity: 55 }),
  ],
  [
    ['Crust', 'crust', 'seed'],
    ['Heat within', 'heat', 'opacity'],
    ['Heat around', 'near', 'colour'],
  ],
);

export const lanternPaper = recipe(
  'Lantern paper',
  [
    part('paper', 'style.paint', {
      paint: 'radial',
      ramp: rampOf([
        [0, '#fff1c8'],
        [45, '#ffb648'],
        [100, '#d8540f'],
      ]),
    }),
    part('fibre', 'style.paint', {
      paint: 'texture',
      texture: 'clouds',
      size: 40,
      ramp: rampOf([
        [0, '#7a3a10'],
        [100, '#ffffff'],
      ]),
      blend: 'soft-light',
      opacity: 55,
    }),
    part('rib', 'style.outline', { width: 2.4, side: 'inside', colour: '#7a2a08' }),
    part('near', 'style.glow', { reach: 40, colour: '#ff9a2e', opacity: 75 }),
    part('far', 'style.glow', { reach: 170, colour: '#e0560f', opacity: 45 }),
  ],
  [
    ['Paper', 'paper', 'ramp'],
    ['Light', 'near', 'colour'],
  ],
);
