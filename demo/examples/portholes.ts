/** Portholes: the dark glass of a brass helmet lit from within, cut out of its studio and set on the pier at night. */
import type { Path } from '@ignis/core/geometry/path';
import { corner, smooth } from '@ignis/core/geometry/path';
import { edit } from '@ignis/core/scene/edits/edit';
import {
  newEcho,
  newLine,
  newMask,
  newPicture,
  newScene,
  newStep,
} from '@ignis/core/scene/model/make';
import type { Layer } from '@ignis/core/scene/model/schema';
import { castShadowOf, setLightOrShadow, spillOn } from '@ignis/core/scene/edits/spill-edits';
import { cutFrom } from './cut';
import { graded, helmet, named, pier, ring, write } from './make';

const scene = newScene('Portholes', 1920, 1200, '#05070c');
scene.light = { ...scene.light, angle: -70, height: 30 };
const night = newPicture('Pier at night', pier.source, scene, { x: 960, y: 560 }, true);
night.placement = { ...night.placement, scaleX: 1.15, scaleY: 1.15 };
graded(night, -1.5, 8);

const cut = await cutFrom(helmet, { x0: 270, y0: 85, x1: 1150, y1: 1000 });
const brass = newPicture('Helmet', helmet.source, scene, { x: 960, y: 610 }, true);
brass.placement = { ...brass.placement, scaleX: 1.0, scaleY: 1.0 };
brass.mask = newMask(cut.shape);
brass.steps.push(newStep('grade.fringe'));
graded(brass, -1.6, 16);

/** From px of the helmet's picture to the scene. */
const at = (x: number, y: number) => ({ x: 960 + (x - 720), y: 610 + (y - 540) });
const [front, side] = [at(789, 455), at(431, 434)];

/** What is seen through glass: only that within it. */
const behindGlass = (layer: Layer, x: number, y: number, rx: number, ry: number): Layer => {
  const glass = ring(x, y, rx);
  const k = ry / rx;
  const tall: Path = {
    closed: true,
    anchors: glass.anchors.map((a) => ({
      ...a,
      y: y + (a.y - y) * k,
      in: { ...a.in, y: a.in.y * k },
      out: { ...a.out, y: a.out.y * k },
    })),
  };
  layer.mask = { ...newMask({ kind: 'area', paths: [tall] }), feather: 5, moves: false };
  return layer;
};

const LIGHT = '#35d8ff';
const eye = behindGlass(
  newLine('Eye', ring(front.x + 6, front.y + 4, 46), LIGHT, 15),
  front.x,
  front.y,
  104,
  104,
);
const pupil = behindGlass(
  newLine('Pupil', ring(front.x + 6, front.y + 4, 9), '#b8f4ff', 12),
  front.x,
  front.y,
  104,
  104,
);
/** Veins of light: from the pupil to the rim, thin and unsteady. */
const veins = [20, 78, 141, 205, 262, 318].map((degrees, i) => {
  const a = (degrees * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  const place = (r: number, aside: number) =>
    [front.x + 6 + r * c - aside * s, front.y + 4 + r * s + aside * c] as const;
  const [x0, y0] = place(52, 0);
  const [x1, y1] = place(78, i % 2 ? 9 : -8);
  const [x2, y2] = place(118, i % 2 ? -4 : 5);
  const path: Path = {
    closed: false,
    anchors: [corner(x0, y0), smooth(x1, y1, 12 * c, 12 * s), corner(x2, y2)],
  };
  return named(
    behindGlass(newLine(`Vein ${i + 1}`, path, LIGHT, 2.4), front.x, front.y, 106, 106),
    `vein-${i + 1}`,
  );
});
const glint = behindGlass(
  newLine('Side eye', ring(side.x, side.y, 34), LIGHT, 11),
  side.x,
  side.y,
  36,
  96,
);
glint.placement = { ...glint.placement, scaleX: 0.5, pivotX: side.x, pivotY: side.y, scaleY: 1.5 };
glint.mask = { ...glint.mask!, moves: false };

/** Where the helmet stands on the boards, scene px. */
const BOARDS = 1068;
/** What the wet boards give back of a light: its echo upside down, flat and soft. */
const given = (of: Layer, id: string, opacity: number): Layer => {
  const echo = newEcho(of, 0);
  return {
    ...named(echo, id),
    ...{ name: `${of.name} on the boards`, opacity, blend: 'screen' },
    steps: [{ ...newStep('blur.gaussian'), values: { sigma: 11 } }],
    placement: { ...echo.placement, pivotX: front.x, pivotY: BOARDS, scaleX: 1.9, scaleY: -0.16 },
  };
};

scene.layers.push(
  named(night, 'pier'),
  named(brass, 'helmet'),
  ...veins,
  named(eye, 'eye'),
  named(pupil, 'pupil'),
  named(glint, 'side'),
);
const reflections = [given(eye, 'eye-below', 55), given(pupil, 'pupil-below', 55)];
const edited = [
  castShadowOf(brass, 'shadow'),
  setLightOrShadow('shadow', { length: 60, flat: 55, contact: 2, blurFar: 26, colour: '#02040a' }),
  spillOn(eye, 'helmet', 'spill'),
  setLightOrShadow('spill', { reach: 420 }),
  spillOn(glint, 'helmet', 'side-spill'),
  setLightOrShadow('side-spill', { reach: 200 }),
].reduce((s, e) => edit(s, '', e).scene, scene);
// On the boards, over the shadow that lies there.
const made = {
  ...edited,
  layers: edited.layers.flatMap((l) => (l.id === 'helmet' ? [...reflections, l] : [l])),
};
await write('portholes', JSON.parse(JSON.stringify(made)) as typeof scene, [
  pier,
  helmet,
  cut.found,
]);
