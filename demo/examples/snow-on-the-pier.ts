/** Snow on the pier: lamp light, mist and snow, and a tube that the wet boards mirror. */
import { newMist, newPicture, newReflection, newScene } from '@ignis/core/scene/model/make';
import { finish, flying, graded, named, pier, start, stepOf, write } from './make';

const scene = newScene('Snow on the pier', 1920, 1200, '#05070c');

const harbour = graded(
  newPicture('Pier at dusk', pier.source, scene, { x: 960, y: 600 }, true),
  -0.9,
  6,
);

const tube = start('ring', scene, { x: 1300, y: 470 });
tube.name = 'Ring';

const lamp = start('flare-mist', scene, { x: 682, y: 262 }, { scaleX: 0.4, scaleY: 0.4 });
lamp.name = 'Lamp';
if (lamp.source.kind === 'flare') lamp.source.from = { x: 0, y: 0 };

const mirrored = newReflection(null);
Object.assign(mirrored, { name: 'On the boards', opacity: 70 });

/** It stands over the water as far as the other shore, and the ring glows in it. */
const mist = newMist('Mist', {
  ...{ density: 65, colour: '#6f7f9c', horizon: { x: 960, y: 600 }, height: 460, near: 12 },
  ...{ size: 520, stretch: 320, patches: 90, glow: 34, reach: 420, seed: 5 },
});

const far = flying('lamp-snow', scene, { count: 1400, size: 7, blur: 2, seed: 2 });
Object.assign(far, { name: 'Snow, far', opacity: 75 });
const near = flying('lamp-snow', scene, { count: 90, size: 34, blur: 14, speed: 60, seed: 6 });
Object.assign(near, { name: 'Snow, near', opacity: 80 });

for (const [layer, id] of [
  [harbour, 'pier'],
  [mist, 'mist'],
  [mirrored, 'boards'],
  [far, 'snow-far'],
  [lamp, 'lamp'],
  [tube, 'ring'],
  [near, 'snow-near'],
] as const)
  named(layer, id);
scene.layers.push(harbour, mist, mirrored, far, lamp, tube, near);
scene.layers.push(
  finish(
    stepOf('grade.colour-balance', { blue: 3, darkBlue: 6, brightBlue: 2 }),
    stepOf('finish.vignette', { light: -0.6, size: 52 }),
    stepOf('finish.grain', { strength: 2 }),
  ),
);
await write('snow-on-the-pier', scene, [pier]);
