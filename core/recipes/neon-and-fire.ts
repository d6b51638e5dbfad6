import { rampOf } from '../pixels/ramp';
import { part, recipe } from './parts';

/** Light and heat: neon, embers, lanterns. */

export const neon = recipe(
  'Neon sign, lit',
  [
    part('tube', 'style.tube', {
      ...{ width: 8, bends: 5, colour: '#ff2f08', intensity: 4.4 },
      ...{ halo: 7, tail: 1.25, tailReach: 420, haloOpacity: 60 },
      ...{ glass: 50, standsOff: 12 },
    }),
  ],
  [
    ['Light', 'tube', 'colour'],
    ['How bright', 'tube', 'intensity'],
    ['Tube', 'tube', 'width'],
    ['Runs along', 'tube', 'along'],
  ],
  { body: 0 },
);

export const halfBroken = recipe(
  'Neon sign, half broken',
  [
    part('tube', 'style.tube', {
      ...{ width: 7, bends: 5, gap: 9, ends: 'blocked', colour: '#ff2f08', intensity: 3.8 },
      ...{ halo: 6, tail: 1.3, tailReach: 320, haloOpacity: 50 },
      ...{ out: 45, flicker: 24, glass: 100, holders: 90, standsOff: 14, seed: 4 },
    }),
  ],
  [
    ['Which are out', 'tube', 'seed'],
    ['How many are out', 'tube', 'out'],
    ['Light', 'tube', 'colour'],
    ['How bright', 'tube', 'intensity'],
  ],
  { body: 0 },
);

export const tubeScript = recipe(
  'Tube script',
  [
    part('tube', 'style.tube', {
      ...{ width: 9, thickness: 45, bends: 7, colour: '#1f8fff', intensity: 4 },
      ...{ halo: 8, tail: 1.2, tailReach: 480, haloOpacity: 60 },
      ...{ glass: 70, standsOff: 14 },
    }),
    part('shine', 'style.tube', {
      ...{ width: 2, thickness: 20, bends: 7, colour: '#cfeaff', intensity: 3.4 },
      ...{ halo: 0, glass: 0, opacity: 40 },
    }),
  ],
  [
    ['Light', 'tube', 'colour'],
    ['How bright', 'tube', 'intensity'],
    ['Tube', 'tube', 'width'],
    ['Core', 'shine', 'opacity'],
  ],
  { body: 0 },
);

export const burning = recipe(
  'Burning letters',
  [
    part('char', 'style.paint', {
      ...{ paint: 'texture', texture: 'stone', size: 70 },
      ramp: rampOf([
        [0, '#050303'],
        [60, '#1c0d08'],
        [100, '#4a1a08'],
      ]),
    }),
    part('glowing', 'style.glow', {
      ...{ side: 'inside', reach: 34, core: 6, colour: '#ff5a12', intensity: 0.6, opacity: 90 },
      ...{ grain: 18, grainSize: 2 },
    }),
    part('edge', 'style.glow', {
      ...{ side: 'inside', reach: 8, core: 16, colour: '#ffb04a', intensity: 1.4, blend: 'add' },
    }),
    part('around', 'style.glow', {
      ...{ reach: 26, core: 6, colour: '#ff5a12', intensity: 0.4, opacity: 70 },
      ...{ way: 'halo', tail: 1.5, tailReach: 320 },
    }),
    part('flames', 'style.flame', {
      ...{ from: 'upper', height: 220, tongue: 46, strength: 110, breaks: 50, intensity: 1 },
    }),
  ],
  [
    ['Flames', 'flames', 'height'],
    ['Moment', 'flames', 'moment'],
    ['Burns', 'flames', 'from'],
    ['Heat', 'flames', 'kelvin'],
    ['Embers within', 'glowing', 'reach'],
  ],
);

export const emberEdge = recipe(
  'Ember edge',
  [
    part('coal', 'style.paint', {
      ...{ paint: 'texture', texture: 'stone', size: 60 },
      ramp: rampOf([
        [0, '#050405'],
        [100, '#2b2523'],
      ]),
    }),
    part('burn', 'style.paint', {
      ...{ paint: 'texture', texture: 'rust', blend: 'add', intensity: 0.3 },
      textureValues: { rust: { amount: 8, edges: 100, reach: 40, patches: 30 } },
      ramp: rampOf([
        [0, '#2a0500'],
        [45, '#8a1e00'],
        [75, '#ff6a12'],
        [100, '#ffc85a'],
      ]),
    }),
    part('line', 'style.glow', {
      ...{ side: 'inside', reach: 5, core: 14, colour: '#ffb04a', intensity: 1.2, blend: 'add' },
      ...{ grain: 30, grainSize: 2 },
    }),
    part('licks', 'style.flame', {
      ...{ from: 'edge', height: 46, tongue: 14, strength: 70, turbulence: 70, intensity: 0.6 },
    }),
    part('near', 'style.glow', {
      ...{ reach: 16, core: 4, colour: '#ff4a00', intensity: 1, opacity: 70 },
      ...{ way: 'halo', tail: 1.3, tailReach: 300 },
    }),
  ],
  [
    ['Burnt', 'burn', 'seed'],
    ['Fire', 'burn', 'ramp'],
    ['Licks of flame', 'licks', 'height'],
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
    part('near', 'style.glow', {
      ...{ reach: 30, core: 4, colour: '#ff4e00', intensity: 1.4, opacity: 85 },
      ...{ way: 'halo', tail: 1.25, tailReach: 420 },
    }),
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
    part('near', 'style.glow', {
      ...{ reach: 34, colour: '#ff8a2e', intensity: 1, opacity: 80 },
      ...{ way: 'halo', tail: 1.25, tailReach: 460 },
    }),
  ],
  [
    ['Paper', 'paper', 'ramp'],
    ['Light', 'near', 'colour'],
  ],
);
