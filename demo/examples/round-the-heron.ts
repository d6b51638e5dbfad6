/** Round the heron: one streak that winds round her three times, behind and in front in turn. */
import type { Path } from '@ignis/core/geometry/path';
import { smooth } from '@ignis/core/geometry/path';
import { newPicture, newScene, newSpill } from '@ignis/core/scene/model/make';
import { newWeave } from '@ignis/core/scene/edits/weave-edits';
import { drawn, finish, graded, heron, named, pier, start, stepOf, write } from './make';

const scene = newScene('Round the heron', 1920, 1200, '#0b0d12');
const dusk = newPicture('Pier at dusk', pier.source, scene, { x: 960, y: 600 }, true);
graded(dusk, -1.8, 8);
const bird = newPicture('Heron', heron.source, scene, { x: 1000, y: 622 }, true);
bird.placement = { ...bird.placement, scaleX: 0.8, scaleY: 0.8 };
graded(bird, -0.5, 10);

/** A helix as the eye sees it from a little above, from its foot up: it begins at its right, behind her. */
function helix(turns: number): Path {
  const quarters = turns * 4;
  const at = (q: number) => {
    const a = (q * Math.PI) / 2 + Math.PI / 2;
    const t = q / quarters;
    // Narrower round her neck than round her legs.
    const wide = 330 - 150 * t;
    return {
      x: 985 + wide * Math.sin(a),
      y: 1000 - 700 * t + (95 - 40 * t) * Math.cos(a),
    };
  };
  const anchors = Array.from({ length: quarters + 1 }, (_, q) => {
    const [before, p, after] = [at(q - 0.01), at(q), at(q + 0.01)];
    // A third of the way of a quarter, by its slope here.
    const k = 1 / 0.02 / 3;
    return smooth(p.x, p.y, (after.x - before.x) * k, (after.y - before.y) * k);
  });
  return { closed: false, anchors };
}

const streak = drawn(start('streak', scene, { x: 0, y: 0 }), helix(3), { start: 30, end: 34 });
streak.name = 'Streak';
streak.weave = { ...newWeave('heron'), spill: 38 };

/** The light of the streak on her, and on the boards. */
const spill = (reach: number, blend: string, opacity: number) => {
  const layer = newSpill({ ...streak, id: 'streak' });
  if (layer.source.kind === 'spill') layer.source.values.reach = reach;
  return Object.assign(layer, { clip: true, blend, opacity });
};
const onFeathers = Object.assign(spill(230, 'overlay', 74), { name: 'Light on feathers' });
const onBoards = Object.assign(spill(420, 'soft-light', 80), { name: 'Light on the pier' });
scene.layers.push(
  named(dusk, 'pier'),
  named(onBoards, 'boards'),
  named(bird, 'heron'),
  named(onFeathers, 'feathers'),
  named(streak, 'streak'),
);
scene.layers.push(
  finish(
    stepOf('grade.colour-balance', { darkBlue: 7, brightRed: 5, brightBlue: -4 }),
    stepOf('finish.vignette', { light: -0.8, size: 50 }),
    stepOf('finish.grain', { strength: 2 }),
  ),
);
await write('round-the-heron', scene, [pier, heron]);
