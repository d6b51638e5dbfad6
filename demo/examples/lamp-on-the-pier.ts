/** Lamp on the pier: a beam from the lamp, and lamps on a string along the way. */
import { rampOf } from '@ignis/core/pixels/ramp';
import { corner } from '@ignis/core/geometry/path';
import {
  newGrade,
  newLineOf,
  newPicture,
  newScene,
  newShape,
  newStep,
} from '@ignis/core/scene/model/make';
import { newPass } from '@ignis/core/sources/pass';
import { drawn, finish, graded, named, pier, start, stepOf, write } from './make';

const middle = { x: 960, y: 600 };

const walk = newScene('Lamp on the pier', 1920, 1200, '#0b0d12');
const night7 = newPicture('Pier at dusk', pier.source, walk, middle, true);
graded(night7, -1.15, 2);
const lampBeam = start('beam', walk, { x: 680, y: 240 });
if (lampBeam.source.kind === 'line')
  lampBeam.source.shape = newShape('cone', { length: 960, spread: 50, lamp: 26, direction: 80 });
const haze = newLineOf('Haze', {
  light: '#ffc98a',
  shape: newShape('ellipse', { width: 130, height: 130 }),
  passes: [
    newPass('', 'Far', { draws: 'inside', grow: 60, blur: 130, colour: '#d9873c', opacity: 55 }),
    newPass('', 'Near', { draws: 'inside', blur: 34, colour: '#ffd9a0', opacity: 75 }),
  ],
});
haze.placement = { ...haze.placement, x: 682, y: 262 };
const string = drawn(start('bulbs', walk, { x: 0, y: 0 }), {
  closed: false,
  anchors: [
    { ...corner(690, 170), kind: 'smooth', out: { x: 120, y: 250 } },
    { ...corner(1080, 470), kind: 'smooth', in: { x: -120, y: -10 }, out: { x: 60, y: 10 } },
    { ...corner(1910, 330), kind: 'smooth', in: { x: -220, y: 240 } },
  ],
});
string.name = 'Bulb string';
const ground = newGrade('Night', [newStep('grade.gradient-map')]);
ground.steps[0]!.values.ramp = rampOf([
  [0, '#04101f'],
  [50, '#5c5570'],
  [100, '#ffe7c2'],
]);
Object.assign(ground, { blend: 'soft-light', opacity: 20 });
walk.layers.push(
  named(night7, 'pier'),
  named(lampBeam, 'beam'),
  named(haze, 'haze'),
  named(string, 'bulbs'),
  named(ground, 'night'),
);
walk.layers.push(
  finish(
    stepOf('finish.vignette', { light: -0.6, size: 55 }),
    stepOf('finish.grain', { strength: 2.5, colour: 10 }),
  ),
);
await write('lamp-on-the-pier', walk, [pier]);
