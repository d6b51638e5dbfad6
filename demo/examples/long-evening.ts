/** Long evening: the heron and the boat on wet boards, with the sun low behind: shadows that reach the eye. */
import { newLine, newPicture, newScene } from '@ignis/core/scene/model/make';
import { edit } from '@ignis/core/scene/edits/edit';
import { castShadowOf, setLightOrShadow, spillOn } from '@ignis/core/scene/edits/spill-edits';
import { corner } from '@ignis/core/geometry/path';
import { asTheyCame, boat, faded, finish, graded, heron, named, pier, stepOf, write } from './make';

const scene = newScene('Long evening', 1920, 1200, '#0b0d12');
scene.light = { ...scene.light, angle: -58, height: 14, colour: '#ffd2a0' };
const dusk = newPicture('Wet boards', pier.source, scene, { x: 960, y: 600 }, true);
dusk.placement = { ...dusk.placement, scaleX: 1.08, scaleY: 1.08 };
graded(dusk, 0.9, 12);
named(dusk, 'pier');

const bird = newPicture('Heron', heron.source, scene, { x: 1090, y: 560 }, true);
bird.placement = { ...bird.placement, scaleX: 0.52, scaleY: 0.52 };
graded(bird, -0.1, 8);
named(bird, 'heron');
const paper = newPicture('Paper boat', boat.source, scene, { x: 700, y: 760 }, true);
paper.placement = { ...paper.placement, scaleX: 0.3, scaleY: 0.3 };
graded(paper, 0, 8);
named(paper, 'boat');

// The last of the sun, along the water.
const sun = newLine(
  'Last light',
  { closed: false, anchors: [corner(760, 486), corner(1700, 486)] },
  '#ff9a4a',
  6,
);
sun.opacity = 70;
sun.mask = faded([1240, 486], [1760, 486], true);
named(sun, 'sun');

scene.takes = [asTheyCame(scene, dusk, paper, bird)];
scene.layers.push(dusk, sun, paper, bird);
const fall = {
  contact: 4,
  ...{ length: 88, flat: 20, spread: 45, blurNear: 1.5, blurFar: 20 },
  ...{ denseNear: 95, denseFar: 35, colour: '#070a14' },
};
const made = [
  castShadowOf(bird, 'heron-shadow'),
  setLightOrShadow('heron-shadow', fall),
  castShadowOf(paper, 'boat-shadow'),
  setLightOrShadow('boat-shadow', { ...fall, length: 150, blurFar: 14 }),
  spillOn(sun, 'heron', 'heron-spill'),
  setLightOrShadow('heron-spill', { reach: 420 }),
].reduce((s, e) => edit(s, '', e).scene, scene);
const finished = {
  ...made,
  layers: [
    ...made.layers,
    finish(
      stepOf('grade.colour-balance', { darkBlue: 5, red: 3, brightRed: 4, brightBlue: -6 }),
      stepOf('finish.light-leak', {
        side: 'right',
        reach: 20,
        strength: -3.6,
        near: '#ff8a3c',
        seed: 8,
      }),
      stepOf('finish.vignette', { light: -0.7, size: 55 }),
      stepOf('finish.grain', { strength: 2 }),
      stepOf('finish.dust', { specks: 14, hairs: 5, scratches: 0, strength: 45 }),
    ),
  ],
};
await write('long-evening', JSON.parse(JSON.stringify(finished)) as typeof scene, [
  pier,
  heron,
  boat,
]);
