/** Made-up layers of paint for tests. */
import fc from 'fast-check';
import { paintBrushParameters } from '../brush/paint-brush';
import { defaultsOf } from '../definitions/parameter-values';
import { strokeWays } from '../kernels/brush';
import { newPaint } from '../scene/model/make';
import type { Layer } from '../scene/model/schema';

const place = fc.integer({ min: 0, max: 100 });

/** A layer of paint of a few strokes. */
export const paint: fc.Arbitrary<Layer> = fc
  .array(
    fc.record({
      way: fc.constantFrom(...strokeWays),
      colour: fc.constantFrom('#d05020', '#f0e8d0'),
      points: fc.array(fc.tuple(place, place, fc.double({ min: 0.1, max: 1, noNaN: true }))),
      size: fc.integer({ min: 2, max: 60 }),
      hardness: fc.integer({ min: 0, max: 100 }),
      roundness: fc.integer({ min: 20, max: 100 }),
      opacity: fc.integer({ min: 20, max: 100 }),
    }),
    { maxLength: 4 },
  )
  .map((strokes) => {
    const layer = newPaint('Paint');
    for (const [i, { way, colour, points, ...values }] of strokes.entries())
      layer.source.strokes.push({
        ...{ id: `stroke ${i}`, way, colour },
        brush: { ...defaultsOf(paintBrushParameters), spacing: 20, ...values },
        points: [points.flatMap(([x, y, pressure]) => [x, y, pressure, 0, 0, 0])],
      });
    return layer;
  });
