/** Builds the example scenes in demo/scenes/ from the sample pictures: `npx tsx demo/scenes.ts`. */
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { assetName } from '@ignis/core/files/ignis-file';
import { inspectPicture } from '@ignis/core/files/picture-file';
import { corner, smooth, type Path } from '@ignis/core/geometry/path';
import type { Mask } from '@ignis/core/masks/mask';
import { parseScene } from '@ignis/core/scene/check';
import {
  newFill,
  newGrade,
  newGroup,
  newLine,
  newLineOf,
  newMask,
  newModifier,
  newPicture,
  newScene,
  newShape,
  newStep,
} from '@ignis/core/scene/make';
import type { Layer, Scene } from '@ignis/core/scene/schema';
import { started, startingPoints } from '@ignis/core/scene/starting-points/index';
import type { Pass } from '@ignis/core/sources/pass';
import { newPass } from '@ignis/core/sources/pass';

const folder = new URL('./', import.meta.url);

/** A sample picture as a source, and the bytes of its file. */
async function sample(name: string) {
  const bytes = await readFile(new URL(`pictures/${name}.png`, folder));
  const { width, height } = inspectPicture(bytes, name);
  const asset = await assetName(bytes, 'png');
  return { bytes, asset, source: { kind: 'picture' as const, asset, width, height } };
}

/** Ids that stay the same from one build to the next. */
function named(layer: Layer, id: string): Layer {
  layer.id = id;
  layer.steps.forEach((s, i) => (s.id = `${id}-step-${i + 1}`));
  if (layer.source.kind === 'line') {
    layer.source.passes.forEach(
      (p) => (p.id = `${id}-${p.name.toLowerCase().replaceAll(' ', '-')}`),
    );
    layer.source.modifiers.forEach((m, i) => (m.id = `${id}-modifier-${i + 1}`));
  }
  return layer;
}

async function write(slug: string, scene: Scene, pictures: Awaited<ReturnType<typeof sample>>[]) {
  const to = new URL(`scenes/${slug}/`, folder);
  await rm(to, { recursive: true, force: true });
  await mkdir(new URL('assets/', to), { recursive: true });
  await writeFile(new URL('scene.json', to), `${JSON.stringify(parseScene(scene), null, 2)}\n`);
  for (const p of pictures) await writeFile(new URL(`assets/${p.asset}`, to), p.bytes);
}

const pier = await sample('wet-pier');
const heron = await sample('ceramic-heron');
const middle = { x: 960, y: 600 };

const blank = newScene('Blank pier', 1920, 1200, '#0b0d12');
blank.layers.push(named(newPicture('Pier at dusk', pier.source, blank, middle, true), 'pier'));
await write('blank-pier', blank, [pier]);

const scene = newScene('Heron in neon', 1920, 1200, '#0b0d12');
const dusk = newPicture('Pier at dusk', pier.source, scene, middle, true);
const light = newStep('grade.light');
Object.assign(light.values, { exposure: -1.35, contrast: 6 });
dusk.steps.push(light);

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
scene.layers.push(
  named(dusk, 'pier'),
  named(newLine('Ember line', emberPath), 'ember'),
  named(bird, 'heron'),
  named(newLine('Tide line', tidePath, '#2fb8ff', 11), 'tide'),
);
await write('heron-in-neon', scene, [pier, heron]);

/** A mask that fades from all at one place to nothing at another, px of the scene. */
const faded = (from: [number, number], to: [number, number], radial = false): Mask => ({
  ...newMask({ kind: 'fade', radial, x0: from[0], y0: from[1], x1: to[0], y1: to[1] }),
  moves: false,
});

const ring = (x: number, y: number, r: number): Path => {
  const k = r * 0.5523;
  return {
    closed: true,
    anchors: [
      smooth(x + r, y, 0, k),
      smooth(x, y + r, -k, 0),
      smooth(x - r, y, 0, -k),
      smooth(x, y - r, k, 0),
    ],
  };
};

const night = newScene('Night seven', 3840, 2160, '#05070c');
night.end = { exposure: 0, rollOff: true, knee: 74 };

