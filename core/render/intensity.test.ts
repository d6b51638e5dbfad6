import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { corner } from '../geometry/path';
import { linear } from '../pixels/colour';
import type { Mixing } from '../pixels/colour';
import {
  newEcho,
  newFill,
  newGroup,
  newLineOf,
  newMask,
  newPaint,
  newPicture,
  newScene,
  newShape,
  newSpill,
  newStep,
} from '../scene/model/make';
import { parseScene } from '../scene/model/check';
import type { Layer, Scene } from '../scene/model/schema';
import { placed } from '../scene/arrange/placement';
import { boxPath } from '../geometry/box-paths';
import { newPass } from '../sources/pass';
import { ASSET, lookUp } from '../testing/scenes';
import { paintStroke } from '../testing/painted';
import { render } from './render';

const region = { x: 0, y: 0, width: 60, height: 44 };
const see = (layers: Layer[], mixing: Mixing = 'light') =>
  render({ ...newScene('', 60, 44, null), mixing, layers }, { region, scale: 1, picture: lookUp })
    .data;

/** A filled oval. */
const oval = (): Layer => ({
  ...newLineOf('', {
    light: '#40ff80',
    shape: newShape('ellipse', { width: 50, height: 36 }),
    passes: [newPass('inside', '', { draws: 'inside', colour: '#40c080' })],
  }),
  placement: { ...placed(), x: 30, y: 22 },
});

/** Everything that emits, in its own way, with an intensity of its own. */
const emitters: Record<string, (intensity: number) => Layer> = {
  picture: (intensity) => ({
    ...newPicture(
      '',
      { kind: 'picture', asset: ASSET, width: 60, height: 44 },
      newScene('', 60, 44, null),
      { x: 30, y: 22 },
      false,
    ),
    intensity,
  }),
  fill: (intensity) => ({ ...newFill('', '#804020'), intensity }),
  shape: (intensity) => ({ ...oval(), intensity }),
  pass: (intensity) =>
    newLineOf('', {
      light: '#ff8000',
      shape: { kind: 'path', paths: [{ closed: false, anchors: [corner(5, 9), corner(50, 30)] }] },
      passes: [
        newPass('wide', '', { width: 20, blur: 6, colour: '#c04010', intensity }),
        newPass('ramp', '', { width: 8, paint: 'beside', blend: 'add', intensity }),
      ],
    }),
  glow: (intensity) => ({
    ...oval(),
    body: 0,
    steps: ['style.glow', 'style.paint', 'style.gloss', 'style.outline'].map((kind) => {
      const step = newStep(kind);
      return { ...step, values: { ...step.values, blend: 'normal', intensity } };
    }),
  }),
  stroke: (intensity) => {
    const layer = newPaint('');
    const way = [
      [10, 10],
      [40, 30],
    ] as const;
    layer.source.strokes = [
      paintStroke(way, { size: 14, intensity }, { colour: '#30a0ff' }),
      paintStroke(way, { size: 9, tip: 'soft', intensity }, { colour: '#ff2060' }),
    ];
    return layer;
  },
};

describe('an intensity', () => {
  for (const [name, make] of Object.entries(emitters)) {
    it(`of ${name} multiplies linear light, in either way of mixing`, () => {
      // Alone on nothing: how layers cover one another in displayed values is no product.
      const alone = (stops: number): Layer => {
        const made = make(stops);
        if (made.source.kind === 'line') made.source.passes.splice(1);
        if (made.source.kind === 'paint') made.source.strokes.splice(1);
        made.steps.splice(1);
        return made;
      };
      for (const mixing of ['light', 'displayed'] as const) {
        const light = (v: number) => (mixing === 'light' ? v : linear(v));
        const plain = see([alone(0)], mixing);
        expect(Math.max(...plain)).toBeGreaterThan(0.1);
        for (const stops of [-3, 2, 8]) {
          const made = see([alone(stops)], mixing);
          let worst = 0;
          for (let i = 0; i < made.length; i++) {
            const a = plain[i | 3]!;
            if (i % 4 === 3) worst = Math.max(worst, Math.abs(made[i]! - a));
            else if (a > 0.02) {
              const wanted = light(plain[i]! / a) * 2 ** stops;
              worst = Math.max(worst, Math.abs(light(made[i]! / a) - wanted) / (0.01 + wanted));
            }
          }
          expect(worst).toBeLessThan(2e-3);
        }
      }
    });

    it(`of ${name} at both ends is finite and valid`, () => {
      for (const intensity of [-6, 8]) {
        const layer = { ...make(intensity), blend: 'screen' };
        const scene: Scene = { ...newScene('', 60, 44, '#000000'), layers: [layer] };
        expect(parseScene(structuredClone(scene)).layers).toHaveLength(1);
        for (const mixing of ['light', 'displayed'] as const)
          expect(see([newFill('', '#202020'), layer], mixing).every(Number.isFinite)).toBe(true);
      }
    });
  }

  it('goes through blurs, groups, clips, masks and echoes untouched', () => {
    const stops = fc.constantFrom(-2, 1, 3, 6);
    fc.assert(
      fc.property(stops, fc.constantFrom(...Object.keys(emitters)), (intensity, name) => {
        const through = (k: number): Layer[] => {
          const lit = { ...emitters[name]!(k), id: 'lit', blend: 'normal' };
          const blurred = {
            ...lit,
            steps: [...lit.steps, newStep('blur.gaussian')],
            mask: newMask({ kind: 'area', paths: [boxPath({ x0: 4, y0: 4, x1: 44, y1: 34 })] }),
          };
          const clipped = { ...lit, id: 'clipped', clip: true };
          return [
            blurred,
            { ...newEcho(blurred, 7), body: blurred.body },
            newGroup('', [{ ...oval(), body: 0 }, clipped], 'one'),
          ];
        };
        // Laid on one another by coverage alone, all of it is as many times as bright.
        const [plain, made] = [see(through(0)), see(through(intensity))];
        let worst = 0;
        for (let i = 0; i < made.length; i++) {
          const wanted = i % 4 === 3 ? plain[i]! : plain[i]! * 2 ** intensity;
          worst = Math.max(worst, Math.abs(made[i]! - wanted) / (0.01 + wanted));
        }
        expect(worst).toBeLessThan(2e-3);
      }),
      { numRuns: 30 },
    );
  });

  it('of an echo adds to that of what it follows', () => {
    const shape = { ...emitters.shape!(2), id: 'own' };
    const hidden = { ...shape, visible: false };
    const echo = { ...newEcho(shape, 0), intensity: 1 };
    expect(see([hidden, echo])).toEqual(see([{ ...shape, intensity: 3 }]));
  });

  it('of a spill multiplies its light', () => {
    const line = { ...emitters.pass!(0), id: 'line', opacity: 0 };
    const spill = (intensity: number): Layer => ({ ...newSpill(line), intensity });
    const [plain, made] = [see([line, spill(0)]), see([line, spill(2)])];
    const worst = made.reduce(
      (w, v, i) => Math.max(w, Math.abs(v - (i % 4 === 3 ? 1 : 4) * plain[i]!)),
      0,
    );
    expect(Math.max(...plain)).toBeGreaterThan(0);
    expect(worst).toBeLessThan(1e-4);
  });
});
