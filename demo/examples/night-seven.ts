/** Night seven: a poster of twelve layers in two groups. */
import { rampOf } from '@ignis/core/pixels/ramp';
import { corner, smooth } from '@ignis/core/geometry/path';
import {
  newFill,
  newGrade,
  newGroup,
  newLine,
  newPicture,
  newScene,
  newStep,
} from '@ignis/core/scene/model/make';
import { newPass } from '@ignis/core/sources/pass';
import { faded, heron, named, pier, ring, write, graded } from './make';
const night = newScene('Night seven', 3840, 2160, '#05070c');

const harbour = newPicture('Pier at dusk', pier.source, night, { x: 1920, y: 1080 }, false);
harbour.placement = { ...harbour.placement, scaleX: 2, scaleY: 2 };
graded(harbour, -0.75, 10);

const dark = newFill('Night air', '#16233f');
Object.assign(dark, { blend: 'multiply', opacity: 62, mask: faded([1920, -200], [1920, 1500]) });

const seven = newLine(
  'Seven',
  {
    closed: false,
    anchors: [
      corner(1180, 420),
      { ...corner(2560, 420), kind: 'smooth', out: { x: -210, y: 330 } },
      { ...corner(1930, 1830), kind: 'smooth', in: { x: 40, y: -560 } },
    ],
  },
  '#ff4d6d',
  34,
);
const halo = newLine('Lantern ring', ring(2010, 1010, 850), '#ffb02e', 16);
Object.assign(halo, { blend: 'add', opacity: 74, mask: faded([1150, 500], [2750, 1700]) });
const shaft = newLine(
  'Shaft of light',
  { closed: false, anchors: [corner(3420, -60), corner(2250, 1900)] },
  '#ffd9a0',
  150,
);
if (shaft.source.kind === 'line')
  shaft.source.passes = [
    newPass('', 'Shaft', { width: 360, blur: 130, colour: '#ffd9a0', opacity: 60 }),
  ];
Object.assign(shaft, { blend: 'soft-light', mask: faded([3300, 0], [2400, 1700]) });

const behind = newGroup('Behind her', [shaft, halo, seven], 'through');

const wader = newPicture('Heron', heron.source, night, { x: 2010, y: 1160 }, false);
wader.placement = { ...wader.placement, scaleX: 1.36, scaleY: 1.36 };
graded(wader, -0.35, 14);
const warm = newFill('Ember on feathers', '#ff5a3c');
Object.assign(warm, {
  clip: true,
  blend: 'overlay',
  opacity: 82,
  mask: faded([1480, 640], [2080, 1180]),
});
const cool = newFill('Tide on feathers', '#1f9dff');
Object.assign(cool, {
  clip: true,
  blend: 'soft-light',
  opacity: 95,
  mask: faded([2700, 1650], [2120, 1150]),
});

const tide = newLine(
  'Tide line',
  {
    closed: false,
    anchors: [
      { ...corner(900, 1730), kind: 'smooth', out: { x: 240, y: -170 } },
      smooth(1720, 1560, 330, 130),
      smooth(2330, 1430, 150, -300),
      smooth(2760, 1250, 260, 60),
      { ...corner(3160, 1640), kind: 'smooth', in: { x: -60, y: -220 } },
    ],
  },
  '#27b6ff',
  26,
);
const spray = newLine(
  'Spray',
  {
    closed: false,
    anchors: [
      { ...corner(1020, 1560), kind: 'smooth', out: { x: 300, y: 120 } },
      smooth(1660, 1740, 320, -20),
      smooth(2520, 1620, 260, -170),
      { ...corner(3040, 1290), kind: 'smooth', in: { x: -120, y: 160 } },
    ],
  },
  '#7df0d0',
  9,
);
Object.assign(spray, { blend: 'lighten', opacity: 90 });
const front = newGroup('In front', [tide, spray], 'one');
Object.assign(front, { blend: 'screen', mask: faded([2000, 1500], [3500, 1500]) });

const edges = newFill('Dark edges', '#0a0d18');
Object.assign(edges, {
  blend: 'multiply',
  opacity: 80,
  mask: { ...faded([1980, 1020], [4150, 1020], true), invert: true },
});
const map = newStep('grade.gradient-map');
map.values.ramp = rampOf([
  [0, '#061029'],
  [50, '#a04a5e'],
  [100, '#fffaf0'],
]);
const mood = newGrade('Mood', [map]);
Object.assign(mood, { blend: 'soft-light', opacity: 26 });

night.layers.push(
  named(harbour, 'pier'),
  named(dark, 'air'),
  named(edges, 'edges'),
  named(behind, 'behind'),
  named(wader, 'heron'),
  named(warm, 'warm'),
  named(cool, 'cool'),
  named(front, 'front'),
  named(mood, 'mood'),
);
named(shaft, 'shaft');
named(halo, 'ring');
named(seven, 'seven');
named(tide, 'tide');
named(spray, 'spray');
await write('night-seven', night, [pier, heron]);
