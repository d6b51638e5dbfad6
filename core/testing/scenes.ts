import fc from 'fast-check';
import type { Path } from '../geometry/path';
import { smooth } from '../geometry/path';
import type { Picture } from '../kernels/picture';
import { picture } from '../kernels/picture';
import { newLine, newPicture, newScene, newStep } from '../scene/make';
import type { Layer, Scene } from '../scene/schema';
import { blends } from '../blend/index';
import { steps } from '../steps/index';

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

const placement = fc.record({
  x: fc.integer({ min: -30, max: 30 }),
  y: fc.integer({ min: -30, max: 30 }),
  scaleX: fc.constantFrom(0.4, 0.5, 1, 1.3, -1, 2),
  scaleY: fc.constantFrom(0.5, 1, 1.7),
  rotation: fc.constantFrom(0, 0, 30, 90, -17),
});

const layer: fc.Arbitrary<Layer> = fc
  .record({
    line: fc.option(path),
    placement,
    opacity: fc.integer({ min: 0, max: 100 }),
    blend: fc.constantFrom(...blends.map((b) => b.name)),
    visible: fc.boolean(),
    steps: fc.array(fc.constantFrom(...steps.map((s) => s.kind)), { maxLength: 3 }),
    width: fc.integer({ min: 1, max: 14 }),
  })
  .map(({ line, placement, steps, width, ...rest }) => {
    const made = line
      ? newLine('Line', line, '#ff5a1f', width)
      : newPicture(
          'Picture',
          { kind: 'picture', asset: ASSET, width: 60, height: 44 },
          newScene('', 100, 100, null),
          { x: 50, y: 50 },
          true,
        );
    return {
      ...made,
      ...rest,
      placement: { ...made.placement, ...placement },
      steps: steps.map((k) => newStep(k) as Layer['steps'][number]),
    };
  });

/** Scenes of 100 × 100 px with lines, pictures, placements, blends and steps. */
export const scene: fc.Arbitrary<Scene> = fc
  .record({
    layers: fc.array(layer, { maxLength: 4 }),
    background: fc.option(fc.constant('#203040')),
  })
  .map(({ layers, background }) => ({ ...newScene('Test', 100, 100, background), layers }));
