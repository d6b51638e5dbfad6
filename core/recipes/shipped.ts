import { rampOf } from '../pixels/ramp';
import { part, recipe } from './parts';
import type { Recipe } from './recipe';

/** The recipes that ship, made for capitals 140 px high. */

const neon = recipe(
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

const halfBroken = recipe(
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
      grain: 35,
      grainSize: 14,
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

const tubeScript = recipe(
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

const burning = recipe(
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

const seaGlass = recipe(
  'Sea glass',
  [
    part('colour', 'style.paint', { colour: '#17a58e', opacity: 62 }),
    part('deep', 'style.shadow', {
      way: 'inset',
      distance: 7,
      reach: 26,
      colour: '#003a3e',
      opacity: 75,
    }),
    part('relief', 'style.bevel', {
      width: 18,
      depth: 120,
      soften: 3,
      gloss: [
        [0, 0.1],
        [0.3, 0.6],
        [0.55, 0.15],
        [0.8, 0.85],
        [1, 1],
      ],
      shade: '#00343c',
      shadeOpacity: 45,
      highlightOpacity: 85,
    }),
    part('bands', 'style.sheen', {
      distance: 22,
      angle: 70,
      reach: 34,
      colour: '#baffee',
      blend: 'color-dodge',
      opacity: 45,
    }),
    part('white', 'style.gloss', { inset: 5, level: -18, bend: 26, soften: 1, opacity: 70 }),
    part('lift', 'style.shadow', { distance: 12, reach: 22, colour: '#002a33', opacity: 55 }),
    part('caustic', 'style.glow', { reach: 46, y: 16, colour: '#3fe0c0', opacity: 40 }),
  ],
  [
    ['Glass', 'colour', 'colour'],
    ['Density', 'colour', 'opacity'],
    ['Bands', 'bands', 'opacity'],
    ['Gloss', 'white', 'opacity'],
  ],
  { body: 0 },
);

const ice = recipe(
  'Ice',
  [
    part('frost', 'style.paint', {
      paint: 'texture',
      texture: 'marble',
      size: 90,
      ramp: rampOf([
        [0, '#a9d8f5'],
        [55, '#e4f6ff'],
        [100, '#ffffff'],
      ]),
      opacity: 82,
    }),
    part('cracks', 'style.bevel', {
      way: 'chiselled',
      width: 26,
      depth: 90,
      bumps: 'cells',
      bumpHeight: 5,
      bumpSize: 34,
      shade: '#0f4f86',
      shadeOpacity: 50,
      highlightOpacity: 95,
    }),
    part('cold', 'style.glow', {
      side: 'inside',
      reach: 26,
      colour: '#3a9ae0',
      blend: 'multiply',
      opacity: 60,
    }),
    part('rim', 'style.outline', { width: 1.6, side: 'inside', colour: '#ffffff', opacity: 85 }),
    part('breath', 'style.glow', { reach: 60, colour: '#9fd8ff', opacity: 45 }),
    part('lift', 'style.shadow', { distance: 10, reach: 18, colour: '#04213a', opacity: 55 }),
  ],
  [
    ['Cold', 'cold', 'colour'],
    ['Cracks', 'cracks', 'bumpHeight'],
    ['Breath', 'breath', 'opacity'],
  ],
  { body: 30 },
);

const molten = recipe(
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

const goldLeaf = recipe(
  'Gold leaf',
  [
    part('gold', 'style.paint', {
      paint: 'linear',
      paintAngle: 78,
      ramp: rampOf([
        [0, '#fff6cf'],
        [28, '#e3b341'],
        [48, '#fff0b0'],
        [62, '#b57a17'],
        [82, '#8a5510'],
        [100, '#f0cc6a'],
      ]),
    }),
    part('wrinkles', 'style.paint', {
      paint: 'texture',
      texture: 'clouds',
      size: 26,
      ramp: rampOf([
        [0, '#5a3500'],
        [50, '#808080'],
        [100, '#fffbe0'],
      ]),
      blend: 'overlay',
      opacity: 50,
    }),
    part('relief', 'style.bevel', {
      way: 'chiselled',
      width: 17,
      depth: 95,
      gloss: [
        [0, 0],
        [0.5, 0.3],
        [0.8, 0.75],
        [1, 1],
      ],
      highlight: '#fffbe6',
      shade: '#3a1f00',
      shadeOpacity: 65,
    }),
    part('line', 'style.outline', { width: 1.8, side: 'outside', colour: '#3d2404' }),
    part('lift', 'style.shadow', { distance: 9, reach: 14, colour: '#140a00', opacity: 70 }),
  ],
  [
    ['Wrinkles', 'wrinkles', 'opacity'],
    ['Relief', 'relief', 'depth'],
    ['Line', 'line', 'colour'],
  ],
);

const brushedSteel = recipe(
  'Brushed steel',
  [
    part('steel', 'style.paint', {
      paint: 'linear',
      paintAngle: 90,
      ramp: rampOf([
        [0, '#f6f8fb'],
        [30, '#aab2bc'],
        [52, '#5f6771'],
        [56, '#d4dae2'],
        [100, '#6a727c'],
      ]),
    }),
    part('brush', 'style.paint', {
      paint: 'texture',
      texture: 'brushed',
      size: 60,
      ramp: rampOf([
        [0, '#101317'],
        [100, '#ffffff'],
      ]),
      blend: 'overlay',
      opacity: 70,
    }),
    part('relief', 'style.bevel', {
      way: 'chiselled',
      width: 9,
      depth: 120,
      gloss: [
        [0, 0],
        [0.2, 0.8],
        [0.4, 0.1],
        [0.6, 0.9],
        [0.8, 0.2],
        [1, 1],
      ],
      shade: '#05070a',
    }),
    part('line', 'style.outline', { width: 1.2, side: 'outside', colour: '#15181c', opacity: 80 }),
    part('lift', 'style.shadow', { distance: 10, reach: 16, opacity: 65 }),
  ],
  [
    ['Brush', 'brush', 'opacity'],
    ['Bevel', 'relief', 'width'],
  ],
);

const wetLacquer = recipe(
  'Wet lacquer',
  [
    part('lacquer', 'style.paint', {
      paint: 'linear',
      paintAngle: 90,
      ramp: rampOf([
        [0, '#ff4a5e'],
        [55, '#c0001e'],
        [100, '#5a000c'],
      ]),
    }),
    part('edge', 'style.glow', {
      side: 'inside',
      reach: 22,
      colour: '#2a0006',
      blend: 'multiply',
      opacity: 80,
    }),
    part('relief', 'style.bevel', {
      width: 24,
      depth: 90,
      soften: 3,
      gloss: [
        [0, 0, 'corner'],
        [0.75, 0.05, 'corner'],
        [0.9, 0.9, 'corner'],
        [1, 1, 'corner'],
      ],
      shadeOpacity: 30,
    }),
    part('sky', 'style.gloss', {
      inset: 6,
      level: -8,
      bend: 34,
      wave: 6,
      waves: 3,
      soften: 1,
      opacity: 62,
    }),
    part('lift', 'style.shadow', { distance: 8, reach: 18, colour: '#1a0004', opacity: 70 }),
  ],
  [
    ['Colours', 'lacquer', 'ramp'],
    ['Sky', 'sky', 'opacity'],
    ['Sky line', 'sky', 'level'],
  ],
);

const stainedGlass = recipe(
  'Stained glass',
  [
    part('came', 'shape.inset', { by: -5 }),
    part('panes', 'style.paint', {
      paint: 'texture',
      texture: 'cells',
      size: 52,
      ramp: rampOf(
        [
          [0, '#0a0a0c'],
          [22, '#0a0a0c'],
          [26, '#8f1330'],
          [42, '#d88a18'],
          [58, '#e6d23a'],
          [72, '#1c8f5a'],
          [86, '#1a5fb0'],
          [100, '#5a3fb8'],
        ],
        undefined,
        'scene',
      ),
    }),
    part('light', 'style.glow', {
      side: 'inside',
      from: 'centre',
      reach: 60,
      colour: '#ffffff',
      blend: 'soft-light',
      opacity: 70,
    }),
    part('lead', 'style.bevel', {
      width: 5,
      depth: 120,
      bumps: 'cells',
      bumpHeight: 3,
      bumpSize: 52,
      shadeOpacity: 55,
      highlightOpacity: 60,
    }),
    part('own', 'style.shadow', { distance: 9, reach: 14, opacity: 60 }),
  ],
  [
    ['Pane size', 'panes', 'size'],
    ['Which panes', 'panes', 'seed'],
    ['Colours', 'panes', 'ramp'],
    ['Edge', 'came', 'by'],
  ],
  { body: 0 },
);

const strippedPaint = recipe(
  'Stripped paint',
  [
    part('grey', 'style.paint', { colour: '#7d7f80', blend: 'saturation' }),
    part('bare', 'style.paint', {
      paint: 'texture',
      texture: 'flakes',
      size: 80,
      ramp: rampOf(
        [
          [0, '#59544e'],
          [100, '#b9b2a6'],
        ],
        [
          [0, 0],
          [48, 10],
          [62, 90],
          [100, 100],
        ],
      ),
    }),
    part('depth', 'style.shadow', { way: 'inset', distance: 5, reach: 7, core: 10, opacity: 85 }),
    part('curl', 'style.bevel', {
      side: 'outside',
      width: 6,
      depth: 80,
      highlightOpacity: 55,
      shadeOpacity: 40,
    }),
  ],
  [
    ['Bare metal', 'bare', 'seed'],
    ['Paint depth', 'depth', 'distance'],
  ],
  { body: 0 },
);

const boiledSweet = recipe(
  'Boiled sweet',
  [
    part('syrup', 'style.paint', {
      paint: 'linear',
      paintAngle: -90,
      ramp: rampOf([
        [0, '#7a0626'],
        [45, '#e0245a'],
        [100, '#ff9ab0'],
      ]),
    }),
    part('rim', 'style.glow', {
      side: 'inside',
      reach: 20,
      core: 8,
      colour: '#4a0016',
      blend: 'multiply',
      opacity: 85,
    }),
    part('centre', 'style.glow', {
      side: 'inside',
      from: 'centre',
      reach: 50,
      colour: '#ffd0da',
      blend: 'screen',
      opacity: 55,
    }),
    part('high', 'style.gloss', { inset: 7, level: -30, bend: 20, soften: 1, opacity: 85 }),
    part('low', 'style.gloss', {
      inset: 8,
      level: 42,
      bend: -18,
      fades: 'up',
      soften: 3,
      opacity: 35,
      blend: 'soft-light',
    }),
    part('lift', 'style.shadow', { distance: 6, reach: 14, colour: '#2a0010', opacity: 60 }),
  ],
  [
    ['Syrup', 'syrup', 'ramp'],
    ['Rim', 'rim', 'colour'],
    ['Gloss above', 'high', 'opacity'],
    ['Gloss below', 'low', 'opacity'],
  ],
);

const emberEdge = recipe(
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

const hologram = recipe(
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

const ghost = recipe(
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

const carvedStone = recipe(
  'Carved stone',
  [
    part('stone', 'style.paint', {
      paint: 'texture',
      texture: 'stone',
      size: 90,
      ramp: rampOf([
        [0, '#4a463f'],
        [50, '#8d867a'],
        [100, '#cfc6b6'],
      ]),
      opacity: 60,
    }),
    part('cut', 'style.bevel', {
      way: 'chiselled',
      width: 22,
      depth: -110,
      bumps: 'stone',
      bumpHeight: 3,
      bumpSize: 70,
      shade: '#0d0b08',
      shadeOpacity: 80,
      highlightOpacity: 55,
    }),
    part('depth', 'style.shadow', { way: 'inset', distance: 8, reach: 12, opacity: 75 }),
    part('lip', 'style.bevel', {
      side: 'outside',
      width: 4,
      depth: 60,
      highlightOpacity: 35,
      shadeOpacity: 45,
    }),
  ],
  [
    ['Depth', 'cut', 'depth'],
    ['Roughness', 'cut', 'bumpHeight'],
    ['Stone', 'stone', 'opacity'],
  ],
  { body: 0 },
);

const lanternPaper = recipe(
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

export const shippedRecipes: readonly Recipe[] = [
  neon,
  halfBroken,
  tubeScript,
  burning,
  emberEdge,
  molten,
  lanternPaper,
  seaGlass,
  ice,
  boiledSweet,
  wetLacquer,
  stainedGlass,
  goldLeaf,
  brushedSteel,
  carvedStone,
  strippedPaint,
  hologram,
  ghost,
];
