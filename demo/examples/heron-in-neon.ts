/** Heron in neon: two tubes, one behind the bird and one in front. */
import { corner, smooth, type Path } from '@ignis/core/geometry/path';
import { newLine, newPicture, newScene } from '@ignis/core/scene/model/make';
import { newWeave } from '@ignis/core/scene/edits/weave-edits';
import { heron, named, pier, write, graded } from './make';

const middle = { x: 960, y: 600 };

const scene = newScene('Heron in neon', 1920, 1200, '#0b0d12');
const dusk = newPicture('Pier at dusk', pier.source, scene, middle, true);
graded(dusk, -1.35, 6);

const emberPath: Path = {
  closed: false,
  anchors: [
    { ...corner(742, 1010), kind: 'smooth', out: { x: -120, y: -120 } },
    smooth(660, 690, 70, -130),
    smooth(1085, 520, 190, -20),
    smooth(1452, 330, 30, -120),
    { ...corner(1330, 92), kind: 'smooth', in: { x: 110, y: 30 } },
  ],
};
const tidePath: Path = {
  closed: false,
  anchors: [
    { ...corner(640, 560), kind: 'smooth', out: { x: 40, y: 150 } },
    smooth(900, 760, 140, 10),
    smooth(1230, 640, 110, -80),
    smooth(1500, 590, 90, 40),
    { ...corner(1560, 830), kind: 'smooth', in: { x: 40, y: -110 } },
  ],
};
const bird = newPicture('Heron', heron.source, scene, { x: 1060, y: 622 }, true);
bird.placement = { ...bird.placement, scaleX: 0.8, scaleY: 0.8 };
const tide = newLine('Tide line', tidePath, '#2fb8ff', 11);
// It comes in behind her back, and lies round her neck and over her tail.
tide.weave = { ...newWeave('heron'), way: 'front', spill: 35 };
const ember = newLine('Ember line', emberPath);
scene.layers.push(
  named(dusk, 'pier'),
  named(ember, 'ember'),
  named(bird, 'heron'),
  named(tide, 'tide'),
);
await write('heron-in-neon', scene, [pier, heron]);