const harbour = newPicture('Pier at dusk', pier.source, night, { x: 1920, y: 1080 }, false);
harbour.placement = { ...harbour.placement, scaleX: 2, scaleY: 2 };
const low = newStep('grade.light');
Object.assign(low.values, { exposure: -0.75, contrast: 10 });
harbour.steps.push(low);

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
  shaft.source.passes = shaft.source.passes
    .filter((p) => p.name === 'Ambient')
    .map((p) => ({ ...p, width: 360, blur: 130, opacity: 60 }));
Object.assign(shaft, { blend: 'soft-light', mask: faded([3300, 0], [2400, 1700]) });

const behind = newGroup('Behind her', [shaft, halo, seven], 'through');

const wader = newPicture('Heron', heron.source, night, { x: 2010, y: 1160 }, false);
wader.placement = { ...wader.placement, scaleX: 1.36, scaleY: 1.36 };
const shade = newStep('grade.light');
Object.assign(shade.values, { exposure: -0.35, contrast: 14 });
wader.steps.push(shade);
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
Object.assign(map.values, { dark: '#061029', middle: '#a04a5e', light: '#fffaf0', amount: 100 });
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

/** A starting point by its name, moved, turned and scaled. */
function start(name: string, size: Scene, to: { x: number; y: number }, values = {}): Layer {
  const layer = started(
    startingPoints.find((p) => p.name === name)!,
    size,
    to,
  );
  layer.placement = { ...layer.placement, ...values };
  return layer;
}

/** The paths of a line, and what is set on all of its passes. */
function drawn(layer: Layer, path: Path, values: Partial<Pass> = {}): Layer {
  if (layer.source.kind !== 'line') return layer;
  layer.source.shape = { kind: 'path', paths: [path] };
  layer.source.passes = layer.source.passes.map((p) => ({ ...p, ...values }));
  return layer;
}

// Bend of light: one sweep that winds round the heron, behind her and in front.
const bend = newScene('Bend of light', 1920, 1200, '#0b0d12');
bend.end = { exposure: 0, rollOff: true, knee: 78 };
const far = newPicture('Pier at dusk', pier.source, bend, middle, true);
const dim = newStep('grade.light');
Object.assign(dim.values, { exposure: -1.7, contrast: 8 });
far.steps.push(dim);
const stander = newPicture('Heron', heron.source, bend, { x: 1000, y: 622 }, true);
stander.placement = { ...stander.placement, scaleX: 0.8, scaleY: 0.8 };
const calm = newStep('grade.light');
Object.assign(calm.values, { exposure: -0.45, contrast: 10 });
stander.steps.push(calm);
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
    colour: p.paint === 'along' ? p.colourEnd : p.colour,
    colourEnd: p.paint === 'along' ? p.colour : p.colourEnd,
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
await write('bend-of-light', bend, [pier, heron]);

// Lamp on the pier: a beam from the lamp, and lamps on a string along the way.
const walk = newScene('Lamp on the pier', 1920, 1200, '#0b0d12');
walk.end = { exposure: 0, rollOff: true, knee: 80 };
const night7 = newPicture('Pier at dusk', pier.source, walk, middle, true);
const later = newStep('grade.light');
Object.assign(later.values, { exposure: -1.15, contrast: 2 });
night7.steps.push(later);
const lampBeam = start('beam', walk, { x: 680, y: 240 });
if (lampBeam.source.kind === 'line')
  lampBeam.source.shape = newShape('cone', { length: 960, spread: 50, lamp: 26, direction: 80 });
lampBeam.opacity = 58;
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
Object.assign(ground.steps[0]!.values, {
  dark: '#04101f',
  middle: '#5c5570',
  light: '#ffe7c2',
  amount: 100,
});
Object.assign(ground, { blend: 'soft-light', opacity: 20 });
walk.layers.push(
  named(night7, 'pier'),
  named(lampBeam, 'beam'),
  named(haze, 'haze'),
  named(string, 'bulbs'),
  named(ground, 'night'),
);
await write('lamp-on-the-pier', walk, [pier]);
