/** Blade at dusk: a tin sailor in the paper boat, and a blade of light in his hand. */
import { newGrade, newPicture, newScene } from '@ignis/core/scene/model/make';
import { edit } from '@ignis/core/scene/edits/edit';
import { setLayer } from '@ignis/core/scene/edits/layer-edits';
import { setLightOrShadow, spillOn } from '@ignis/core/scene/edits/spill-edits';
import {
  boat,
  brushed,
  faded,
  asTheyCame,
  finish,
  graded,
  named,
  paintedBy,
  pier,
  sailor,
  start,
  stepOf,
  write,
} from './make';

const scene = newScene('Blade at dusk', 1920, 1200, '#0b0d12');
const side = Math.max(scene.width, scene.height);
const LIGHT = '#35c9ff';

// The pier, far and out of focus, as dark as the evening.
const dusk = newPicture('Pier at dusk', pier.source, scene, { x: 960, y: 560 }, true);
dusk.placement = { ...dusk.placement, scaleX: 1.1, scaleY: 1.1 };
graded(dusk, -1.5, 8);
dusk.steps.push(stepOf('blur.lens', { radius: 7, blooms: 1.5, brightFrom: 70 }));

const man = newPicture('Sailor', sailor.source, scene, { x: 960, y: 690 }, false);
man.steps.push(
  stepOf('grade.match', { of: 'pier', tones: 45, colours: 45 }),
  stepOf('grade.light', { exposure: 0.25, contrast: 14 }),
);
const paper = newPicture('Paper boat', boat.source, scene, { x: 830, y: 925 }, false);
paper.placement = { ...paper.placement, scaleX: 0.86, scaleY: 0.86 };
paper.steps.push(
  stepOf('grade.match', { of: 'pier', tones: 40, colours: 40 }),
  stepOf('grade.light', { exposure: -0.2, contrast: 10 }),
);

// From the hilt to the tip.
const [foot, tip] = [
  { x: 1222, y: 462 },
  { x: 1418, y: 62 },
] as const;
const [dx, dy] = [tip.x - foot.x, tip.y - foot.y];
const blade = start('blade', scene, { x: 0, y: 0 });
const long = Math.hypot(dx, dy) / (side * 0.5);
blade.placement = {
  ...blade.placement,
  ...{ x: (foot.x + tip.x) / 2, y: (foot.y + tip.y) / 2, scaleX: long, scaleY: long },
  rotation: (Math.atan2(dy, dx) * 180) / Math.PI,
};
if (blade.source.kind === 'line') {
  blade.source.light = LIGHT;
  for (const pass of blade.source.passes) pass.colour = LIGHT;
}

// What no computed light gives: a brush of it on the cheek, the cap and the raised sleeve.
const cheek = paintedBy(
  'Light on the face',
  [
    brushed(
      'Soft light',
      LIGHT,
      [
        [972, 455],
        [976, 500],
        [955, 548],
      ],
      { size: 90, flow: 75, smoothing: 0 },
    ),
    brushed(
      'Soft light',
      LIGHT,
      [
        [930, 374],
        [985, 380],
        [1004, 392],
      ],
      { size: 56, flow: 90, smoothing: 0 },
    ),
    brushed(
      'Soft light',
      LIGHT,
      [
        [1040, 590],
        [1110, 622],
        [1190, 548],
      ],
      { size: 76, flow: 90, smoothing: 0 },
    ),
    brushed(
      'Soft light',
      LIGHT,
      [
        [1004, 620],
        [1008, 720],
        [1010, 800],
      ],
      { size: 70, flow: 60, smoothing: 0 },
    ),
  ],
  { clip: true, blend: 'screen', opacity: 75 },
);

const flare = start('flare-star', scene, { x: 1222, y: 462 }, { scaleX: 0.3, scaleY: 0.3 });
const night = newGrade('Night about him', [
  stepOf('grade.tones', { bright: -0.5, middle: -0.7, dark: -0.2 }),
]);
night.mask = { ...faded([1060, 560], [1900, 900], true), invert: true };
if (flare.source.kind === 'flare') flare.source.from = { x: 0, y: 0 };
named(dusk, 'pier');
named(man, 'sailor');
named(paper, 'boat');
scene.takes = [asTheyCame(scene, dusk, man, paper)];
scene.layers.push(
  dusk,
  man,
  named(cheek, 'cheek'),
  paper,
  named(night, 'night'),
  named(blade, 'blade'),
  named(flare, 'flare'),
  finish(
    stepOf('grade.colour-balance', { darkBlue: 8, darkRed: -4, brightRed: 5, brightBlue: -5 }),
    stepOf('finish.halation', { strength: 3, size: 16, colour: '#2f6bff' }),
    stepOf('finish.vignette', { light: -1.1, size: 50 }),
    stepOf('finish.grain', { strength: 2.5 }),
  ),
);
const made = [
  spillOn(blade, 'sailor', 'sailor-spill'),
  setLightOrShadow('sailor-spill', { reach: 520 }),
  spillOn(blade, 'boat', 'boat-spill'),
  setLightOrShadow('boat-spill', { reach: 620 }),
  setLayer('sailor-spill', { intensity: 2.2 }),
  setLayer('boat-spill', { intensity: 1.6 }),
].reduce((s, e) => edit(s, '', e).scene, scene);
await write('blade-at-dusk', JSON.parse(JSON.stringify(made)) as typeof scene, [
  ...[pier, sailor, boat],
]);
