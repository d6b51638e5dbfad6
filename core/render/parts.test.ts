import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { crop } from '../pixels/buffer';
import { newLineOf, newModifier, newScene, newShape, newStep } from '../scene/model/make';
import { placed } from '../scene/arrange/placement';
import type { Layer } from '../scene/model/schema';
import { newPass } from '../sources/pass';
import { lookUp } from '../testing/scenes';
import { render } from './render';

/** Lines of very many small strands, and shapes with styles, in parts: to the last bit what they are in the whole. */
const whole = { x: 0, y: 0, width: 260, height: 200 };

const crowds: Record<string, Layer> = {
  'scattered sparks': newLineOf('', {
    light: '#ffd060',
    shape: newShape('star', {}),
    modifiers: [newModifier('scatter', { copies: 250, size: 4, spread: 120, seed: 7 })],
    passes: [
      newPass('soft', '', { width: 8, blur: 3.3, colour: '#ff8020' }),
      newPass('core', '', { width: 2.4 }),
    ],
  }),
  'repeats of a ripple': newLineOf('', {
    light: '#60d0ff',
    shape: newShape('ellipse', { width: 900, height: 500 }),
    modifiers: [newModifier('ripple'), newModifier('repeat', { copies: 24 })],
    passes: [newPass('one', '', { width: 3.1 }), newPass('dashed', '', { width: 7, dashes: true })],
  }),
  'a shape with a fine edge, its shadow and its halo': {
    ...newLineOf('', {
      light: '#ffffff',
      shape: newShape('star', {}),
      passes: [newPass('inside', '', { draws: 'inside', colour: '#804020' })],
    }),
    steps: ['style.shadow', 'style.glow', 'style.outline'].map((kind) => {
      const step = newStep(kind);
      const halo = kind === 'style.glow' ? { way: 'halo', tailReach: 60 } : {};
      return { ...step, values: { ...step.values, distance: 7.3, ...halo } as typeof step.values };
    }),
  },
  'tubes along a shape and its centre line': {
    ...newLineOf('', {
      light: '#ffffff',
      shape: newShape('star', {}),
      passes: [newPass('inside', '', { draws: 'inside', colour: '#804020' })],
    }),
    body: 20,
    steps: ['outline', 'centre'].map((along) => {
      const step = newStep('style.tube');
      const look = { along, gap: 30, ends: 'blocked', holders: 90, standsOff: 12, out: 50 };
      return { ...step, values: { ...step.values, ...look, tailReach: 60 } as typeof step.values };
    }),
  },
};

describe('a part of a picture', () => {
  for (const [name, layer] of Object.entries(crowds))
    it(`of ${name} is the same crop of the whole, to the last bit`, () => {
      const scene = {
        ...newScene('', 1040, 800, null),
        layers: [{ ...layer, placement: { ...placed(), x: 520, y: 400, rotation: 13 } }],
      };
      const see = (region: typeof whole) => render(scene, { region, scale: 0.25, picture: lookUp });
      const all = see(whole);
      expect(all.data.some((v) => v > 0)).toBe(true);
      const part = fc.record({
        x: fc.integer({ min: -5, max: 220 }),
        y: fc.integer({ min: -5, max: 160 }),
        width: fc.integer({ min: 1, max: 120 }),
        height: fc.integer({ min: 1, max: 90 }),
      });
      fc.assert(
        fc.property(part, (region) => {
          const [own, same] = [see(region).data, crop(all, region).data];
          const inside = (i: number) => {
            const [x, y] = [
              region.x + ((i >> 2) % region.width),
              region.y + Math.floor((i >> 2) / region.width),
            ];
            return x >= 0 && y >= 0 && x < whole.width && y < whole.height;
          };
          expect(own.findIndex((v, i) => v !== same[i] && inside(i))).toBe(-1);
        }),
        // Every part of tubes finds their ways anew.
        { numRuns: name.startsWith('tubes') ? 4 : 12 },
      );
    });
});
