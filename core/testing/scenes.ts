import { defaultsOf } from '../definitions/parameter-values';
import { textureMaskParameters } from '../masks/texture';
import { textures } from '../textures/index';
import fc from 'fast-check';
import { paint } from './paint';
import { boxPath } from '../geometry/box-paths';
import type { Path } from '../geometry/path';
import { smooth } from '../geometry/path';
import type { Picture } from '../kernels/picture';
import { picture } from '../kernels/picture';
import type { MaskShape } from '../masks/index';
import type { Mask } from '../masks/mask';
import { modifiers } from '../modifiers/index';
import {
  newCastShadow,
  newFill,
  newGrade,
  newGroup,
  newLine,
  newMask,
  newModifier,
  newPicture,
  newScene,
  newShape,
} from '../scene/model/make';
import { shapes } from '../shapes/index';
import type { LineShape } from '../sources/line-shape';
import { rampOf } from '../pixels/ramp';
import type { Pass } from '../sources/pass';
import { newPass } from '../sources/pass';
import type { Corners } from '../definitions/placement';
import type { Layer, Scene } from '../scene/model/schema';
import { everyLayer } from '../scene/model/schema';
import { blends } from '../blend/index';
import { placed } from '../scene/arrange/placement';
import { stepOfKind } from '../steps/index';
import { kindsOfSteps, nearStep } from './near-steps';
import { isLine } from '../scene/model/traits';

/** Made-up scenes for tests. */

export const ASSET = `${'a'.repeat(64)}.png`;

/** A picture of noise and gradients with soft alpha. */
export const sample: Picture = picture({
  width: 60,
  height: 44,
  depth: 8,
  data: Uint8Array.from({ length: 60 * 44 * 4 }, (_, i) => {
    const p = i >> 2;
    const x = p % 60;
    const y = (p / 60) | 0;
    return [(x * 4) & 255, (y * 5 + x) & 255, ((x ^ y) * 9) & 255, x < 30 ? 255 : (x * 7) & 255][
      i & 3
    ]!;
  }),
});

export const lookUp = (): Picture => sample;

const place = fc.integer({ min: 0, max: 100 });
const pull = fc.integer({ min: -30, max: 30 });

export const path: fc.Arbitrary<Path> = fc.record({
  closed: fc.boolean(),
  anchors: fc.array(
    fc.tuple(place, place, pull, pull).map(([x, y, u, v]) => smooth(x, y, u, v)),
    { minLength: 2, maxLength: 4 },
  ),
});

/** A value three times in ten: what costs much, and is rare in scenes, such as corners. */
const sometimes = <T>(value: fc.Arbitrary<T>): fc.Arbitrary<T | null> =>
  fc.oneof({ weight: 7, arbitrary: fc.constant(null) }, { weight: 3, arbitrary: value });

const placement = fc.record({
  x: fc.integer({ min: -30, max: 30 }),
  y: fc.integer({ min: -30, max: 30 }),
  scaleX: fc.constantFrom(0.4, 0.5, 1, 1.3, -1, 2),
  scaleY: fc.constantFrom(0.5, 1, 1.7),
  shear: fc.constantFrom(0, 0, 0, 25),
  rotation: fc.constantFrom(0, 0, 30, 90, -17),
  corners: sometimes(
    fc.constantFrom<Corners>(
      {
        box: { x0: 0, y0: 0, x1: 60, y1: 44 },
        to: [
          { x: 6, y: 4 },
          { x: 55, y: -3 },
          { x: 66, y: 50 },
          { x: -4, y: 40 },
        ],
      },
      {
        box: { x0: 10, y0: 10, x1: 90, y1: 80 },
        to: [
          { x: 30, y: 10 },
          { x: 70, y: 10 },
          { x: 90, y: 80 },
          { x: 10, y: 80 },
        ],
      },
    ),
  ),
});

/** The id of the selection that every scene keeps. */
const KEPT = 'kept';

