import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Parameter, Parameters } from '../definitions/parameter';
import { modifiers } from '../modifiers/index';
import { newLineOf, newModifier, newScene } from '../scene/model/make';
import { shapes } from '../shapes/index';
import type { LineShape } from '../sources/line-shape';
import type { Pass } from '../sources/pass';
import { newPass, passParameters } from '../sources/pass';
import { lookUp, path } from '../testing/scenes';
import { render } from './render';

/** Any value that a parameter may have, its ends first of all. */
function valueOf(p: Parameter): fc.Arbitrary<unknown> {
  switch (p.kind) {
    case 'number':
      return fc.oneof(
        fc.constantFrom(p.min, p.max, p.default),
        fc.double({ min: p.min, max: p.max, noNaN: true }),
      );
    case 'choice':
      return fc.constantFrom(...p.options.map((o) => o.value));
    case 'switch':
      return fc.boolean();
    case 'curve':
    case 'colour':
    case 'font':
    case 'ramp':
    case 'ends':
    case 'picture':
    case 'regions':
    case 'mesh':
    case 'corners':
      return fc.constant(p.default);
  }
}

const valuesOf = (parameters: Parameters) =>
  fc.record(
    Object.fromEntries(Object.entries(parameters).map(([key, p]) => [key, valueOf(p)])),
  ) as fc.Arbitrary<Record<string, never>>;

const shape: fc.Arbitrary<LineShape> = fc.oneof(
  path.map((p): LineShape => ({ kind: 'path', paths: [p] })),
  fc
    .constantFrom(...shapes)
    .chain((s) => valuesOf(s.parameters).map((values): LineShape => ({ kind: s.kind, values }))),
);
const changes = fc.array(
  fc
    .constantFrom(...modifiers)
    .chain((m) => valuesOf(m.parameters).map((values) => newModifier(m.kind, values))),
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

describe('a line with any values', () => {
  it('comes to an end, and to light that is finite and not below nothing', () => {
    fc.assert(
      fc.property(
        shape,
        changes,
        gaps,
        valuesOf(passParameters),
        (shape, modifiers, gaps, values) => {
          const passes = [newPass('x', 'Pass', { ...(values as Partial<Pass>), enabled: true })];
          const line = newLineOf('Line', { light: '#2fb8ff', shape, modifiers, gaps, passes });
          const made = render(
            { ...newScene('S', 96, 64, null), layers: [line] },
            { region: { x: 0, y: 0, width: 96, height: 64 }, scale: 1, picture: lookUp },
          );
          for (const v of made.data) if (!(v >= 0 && v < 1e4)) throw new Error(`There is ${v}.`);
          expect(made.data).toHaveLength(96 * 64 * 4);
        },
      ),
      { numRuns: 60 },
    );
  });
});
