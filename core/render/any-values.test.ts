import { softLine } from '../testing/soft-line';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Values } from '../definitions/parameter';
import { corner, smooth } from '../geometry/path';
import { maskParameters } from '../masks/mask';
import { modifiers } from '../modifiers/index';
import { textures } from '../textures/index';
import { flameParameters } from '../sources/flame-parameters';
import { particleParameters } from '../sources/particle-parameters';
import { paintParameters } from '../paint/parameters';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import {
  newCastShadow,
  newReflection,
  newFlare,
  newFlarePart,
  newFill,
  newFlame,
  newParticles,
  newGrade,
  newLineOf,
  newMask,
  newModifier,
  newPicture,
  newScene,
  newSpill,
  newStep,
} from '../scene/model/make';
import type { Layer, Scene } from '../scene/model/schema';
import { sceneFaults } from '../scene/model/check';
import { shapes } from '../shapes/index';
import { castShadowParameters } from '../sources/cast-shadow-parameters';
import type { LineShape } from '../sources/line-shape';
import { newPass, passParameters } from '../sources/pass';
import { spillParameters } from '../sources/spill';
import { flareParts } from '../flares/index';
import { reflectionParameters } from '../sources/reflection-parameters';
import { flareParameters } from '../sources/flare';
import { pixelSteps, steps } from '../steps/index';
import { anyValues } from '../testing/any-values';
import { ASSET, lookUp, path } from '../testing/scenes';
import { cacheOf } from './cache';
import { render } from './render';

/** Every step, source, modifier, mask and texture with any values: what holds for whatever the artist sets. */

const [WIDTH, HEIGHT] = [64, 48];
const WHOLE: Region = { x: 0, y: 0, width: WIDTH, height: HEIGHT };
const PART: Region = { x: 13, y: 7, width: 22, height: 19 };
const LIMITS = { px: 14, count: 30, pictures: true };

const of = (...layers: Layer[]): Scene => ({
  ...newScene('S', WIDTH, HEIGHT, '#203040'),
  layers,
});
const line = () =>
  softLine(
    'Line',
    { closed: false, anchors: [smooth(8, 34, 8, -24), corner(52, 12)] },
    '#ff8a3c',
    7,
  );
const picture = () =>
  newPicture(
    'Picture',
    { kind: 'picture', asset: ASSET, width: 60, height: 44 },
    of(),
    { x: 32, y: 24 },
    false,
  );
/** A picture that stands upright and leaves room for its shadow. */
const small = () => {
  const layer = picture();
  Object.assign(layer.placement, { scaleX: 0.4, scaleY: 0.5 });
  return layer;
};

/** What is tried, and how near a part must be to the whole; a crowd of strokes adds up many roundings. */
interface Subject {
  name: string;
  scenes: fc.Arbitrary<Scene>;
  within?: number;
}

/** Scenes with one thing in them that has any values. */
const trials: [name: string, scenes: fc.Arbitrary<Scene>][] = [
  ...steps.map((step): [string, fc.Arbitrary<Scene>] => [
    `step ${step.kind}`,
    fc
      .tuple(anyValues(step.parameters, LIMITS), fc.constantFrom(line, picture))
      .map(([values, base]) => {
        const layer: Layer = base();
        layer.steps = [{ ...newStep(step.kind), values }];
        layer.mask = newMask({ kind: 'fade', radial: false, x0: 10, y0: 10, x1: 50, y1: 40 });
        return of(picture(), layer);
      }),
  ]),
  ...pixelSteps.map((step): [string, fc.Arbitrary<Scene>] => [
    `grade of ${step.kind}`,
    anyValues(step.parameters, LIMITS).map((values) =>
      of(picture(), line(), newGrade('Grade', [{ ...newStep(step.kind), values }])),
    ),
  ]),
  ...modifiers.map((modifier): [string, fc.Arbitrary<Scene>] => [
    `modifier ${modifier.kind}`,
    anyValues(modifier.parameters, LIMITS).map((values) => {
      const layer = line();
      layer.source.modifiers = [newModifier(modifier.kind, values)];
      return of(layer);
    }),
  ]),
  [
    'pass',
    anyValues(passParameters, LIMITS).map((values) => {
      const layer = line();
      layer.source.passes = [newPass('pass', 'Pass', { ...values, enabled: true })];
      return of(layer);
    }),
  ],
  [
    'mask',
    anyValues(maskParameters, LIMITS).map((values) => {
      const layer: Layer = picture();
      const around = { closed: true, anchors: [corner(9, 8), corner(50, 12), corner(30, 40)] };
      layer.mask = { ...newMask({ kind: 'area', paths: [around] }), ...values };
      return of(layer);
    }),
  ],
  ...textures.map(({ kind: texture }): [string, fc.Arbitrary<Scene>] => [
    `texture ${texture}`,
    anyValues(paintParameters, LIMITS).map((values) => {
      const layer = newFill('Fill', '#405060');
      layer.source.paint = { ...values, paint: 'texture', texture, fit: 'scene' } as never;
      return of(layer);
    }),
  ]),
  [
    'particles',
    anyValues(particleParameters, { ...LIMITS, px: 30 }).map((values) => {
      const on = line();
      const layer = newParticles('Particles', values);
      layer.source.of = on.id;
      return of(picture(), on, layer);
    }),
  ],
  [
    'flame',
    anyValues(flameParameters, { ...LIMITS, px: 40 }).map((values) => {
      const on = line();
      const layer = newFlame('Flame', values);
      layer.source.of = on.id;
      return of(picture(), on, layer);
    }),
  ],
  [
    'fill',
    anyValues(paintParameters, LIMITS).map((values) => {
      const layer = newFill('Fill', '#405060');
      layer.source.paint = { ...values, fit: 'scene' };
      return of(layer);
    }),
  ],
  [
    'spill',
    anyValues(spillParameters, LIMITS).map((values: Values<typeof spillParameters>) => {
      const light = line();
      const spill = { ...newSpill(light), clip: true };
      spill.source.values = values;
      return of(picture(), spill, light);
    }),
  ],
  [
    'cast shadow',
    anyValues(castShadowParameters, LIMITS).map((values) => {
      const caster = small();
      const shadow = newCastShadow(caster);
      shadow.source.values = values;
      return of(picture(), shadow, caster);
    }),
  ],
  [
    'reflection',
    anyValues(reflectionParameters, LIMITS).map((values) => {
      const subject = small();
      const made = newReflection(subject);
      made.source.values = values;
      return of(picture(), made, subject);
    }),
  ],
  ...flareParts.map((part): [string, fc.Arbitrary<Scene>] => [
    `part of a flare ${part.kind}`,
    fc
      .tuple(anyValues(part.parameters, LIMITS), anyValues(flareParameters, LIMITS))
      .map(([values, whole]) => {
        const made = { ...newFlarePart(part.kind), values };
        const flare = newFlare('Flare', 60, { light: '#ffd0a0', seed: 3, parts: [made] });
        Object.assign(flare.source.values, whole);
        flare.placement = { ...flare.placement, x: 30, y: 22 };
        return of(picture(), line(), flare);
      }),
  ]),
];

