/** Night Seven: a poster of type, its letters standing between ribbon waves, each partly hidden. */
import { newScene } from '@ignis/core/scene/model/make';
import { rampOf } from '@ignis/core/pixels/ramp';
import { dressed, finish, lettered, named, painted, start, stepOf, write } from './make';
import type { Layer } from '@ignis/core/scene/model/schema';

const scene = newScene('Night Seven, in type', 1500, 2100, '#05070d');
scene.light = { angle: -60, height: 38, colour: '#fff2e0' };

const air = painted('Night air', {
  paint: 'radial',
  ramp: rampOf([
    [0, '#2a2f5c'],
    [55, '#10142c'],
    [100, '#04050b'],
  ]),
  ends: { x0: 750, y0: 760, x1: 1700, y1: 1800 },
});

/** Letters at their places, turned a little, dressed in one recipe. */
const letters = ([...'NIGHT'] as string[]).map((letter, i) => {
  const layer = dressed(
    lettered(letter, { font: 'anton', size: 640 }, 92 + i * 266, 760 + (i % 2) * 110),
    'Gold leaf',
  );
  layer.placement.rotation = [-4, 4, -3, 4, -3][i]!;
  return named(layer, `night-${i + 1}`);
});
const figures = ([...'SEVEN'] as string[]).map((letter, i) => {
  const layer = dressed(
    lettered(letter, { font: 'anton', size: 640 }, 70 + i * 256, 1640 - (i % 2) * 130),
    'Brushed steel',
  );
  layer.placement.rotation = [4, -4, 3, -3, 4][i]!;
  return named(layer, `seven-${i + 1}`);
});
let count = 0;
const wave = (y: number, turn: number, light: string): Layer => {
  const layer = start(
    'ribbons',
    scene,
    { x: 750, y },
    { scaleX: 1.6, scaleY: 0.62, rotation: turn },
  );
  count++;
  layer.name = `Ribbon waves ${count}`;
  layer.blend = 'normal';
  if (layer.source.kind === 'line') {
    layer.source.light = light;
    for (const p of layer.source.passes) if (!p.core) p.colour = light;
  }
  return named(layer, `waves-${count}`);
};
named(air, 'air');
const foot = named(
  lettered(
    'LANTERN WEEK · SALTMERE',
    { font: 'oswald', weight: 600, size: 62, tracking: 330, colour: '#f4e6c8' },
    750,
    1960,
    { paragraph: { align: 'middle', direction: 'auto' } },
  ),
  'foot',
);
const at = (some: readonly Layer[], ...places: number[]) => places.map((i) => some[i]!);
scene.layers.push(
  air,
  wave(330, -8, '#2fd6c8'),
  ...at(letters, 0, 2, 4),
  wave(660, 6, '#ff5a7a'),
  ...at(letters, 1, 3),
  wave(900, -6, '#ffb02e'),
  ...at(figures, 1, 3),
  wave(1410, 6, '#4d8bff'),
  ...at(figures, 0, 2, 4),
  wave(1640, -6, '#2fd6c8'),
  foot,
);
scene.layers.push(
  finish(
    stepOf('grade.colour-balance', { darkBlue: 5, brightRed: 3 }),
    stepOf('finish.vignette', { light: -0.6, size: 52 }),
    stepOf('finish.grain', { strength: 1.5 }),
  ),
);
await write('night-seven-type', scene, []);