const maskShape: fc.Arbitrary<MaskShape> = fc.oneof(
  fc.constant<MaskShape>({ kind: 'full' }),
  fc
    .tuple(fc.boolean(), place, place, place, place)
    .map(([radial, x0, y0, x1, y1]): MaskShape => ({ kind: 'fade', radial, x0, y0, x1, y1 })),
  fc.constant<MaskShape>({ kind: 'picture', asset: ASSET, width: 60, height: 44 }),
  path.map((p): MaskShape => ({ kind: 'area', paths: [p] })),
  fc.constant<MaskShape>({ kind: 'kept', within: KEPT }),
  fc.constant<MaskShape>({ kind: 'tones', of: null, from: 30, to: 90, soft: 10 }),
  fc.constantFrom(...textures).map(({ kind }): MaskShape => ({
    ...{ kind: 'texture', ...defaultsOf(textureMaskParameters), texture: kind },
    ...{ size: 20, from: 70, to: 20 },
  })),
  fc.tuple(place, place, fc.boolean()).map(([x, y, touching]): MaskShape => ({
    ...{ kind: 'reach', of: null, colour: '#ff5a1f', tolerance: 30, soft: 20 },
    ...{ x, y, touching },
  })),
  fc
    .array(
      fc
        .tuple(fc.boolean(), fc.constantFrom(0, 60, 100), fc.constantFrom(30, 100), place, place)
        .map(([hides, hardness, flow, x, y]) => ({
          ...{ hides, hardness, flow, size: 24, opacity: 80 },
          points: [x, y, 1, 50, 50, 0.6],
        })),
      { maxLength: 3 },
    )
    .chain((strokes) =>
      fc
        .constantFrom(undefined, undefined, KEPT)
        .map((within): MaskShape => ({ kind: 'strokes', strokes, ...(within && { within }) })),
    ),
);

const mask: fc.Arbitrary<Mask> = fc
  .record({
    parts: fc.array(
      fc.record({
        id: fc.constant('p'),
        enabled: fc.constantFrom(true, true, false),
        way: fc.constantFrom('add', 'add', 'subtract', 'intersect'),
        shape: maskShape,
      }),
      { minLength: 1, maxLength: 3 },
    ),
    place: sometimes(placement.map((p) => ({ ...placed(), ...p }))),
    smooth: fc.constantFrom(0, 0, 0, 6),
    border: fc.constantFrom(0, 0, 0, 5),
    grow: fc.constantFrom(0, 0, 3, -2),
    contrast: fc.constantFrom(0, 0, 50),
    enabled: fc.boolean(),
    invert: fc.boolean(),
    density: fc.constantFrom(100, 100, 60),
    feather: fc.constantFrom(0, 0, 3, 9),
    moves: fc.boolean(),
  })
  .map((m) => m as Mask);

/** A ready shape a tenth as large, to fit these scenes. */
const small = (shape: LineShape): LineShape =>
  'values' in shape
    ? {
        ...shape,
        values: Object.fromEntries(
          Object.entries(shape.values).map(([k, v]) => [
            k,
            typeof v === 'number' && v >= 100 ? v / 10 : v,
          ]),
        ),
      }
    : shape;

/** A pass with anything set on it. */
export const pass: fc.Arbitrary<Partial<Pass>> = fc.record(
  {
    draws: fc.constantFrom('stroke', 'inside', 'both'),
    width: fc.integer({ min: 0, max: 14 }),
    grow: fc.integer({ min: -4, max: 6 }),
    blur: fc.constantFrom(0, 0, 2, 9),
    blurring: fc.constantFrom('gaussian', 'gaussian', 'halo'),
    tailReach: fc.constantFrom(10, 60),
    intensity: fc.constantFrom(0, 0, 2.5),
    hardness: fc.constantFrom(100, 40),
    paint: fc.constantFrom('one', 'one', 'along', 'linear', 'radial'),
    ramp: fc.constantFrom(
      rampOf([
        [0, '#ffffff'],
        [100, '#ff5a1f'],
      ]),
      rampOf(
        [[0, '#ff0000']],
        [
          [0, 100],
          [100, 0],
        ],
      ),
    ),
    start: fc.constantFrom(0, 30, 100),
    end: fc.constantFrom(0, 50),
    point: fc.constantFrom('pointed', 'rounded', 'sharp'),
    dashes: fc.boolean(),
    dash: fc.constantFrom(0, 8),
    gap: fc.constantFrom(0, 9),
    x: fc.integer({ min: -9, max: 9 }),
    beside: fc.integer({ min: -6, max: 6 }),
    cap: fc.constantFrom('round', 'flat'),
    join: fc.constantFrom('round', 'bevel', 'miter'),
  },
  // The tail of a halo goes far beyond small pictures unless set otherwise.
  { requiredKeys: ['tailReach'] },
);