const subjects: Subject[] = trials.map(([name, scenes]) => ({
  ...{ name, scenes },
  ...(['modifier scatter', 'spill'].includes(name) && { within: 1 / 255 }),
}));

const greatest = (a: Float32Array, b: Float32Array): number =>
  a.reduce((m, v, i) => Math.max(m, Math.abs(v - b[i]!)), 0);

/** The mean difference between a picture at half scale and the whole one, each four px of it as one. */
function farFromHalf(whole: Float32Array, half: Float32Array): number {
  let sum = 0;
  for (let y = 0; y < HEIGHT / 2; y++)
    for (let x = 0; x < WIDTH / 2; x++)
      for (let c = 0; c < 4; c++) {
        const at = (dx: number, dy: number) => whole[((2 * y + dy) * WIDTH + 2 * x + dx) * 4 + c]!;
        const four = (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4;
        sum += Math.abs(four - half[(y * (WIDTH / 2) + x) * 4 + c]!);
      }
  return sum / half.length;
}

describe('with any values', () => {
  for (const { name, scenes, within = 1e-3 } of subjects)
    it(`${name}: is finite, of a part as of the whole, cached as uncached, and at half scale near it`, () => {
      fc.assert(
        fc.property(scenes, (s) => {
          expect(sceneFaults(JSON.parse(JSON.stringify(s)))).toEqual([]);
          const { memo, clear } = cacheOf(2 ** 24);
          const see = (region: Region, scale = 1, cached = false) =>
            render(s, { region, scale, picture: lookUp, ...(cached && { memo }) });
          const whole = see(WHOLE);
          for (const v of whole.data)
            if (!(v >= -1e-5 && v < 1e4)) throw new Error(`There is ${v}.`);
          expect(greatest(crop(whole, PART).data, see(PART).data)).toBeLessThan(within);
          for (let i = 0; i < 2; i++)
            expect(greatest(see(WHOLE, 1, true).data, whole.data)).toBe(0);
          clear();
          const half = see({ x: 0, y: 0, width: WIDTH / 2, height: HEIGHT / 2 }, 0.5);
          expect(farFromHalf(whole.data, half.data)).toBeLessThan(0.12);
        }),
        // What fails need not be made small: it is small already.
        { numRuns: 6, endOnFailure: true },
      );
    });
});

describe('a line with the ends of all ranges', () => {
  const shape: fc.Arbitrary<LineShape> = fc.oneof(
    path.map((p): LineShape => ({ kind: 'path', paths: [p] })),
    fc
      .constantFrom(...shapes)
      .chain((s) => anyValues(s.parameters).map((values): LineShape => ({ kind: s.kind, values }))),
  );
  const changes = fc.array(
    fc
      .constantFrom(...modifiers)
      .chain((m) => anyValues(m.parameters).map((values) => newModifier(m.kind, values))),
    { maxLength: 3 },
  );
  const gaps = fc.array(
    fc.record({
      strand: fc.nat(2),
      at: fc.constantFrom(0, 0.4, 1),
      size: fc.constantFrom(0, 30, 100_000),
    }),
    { maxLength: 2 },
  );
  it('comes to an end, and to light that is finite and not below nothing', () => {
    fc.assert(
      fc.property(
        shape,
        changes,
        gaps,
        anyValues(passParameters),
        (shape, modifiers, gaps, values) => {
          const passes = [newPass('x', 'Pass', { ...values, enabled: true })];
          const layer = newLineOf('Line', { light: '#2fb8ff', shape, modifiers, gaps, passes });
          const made = render(of(layer), { region: WHOLE, scale: 1, picture: lookUp });
          for (const v of made.data) if (!(v >= 0 && v < 1e4)) throw new Error(`There is ${v}.`);
        },
      ),
      { numRuns: 40 },
    );
  });
});
