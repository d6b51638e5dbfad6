/** Bend of light: one sweep that winds round the heron, behind her and in front. */
import { corner, smooth } from '@ignis/core/geometry/path';
import {
  newFill,
  newLineOf,
  newModifier,
  newPicture,
  newScene,
  newShape,
} from '@ignis/core/scene/model/make';
import { reversed } from '@ignis/core/pixels/ramp';
import { newPass } from '@ignis/core/sources/pass';
import { drawn, faded, finish, graded, heron, named, pier, start, stepOf, write } from './make';

const middle = { x: 960, y: 600 };

const bend = newScene('Bend of light', 1920, 1200, '#0b0d12');
const far = newPicture('Pier at dusk', pier.source, bend, middle, true);
graded(far, -1.7, 8);
const stander = newPicture('Heron', heron.source, bend, { x: 1000, y: 622 }, true);
stander.placement = { ...stander.placement, scaleX: 0.8, scaleY: 0.8 };
graded(stander, -0.45, 10);
const behindHer = drawn(
  start('streak', bend, { x: 0, y: 0 }),
  {
    closed: false,
    anchors: [
      { ...corner(360, 330), kind: 'smooth', out: { x: 220, y: -150 } },
      smooth(1010, 430, 260, 120),
      { ...corner(1500, 560), kind: 'smooth', in: { x: -60, y: -150 } },
    ],
  },
  { start: 70, end: 0 },
);
behindHer.name = 'Behind her';
const inFront = drawn(
  start('streak', bend, { x: 0, y: 0 }),
  {
    closed: false,
    anchors: [
      { ...corner(1500, 560), kind: 'smooth', out: { x: 60, y: 150 } },
      smooth(1080, 730, -280, 50),
      { ...corner(420, 1010), kind: 'smooth', in: { x: 180, y: -190 } },
    ],
  },
  { start: 0, end: 78 },
);
inFront.name = 'In front';
if (inFront.source.kind === 'line')
  inFront.source.passes = inFront.source.passes.map((p) => ({
    ...p,
    ramp: reversed(p.ramp),
  }));
const onFeathers = newFill('Light on feathers', '#ff5a3c');
Object.assign(onFeathers, {
  clip: true,
  blend: 'overlay',
  opacity: 85,
  mask: faded([1380, 620], [860, 360]),
});
const sparks = newLineOf('Sparks', {
  light: '#ffb46b',
  shape: inFront.source.kind === 'line' ? inFront.source.shape : newShape('beam'),
  modifiers: [
    newModifier('scatter', { copies: 110, size: 1, vary: 95, spread: 80, turn: 180, seed: 5 }),
  ],
  passes: [
    newPass('', 'Glow', { width: 8, blur: 4.5, colour: '#ff7a2f', opacity: 80, start: 60 }),
    newPass('', 'Core', { width: 2.4, colour: '#fff0dc', core: true, start: 90 }),
  ],
});
bend.layers.push(
  named(far, 'pier'),
  named(behindHer, 'behind'),
  named(stander, 'heron'),
  named(onFeathers, 'feathers'),
  named(inFront, 'front'),
  named(sparks, 'sparks'),
);
bend.layers.push(
  finish(
    stepOf('grade.colour-balance', { darkBlue: 7, darkRed: -4, brightRed: 4 }),
    stepOf('finish.vignette', { light: -0.9, size: 50 }),
    stepOf('finish.grain', { strength: 2 }),
  ),
);
await write('bend-of-light', bend, [pier, heron]);
