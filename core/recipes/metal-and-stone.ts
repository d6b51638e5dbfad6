import { rampOf } from '../pixels/ramp';
import { part, recipe } from './parts';

/** What light lies on: metal, stone, old paint. */

export const goldLeaf = recipe(
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

export const brushedSteel = recipe(
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

export const carvedStone = recipe(
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

export const strippedPaint = recipe(
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
