import { rampOf } from '../pixels/ramp';
import { part, recipe } from './parts';

/** What light goes through: glass, ice, lacquer. */

export const seaGlass = recipe(
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

export const ice = recipe(
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

export const boiledSweet = recipe(
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

export const wetLacquer = recipe(
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

export const stainedGlass = recipe(
  'Stained glass',
  [
    part('came', 'shape.inset', { by: -5 }),
    part('panes', 'style.paint', {
      paint: 'texture',
      texture: 'cells',
      textureValues: { cells: { came: 13, apart: 72 } },
      relief: 70,
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
