/** Portholes: the dark glass of a brass helmet lit from within, cut out of its studio and set on the pier at night. */
import type { Path } from '@ignis/core/geometry/path';
import { mirrorMaps } from '@ignis/core/brush/mirror';
import { mapped } from '@ignis/core/scene/edits/stroke-edits';
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
import {
  brushed,
  finish,
  graded,
  helmet,
  named,
  paintedBy,
  pier,
  ring,
  stepOf,
  write,
} from './make';

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
/** The middle of the eye, which painting was mirrored over. */
const middle = { x: front.x + 6, y: front.y + 4 };
/** Veins of light, painted once on the right and mirrored. */
const drawnOnce = [-62, -22, 16, 58].map((degrees, i) => {
  const a = (degrees * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  const place = (r: number, aside: number, pressure: number) =>
    [middle.x + r * c - aside * s, middle.y + r * s + aside * c, pressure] as const;
  const bend = i % 2 ? 8 : -7;
  return brushed(
    'Fine veins',
    '#7fe9ff',
    [place(50, 0, 1), place(66, bend, 0.9), place(82, -bend / 2, 0.7), place(112, bend, 0.3)],
    { size: 4.5, taper: 30 },
  );
});
const across = mirrorMaps({ kind: 'axis', at: middle, angle: Math.PI / 2, count: 2 })[0]!;
const veins = behindGlass(
  paintedBy('Veins', [
    ...drawnOnce,
    ...drawnOnce.map((stroke, i) => ({
      ...stroke,
      id: `mirrored-${i + 1}`,
      points: [mapped(stroke, across)],
    })),
  ]),
  front.x,
  front.y,
  106,
  106,
);
Object.assign(veins, { blend: 'screen' });
veins.steps.push(
  stepOf('style.glow', { side: 'outside', reach: 9, colour: '#35d8ff', opacity: 90 }),
  stepOf('style.glow', { side: 'outside', reach: 30, colour: '#0a7dff', opacity: 55 }),
);

/** Depth painted into the glass: dark towards its rim, so that it is round. */
const rim = (r: number, from: number, to: number) =>
  Array.from({ length: 14 }, (_, i) => {
    const a = ((from + ((to - from) * i) / 13) * Math.PI) / 180;
    return [front.x + r * Math.cos(a), front.y + r * Math.sin(a)] as const;
  });
const depth = behindGlass(
  paintedBy('Depth in the glass', [
    brushed('Soft light', '#01040a', rim(92, 20, 200), { size: 84, flow: 70 }),
    brushed('Soft light', '#01040a', rim(98, 200, 330), { size: 56, flow: 55 }),
  ]),
  front.x,
  front.y,
  104,
  104,
);
Object.assign(depth, { opacity: 82 });
/** Sparks that drift in the glass, and two glints on it. */
const sparks = behindGlass(
  paintedBy('Sparks in the glass', [
    brushed('Stars', '#d9f8ff', rim(62, -150, 60), { size: 4, across: 1000, along: 800 }),
    brushed(
      'Glint in an eye',
      '#ffffff',
      [
        [front.x - 46, front.y - 52],
        [front.x - 30, front.y - 62],
        [front.x - 12, front.y - 66],
      ],
      { size: 10, taper: 20 },
    ),
    brushed('Glint in an eye', '#ffffff', [[middle.x - 5, middle.y - 6]], { size: 9 }),
  ]),
  front.x,
  front.y,
  104,
  104,
);
Object.assign(sparks, { blend: 'add' });
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
  const onBoards = {
    ...echo,
    ...{ name: `${of.name} on the boards`, opacity, blend: 'screen' },
    steps: [{ ...newStep('blur.gaussian'), values: { sigma: 11 } }],
    placement: { ...echo.placement, pivotX: front.x, pivotY: BOARDS, scaleX: 1.9, scaleY: -0.16 },
  };
  return named(onBoards, id);
};

scene.layers.push(
  named(night, 'pier'),
  named(brass, 'helmet'),
  named(depth, 'depth'),
  named(veins, 'veins'),
  named(eye, 'eye'),
  named(pupil, 'pupil'),
  named(sparks, 'sparks'),
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
made.layers.push(
  finish(
    stepOf('grade.colour-balance', { darkBlue: 5, darkGreen: 3, brightRed: 4 }),
    stepOf('finish.vignette', { light: -0.9, size: 46 }),
    stepOf('finish.grain', { strength: 2.5 }),
  ),
);
await write('portholes', JSON.parse(JSON.stringify(made)) as typeof scene, [
  pier,
  helmet,
  cut.found,
]);