const own: fc.Arbitrary<Layer> = fc.oneof(
  {
    weight: 3,
    arbitrary: fc
      .tuple(path, fc.integer({ min: 1, max: 9 }))
      .map(([line, width]) => newLine('Line', line, '#ff5a1f', width)),
  },
  {
    weight: 2,
    arbitrary: fc
      .tuple(
        path,
        fc.option(fc.constantFrom(...shapes.map((s) => s.kind)), { freq: 3 }),
        fc.array(fc.constantFrom(...modifiers.map((m) => m.kind)), { maxLength: 2 }),
        pass,
      )
      .map(([p, kind, kinds, drawn]) => {
        const light = newLine('Light', p, '#2fb8ff', 3);
        if (!isLine(light)) return light;
        if (kind) light.source.shape = small(newShape(kind));
        light.source.modifiers = kinds.map((k) =>
          newModifier(k, k === 'repeat' ? { copies: 3 } : k === 'scatter' ? { copies: 5 } : {}),
        );
        light.source.passes = [newPass('x', 'Pass', drawn)];
        return light;
      }),
  },
  {
    weight: 3,
    arbitrary: fc
      .constant(null)
      .map(() =>
        newPicture(
          'Picture',
          { kind: 'picture', asset: ASSET, width: 60, height: 44 },
          newScene('', 100, 100, null),
          { x: 50, y: 50 },
          true,
        ),
      ),
  },
  { weight: 1, arbitrary: fc.constantFrom('#203a80', '#e07020').map((c) => newFill('Fill', c)) },
  { weight: 1, arbitrary: paint },
  { weight: 1, arbitrary: fc.constant(null).map(() => newGrade('Grade', [])) },
);

/** A layer of any kind, with all that can be set on it; groups hold layers of up to `depth` more levels. */
const layerWithin = (depth: number): fc.Arbitrary<Layer> =>
  fc
    .record({
      made:
        depth > 0
          ? fc.oneof(
              { weight: 4, arbitrary: own },
              {
                weight: 1,
                arbitrary: fc
                  .tuple(
                    fc.array(layerWithin(depth - 1), { maxLength: 3 }),
                    fc.constantFrom('through' as const, 'one' as const),
                  )
                  .map(([layers, lands]) => newGroup('Group', layers, lands)),
              },
            )
          : own,
      placement,
      opacity: fc.constantFrom(100, 100, 70, 0),
      blend: fc.constantFrom('normal', 'normal', ...blends.map((b) => b.name)),
      visible: fc.constantFrom(true, true, true, false),
      clip: fc.boolean(),
      body: fc.constantFrom(100, 100, 40, 0),
      mask: fc.option(mask, { freq: 3 }),
      steps: fc.uniqueArray(fc.constantFrom(...kindsOfSteps), { maxLength: 2 }),
      within: fc.constantFrom(undefined, undefined, undefined, KEPT),
      laid: fc.constantFrom(undefined, undefined, 'multiply', 'screen'),
    })
    .map(({ made, placement, steps, within, laid, ...rest }) => ({
      ...made,
      ...rest,
      placement: { ...made.placement, ...placement },
      steps: steps.map((k) => ({
        ...nearStep(k),
        ...(within && { within }),
        ...(laid && stepOfKind(k).works === 'pixels' && { blend: laid }),
      })),
    }));

/** What every scene keeps selected: a soft band across it. */
const BAND = {
  id: KEPT,
  name: 'Band',
  mask: {
    ...newMask({ kind: 'area', paths: [boxPath({ x0: -5, y0: 20, x1: 105, y1: 70 })] }),
    ...{ feather: 2, moves: false },
  },
};

/** Scenes of 100 × 100 px with layers of every kind, nested, clipped, masked, woven and partly selected. */
export const scene: fc.Arbitrary<Scene> = fc
  .record({
    layers: fc.array(layerWithin(2), { maxLength: 5 }),
    background: fc.option(fc.constant('#203040')),
    mixing: fc.constantFrom('displayed' as const, 'displayed' as const, 'light' as const),
    weaves: fc.array(
      fc.tuple(fc.nat(), fc.nat(), fc.constantFrom('behind', 'alternate'), fc.constantFrom(0, 60)),
      { maxLength: 2 },
    ),
    shadow: fc.option(fc.nat(), { freq: 2 }),
  })
  .map(({ weaves, shadow, ...s }) => {
    const made = { ...newScene('Test', 100, 100, null), ...s, kept: [BAND] };
    const all = everyLayer(made.layers);
    for (const [i, k, way, spill] of weaves) {
      const [layer, subject] = [all[i % (all.length || 1)], all[k % (all.length || 1)]];
      if (layer && subject)
        layer.weave = { enabled: true, with: subject.id, way, spill, choices: [] };
    }
    const caster = shadow === null ? null : all[shadow % (all.length || 1)];
    // Behind all, so that whatever is drawn lies on it.
    if (caster) made.layers = [newCastShadow(caster), ...made.layers];
    return made;
  });
