/** Harbour wall: a lantern of glass tube, half of it drawn, with a ring, waves and a string of lamps. */
import type { Path } from '@ignis/core/geometry/path';
import { corner, smooth } from '@ignis/core/geometry/path';
import {
  newEcho,
  newFill,
  newGroup,
  newLineOf,
  newModifier,
  newPicture,
  newScene,
  newShape,
  newStep,
} from '@ignis/core/scene/model/make';
import { newId } from '@ignis/core/scene/model/new-id';
import type { Layer } from '@ignis/core/scene/model/schema';
import { tubePasses } from '@ignis/core/sources/pass';
import { drawn, faded, finish, graded, named, start, stepOf, wall, write } from './make';

const scene = newScene('Harbour wall', 1920, 1200, '#0b0d12');

const stone = newPicture('Harbour wall', wall.source, scene, { x: 960, y: 600 }, true);
graded(stone, -1.15, 8);

/** A tube along a path or shape. */
const tube = (
  name: string,
  light: string,
  width: number,
  shape: Path | ReturnType<typeof newShape>,
) =>
  newLineOf(name, {
    light,
    shape: 'anchors' in shape ? { kind: 'path', paths: [shape] } : shape,
    passes: tubePasses(light, width, newId),
  });

// The left half; the mirror brings the right one.
const x = 800;
const lantern = tube('Lantern', '#ff5a2a', 10, {
  closed: false,
  anchors: [
    corner(x, 268),
    { ...corner(690, 330), kind: 'smooth', in: { x: 62, y: -26 }, out: { x: -60, y: 26 } },
    smooth(612, 520, 0, 120),
    { ...corner(700, 700), kind: 'smooth', in: { x: -56, y: -34 }, out: { x: 24, y: 14 } },
    corner(700, 742),
    corner(x, 742),
  ],
});
const ribs = tube('Ribs', '#ffb23e', 5, {
  closed: false,
  anchors: [
    { ...corner(x - 34, 292), kind: 'smooth', out: { x: -70, y: 110 } },
    { ...corner(x - 34, 724), kind: 'smooth', in: { x: -70, y: -110 } },
  ],
});
const hook = tube('Hook', '#ffd9a0', 5, {
  closed: false,
  anchors: [
    corner(x, 268),
    { ...corner(x, 252), kind: 'smooth', in: { x: 0, y: 8 }, out: { x: 0, y: -16 } },
    smooth(x + 18, 230, 12, 0),
    { ...corner(x + 34, 248), kind: 'smooth', in: { x: 0, y: -10 } },
  ],
});
for (const half of [lantern, ribs])
  if (half.source.kind === 'line')
    half.source.modifiers = [newModifier('mirror', { x, y: 505, angle: 90 })];

const placedAt = (layer: Layer, px: number, py: number): Layer => ({
  ...layer,
  placement: { ...layer.placement, x: px, y: py },
});
const ring = placedAt(
  tube('Ring', '#22c3ff', 7, newShape('ellipse', { width: 640, height: 640 })),
  x,
  510,
);
const waves = [0, 1].map((i) =>
  placedAt(
    tube(
      i === 0 ? 'Wave' : 'Wave beneath',
      i === 0 ? '#27a7ff' : '#3ae0d0',
      i === 0 ? 6 : 4.5,
      newShape('wave', { length: 1080 - i * 200, height: 52, waves: 6 - i }),
    ),
    x,
    862 + i * 56,
  ),
);
const bulbs = drawn(start('bulbs', scene, { x: 0, y: 0 }), {
  closed: false,
  anchors: [
    { ...corner(-40, 40), kind: 'smooth', out: { x: 220, y: 150 } },
    { ...corner(860, 96), kind: 'smooth', in: { x: -200, y: 60 }, out: { x: 220, y: 90 } },
    { ...corner(1660, 30), kind: 'smooth', in: { x: -200, y: 130 }, out: { x: 80, y: 70 } },
    { ...corner(1960, 90), kind: 'smooth', in: { x: -80, y: 20 } },
  ],
});
bulbs.name = 'Bulb string';
const star = placedAt(
  newLineOf('Compass', {
    light: '#ffe3b0',
    shape: {
      kind: 'path',
      paths: [{ closed: false, anchors: [corner(0, -26), corner(18, -64), corner(0, -120)] }],
    },
    modifiers: [
      newModifier('mirror', { x: 0, y: 0, angle: 90 }),
      newModifier('mirror', { how: 'turn', x: 0, y: 0, count: 8 }),
    ],
    passes: tubePasses('#ff7a5a', 4.5, newId),
  }),
  1440,
  330,
);

const sign = newGroup(
  'Sign',
  [
    ring,
    named(lantern, 'lantern'),
    named(ribs, 'ribs'),
    named(hook, 'hook'),
    ...waves.map((w, i) => named(w, `wave-${i + 1}`)),
    named(star, 'compass'),
  ],
  'one',
);
named(ring, 'ring');
sign.blend = 'screen';

const spill = (
  name: string,
  colour: string,
  px: number,
  py: number,
  r: number,
  opacity: number,
) => {
  const fill = newFill(name, colour);
  Object.assign(fill, { blend: 'overlay', opacity, mask: faded([px, py], [px + r, py], true) });
  return fill;
};
const warm = spill('Ember on stone', '#ff6a38', x, 520, 620, 88);
const cool = spill('Tide on stone', '#2aa0ff', x, 880, 700, 70);
const lamp = spill('Compass on stone', '#ff8f6a', 1440, 330, 380, 70);

// Seen again in the water: turned over at the waterline, and softened.
const mirrored = newEcho(named(sign, 'sign'), 0);
mirrored.name = 'In the water';
mirrored.placement = { ...mirrored.placement, scaleY: -0.62, y: 1596 };
mirrored.opacity = 62;
mirrored.mask = { ...faded([800, 1000], [800, 1290]), moves: false };
const soft = newStep('blur.gaussian');
soft.values = { ...soft.values, sigma: 9 };
mirrored.steps = [soft];
mirrored.blend = 'screen';

scene.layers.push(
  named(stone, 'wall'),
  named(warm, 'warm'),
  named(cool, 'cool'),
  named(lamp, 'lamp'),
  sign,
  named(bulbs, 'bulbs'),
  named(mirrored, 'water'),
);
scene.layers.push(
  finish(
    stepOf('grade.colour-balance', { darkBlue: 6, brightRed: 3, brightBlue: -3 }),
    stepOf('finish.vignette', { light: -0.7, size: 52 }),
    stepOf('finish.grain', { strength: 2 }),
  ),
);
await write('harbour-wall', scene, [wall]);
