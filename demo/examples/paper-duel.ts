/** Paper duel: two boats of folded charts, a blade of light and a dark one. */
import {
  newEcho,
  newFill,
  newLineOf,
  newPicture,
  newScene,
  newShape,
  newStep,
} from '@ignis/core/scene/model/make';
import type { Layer } from '@ignis/core/scene/model/schema';
import { newPass } from '@ignis/core/sources/pass';
import { boat, faded, finish, graded, named, start, stepOf, wall, write } from './make';

const scene = newScene('Paper duel', 1920, 1200, '#0b0d12');
const side = Math.max(scene.width, scene.height);

const stone = newPicture('Harbour wall', wall.source, scene, { x: 960, y: 530 }, true);
stone.placement = { ...stone.placement, scaleX: 1.12, scaleY: 1.12 };
graded(stone, -1.9, 10);
const far = newStep('blur.gaussian');
far.values = { ...far.values, sigma: 5 };
stone.steps.push(far);

/** A boat on the water, and the light it stands in. */
function paper(name: string, x: number, flip: boolean, tint: string): Layer[] {
  const id = name.toLowerCase().replaceAll(' ', '-');
  const own = newPicture(name, boat.source, scene, { x, y: 880 }, false);
  own.placement = { ...own.placement, scaleX: flip ? -0.62 : 0.62, scaleY: 0.62 };
  graded(own, -0.95, 12);
  const lit = newFill(`${name} lit`, tint);
  Object.assign(lit, {
    clip: true,
    blend: 'overlay',
    opacity: 90,
    mask: faded([960, 640], [flip ? 1620 : 300, 1010]),
  });
  const below = newEcho(named(own, id), 0);
  below.name = `${name} in the water`;
  below.placement = { ...below.placement, scaleY: -0.8, y: 1850 };
  below.opacity = 46;
  below.mask = faded([x, 1030], [x, 1210]);
  const soft = newStep('blur.gaussian');
  soft.values = { ...soft.values, sigma: 5 };
  below.steps = [soft];
  return [named(below, `${id}-water`), own, named(lit, `${id}-lit`)];
}

/** A blade by its foot and its tip: it points up as it comes. */
function blade(kind: 'blade' | 'dark-blade', foot: [number, number], tip: [number, number]): Layer {
  const made = start(kind, scene, { x: 0, y: 0 });
  const [dx, dy] = [tip[0] - foot[0], tip[1] - foot[1]];
  const k = Math.hypot(dx, dy) / (side * 0.5);
  return {
    ...made,
    placement: {
      ...made.placement,
      x: (foot[0] + tip[0]) / 2,
      y: (foot[1] + tip[1]) / 2,
      scaleX: k,
      scaleY: k,
      rotation: (Math.atan2(dy, dx) * 180) / Math.PI,
    },
  };
}

const light = blade('blade', [560, 830], [1130, 250]);
const dark = blade('dark-blade', [1360, 830], [800, 240]);

const clash = newLineOf('Clash', {
  light: '#dfe8ff',
  shape: newShape('star', { points: 8, radius: 74, waist: 16 }),
  passes: [
    newPass('', 'Flash', { draws: 'inside', grow: 26, blur: 60, colour: '#5f7dff', opacity: 90 }),
    newPass('', 'Star', { draws: 'inside', blur: 7, colour: '#dfe8ff' }),
    newPass('', 'Core', { draws: 'inside', grow: -6, blur: 3, colour: '#ffffff', core: true }),
  ],
});
clash.placement = { ...clash.placement, x: 966, y: 416, rotation: 12 };

const pool = newFill('Light on the wall', '#3a5cff');
Object.assign(pool, { blend: 'overlay', opacity: 80, mask: faded([966, 430], [1640, 430], true) });
const sheen = newFill('Light on the water', '#2a52d8');
Object.assign(sheen, {
  blend: 'screen',
  opacity: 24,
  mask: faded([966, 1100], [1700, 1100], true),
});

dark.layers?.forEach((l, i) => named(l, `dark-${i + 1}`));
scene.layers.push(
  named(stone, 'wall'),
  named(pool, 'pool'),
  named(sheen, 'sheen'),
  named(dark, 'dark'),
  ...paper('East boat', 1400, true, '#93a6ff'),
  ...paper('West boat', 520, false, '#3f86ff'),
  named(light, 'light'),
  named(clash, 'clash'),
);
scene.layers.push(
  finish(
    stepOf('grade.colour-balance', { darkBlue: 6, darkRed: -3 }),
    stepOf('finish.halation', { strength: 6, size: 18, colour: '#4a7dff' }),
    stepOf('finish.vignette', { light: -0.9, size: 48 }),
    stepOf('finish.grain', { strength: 2 }),
  ),
);
await write('paper-duel', scene, [wall, boat]);
