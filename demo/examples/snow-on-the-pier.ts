/** Snow on the pier: lamp light, mist and snow, and a tube that the wet boards mirror. */
import { newFill, newPicture, newReflection, newScene } from '@ignis/core/scene/model/make';
import { rampOf } from '@ignis/core/pixels/ramp';
import { faded, flying, graded, named, pier, start, write } from './make';

const scene = newScene('Snow on the pier', 1920, 1200, '#05070c');

const harbour = graded(
  newPicture('Pier at dusk', pier.source, scene, { x: 960, y: 600 }, true),
  -0.9,
  6,
);

const tube = start('ring', scene, { x: 1300, y: 470 });
tube.name = 'Ring';

const mirrored = newReflection(null);
Object.assign(mirrored, { name: 'On the boards', opacity: 70 });

/** Mist: clouds that are stirred, above the water. */
const mist = newFill('Mist', '#000000');
Object.assign(mist.source.paint, {
  ...{ paint: 'texture', texture: 'clouds', size: 220, seed: 5 },
  textureValues: { clouds: { turbulence: 60, contrast: 200 } },
  ramp: rampOf(
    [
      [0, '#7c8fb4'],
      [100, '#cfd8ea'],
    ],
    [
      [0, 0],
      [100, 75],
    ],
  ),
});
Object.assign(mist, { blend: 'screen', opacity: 40, mask: faded([960, 640], [960, 180]) });

const far = flying('lamp-snow', scene, { count: 1400, size: 7, blur: 2, seed: 2 });
Object.assign(far, { name: 'Snow, far', opacity: 75 });
const near = flying('lamp-snow', scene, { count: 90, size: 34, blur: 14, speed: 60, seed: 6 });
Object.assign(near, { name: 'Snow, near', opacity: 80 });

for (const [layer, id] of [
  [harbour, 'pier'],
  [mist, 'mist'],
  [mirrored, 'boards'],
  [far, 'snow-far'],
  [tube, 'ring'],
  [near, 'snow-near'],
] as const)
  named(layer, id);
scene.layers.push(harbour, mist, mirrored, far, tube, near);
await write('snow-on-the-pier', scene, [pier]);
