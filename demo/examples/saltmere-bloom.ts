/** Saltmere bloom: one large letter with a halo; its bloom is painted where it opens, its colours are brushed behind it. */
import { rampOf } from '@ignis/core/pixels/ramp';
import { newMask, newParticles, newScene } from '@ignis/core/scene/model/make';
import type { Layer } from '@ignis/core/scene/model/schema';
import {
  brushed,
  finish,
  flying,
  lettered,
  named,
  painted,
  paintedBy,
  stepOf,
  write,
} from './make';

const scene = newScene('Saltmere bloom', 1600, 1200, '#04060d');

const night = painted('Night', {
  paint: 'radial',
  ramp: rampOf([
    [0, '#152245'],
    [60, '#0a1024'],
    [100, '#03050b'],
  ]),
  ends: { x0: 800, y0: 560, x1: 1700, y1: 1100 },
});

const ambient = paintedBy(
  'Colour behind',
  [
    brushed(
      'Ambient wash',
      '#2f6bff',
      [
        [420, 380],
        [640, 620],
        [520, 900],
      ],
      { size: 900, flow: 75 },
    ),
    brushed(
      'Ambient wash',
      '#ff3d81',
      [
        [1180, 320],
        [1040, 560],
        [1150, 860],
      ],
      { size: 820, flow: 70 },
    ),
    brushed(
      'Fog bank',
      '#8fb4ff',
      [
        [280, 1000],
        [800, 940],
        [1340, 1020],
      ],
      { size: 620, flow: 30 },
    ),
    brushed(
      'Soft light',
      '#ffd39a',
      [
        [700, 420],
        [860, 600],
        [780, 790],
      ],
      { size: 620, flow: 60 },
    ),
  ],
  { blend: 'screen', opacity: 58 },
);

const letter = lettered('S', { font: 'pacifico', size: 900, colour: '#ffe9cf' }, 480, 850);
letter.body = 10;
letter.steps.push(
  stepOf('style.glow', { side: 'outside', reach: 420, colour: '#7a3cff', opacity: 70 }),
  stepOf('style.glow', { side: 'outside', reach: 170, colour: '#ff4f8b', opacity: 95 }),
  stepOf('style.glow', { side: 'inside', reach: 70, colour: '#ff7a3c', opacity: 90 }),
  stepOf('style.glow', { side: 'both', reach: 22, core: 30, colour: '#ffe0b5', opacity: 95 }),
);
/** The bloom, brought out only where the letter opens: the mask of a style of its own. */
const bloom = stepOf('style.glow', {
  ...{ side: 'both', reach: 190, core: 8, colour: '#fff4dc', opacity: 95 },
});
bloom.where = {
  ...newMask(),
  feather: 26,
  parts: [
    {
      id: 'bloom-part',
      enabled: true,
      way: 'add',
      shape: {
        kind: 'strokes',
        strokes: [
          {
            ...{ hides: false, size: 430, hardness: 0, flow: 100, opacity: 100 },
            points: [300, -640, 1, 420, -660, 1, 560, -590, 1, 580, -520, 1],
          },
          {
            ...{ hides: false, size: 360, hardness: 0, flow: 100, opacity: 100 },
            points: [40, -190, 1, 70, -100, 1, 160, -50, 1],
          },
        ],
      },
    },
  ],
};
letter.steps.push(bloom);

/** Points along the letter, for what is strewn on it. */
const along = [
  [1050, 300],
  [920, 230],
  [780, 260],
  [700, 380],
  [780, 500],
  [900, 620],
  [900, 770],
  [760, 840],
  [620, 790],
] as const;
const sparks = paintedBy(
  'Sparks',
  [
    brushed('Stars', '#fff3dd', along, { size: 11, across: 900, along: 600, opacity: 90 }),
    brushed('Sparks', '#ffc27a', along, { size: 6, across: 700, opacity: 90 }),
    brushed('Ember dust', '#ff7aa8', along, { size: 12, across: 1000 }),
  ],
  { blend: 'add' },
);

/** A soft veil over the foot of the letter: a mask that is softened. */
const veil: Layer = paintedBy(
  'Mist at its foot',
  [
    brushed(
      'Fog bank',
      '#aebfe8',
      [
        [360, 960],
        [800, 900],
        [1280, 970],
      ],
      { size: 560, flow: 34 },
    ),
    brushed(
      'Fog bank',
      '#f0c7d8',
      [
        [420, 1060],
        [840, 1010],
        [1230, 1060],
      ],
      { size: 480, flow: 30 },
    ),
  ],
  { blend: 'screen', opacity: 55 },
);
veil.mask = {
  ...newMask({ kind: 'fade', radial: false, x0: 800, y0: 1150, x1: 800, y1: 760 }),
  ...{ moves: false, feather: 30 },
};

/** Petals that the bloom lets go, and glitter about it. */
const petals = newParticles('Petals', {
  ...{ from: 'scene', count: 130, life: 12, speed: 50, angle: 110, spread: 70, gravity: 24 },
  ...{ drag: 50, wind: 30, windAngle: 160, turbulence: 70, eddy: 240, look: 'petal', size: 34 },
  ...{ sizeSpread: 65, spin: 20, depth: 75, focus: 40, blur: 9, colours: 'chance', laid: 'over' },
  ...{ centre: { x: 800, y: 600 }, clear: 300, moment: 9, seed: 4 },
  ramp: rampOf([
    [0, '#ff8ac2'],
    [50, '#c7a2ff'],
    [100, '#7fb4ff'],
  ]),
});
petals.opacity = 85;
const glitter = flying('glitter', scene, { count: 160, size: 26, seed: 3 });
Object.assign(glitter, { name: 'Glitter', opacity: 70 });

for (const [layer, id] of [
  [night, 'night'],
  [ambient, 'ambient'],
  [letter, 'letter'],
  [sparks, 'sparks'],
  [petals, 'petals'],
  [glitter, 'glitter'],
  [veil, 'veil'],
] as const)
  named(layer, id);
scene.layers.push(night, ambient, letter, sparks, petals, glitter, veil);
scene.layers.push(
  finish(
    stepOf('finish.vignette', { light: -0.5, size: 55 }),
    stepOf('finish.grain', { strength: 1.2 }),
  ),
);
await write('saltmere-bloom', scene, []);
