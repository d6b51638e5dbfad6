import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyValues } from '../testing/any-values';
import { LAMP, stepContext } from '../testing/step-context';
import type { Value } from '../definitions/parameter';
import { defaultsOf } from '../definitions/parameter-values';
import type { StyleContext } from '../definitions/step';
import { IDENTITY } from '../geometry/affine';
import { flatten } from '../geometry/flatten';
import { smooth } from '../geometry/path';
import { coverage } from '../kernels/coverage';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { grow } from '../pixels/region';
import { lookUp } from '../testing/scenes';
import { shapeSteps, styles, stepOfKind } from './index';
import { towards } from '../paint/lamp';

const REGION: Region = { x: -60, y: -60, width: 120, height: 120 };
const BOX = { x0: -40, y0: -40, x1: 40, y1: 40 };

const context = (wanted: Region, scale = 1): StyleContext =>
  stepContext(wanted, {
    scale,
    lamp: LAMP,
    frame: {
      map: IDENTITY,
      box: BOX,
      scene: BOX,
      mixing: 'displayed',
      lamp: LAMP,
      picture: lookUp,
    },
  });

function disc(r: number, region = REGION): Plane {
  const k = r * 0.552284749831;
  const path = {
    closed: true,
    anchors: [smooth(r, 0, 0, k), smooth(0, r, -k, 0), smooth(-r, 0, 0, -k), smooth(0, -r, k, 0)],
  };
  return crop(
    coverage([flatten(path, IDENTITY, { tolerance: 0.002, turn: 0.1 }).points], 'nonzero', region),
    region,
  );
}
const square = (half: number): Plane =>
  crop(
    coverage(
      [Float64Array.of(-half, -half, half, -half, half, half, -half, half)],
      'nonzero',
      REGION,
    ),
    REGION,
  );

/** The pieces of a style on a shape. */
function worn(kind: string, values: Record<string, unknown>, shape: Plane, wanted = REGION) {
  const style = stepOfKind(kind);
  if (style.works !== 'style') throw new Error(`${kind} is no style.`);
  return style
    .pieces({ ...defaultsOf(style.parameters), ...(values as Record<string, Value>) } as never)
    .map((p) => ({ ...p, pixels: p.draw(shape, context(wanted)) }));
}

/** Alpha at a place of a buffer; 0 beyond it. */
function alphaAt({ region, data }: ColourBuffer, x: number, y: number): number {
  const [u, v] = [x - region.x, y - region.y];
  if (u < 0 || v < 0 || u >= region.width || v >= region.height) return 0;
  return data[(v * region.width + u) * 4 + 3]!;
}

describe('glow', () => {
  it('that falls evenly has the exact distance from a disc', () => {
    const [piece] = worn(
      'style.glow',
      { way: 'even', reach: 24, core: 25, colour: '#ffffff' },
      disc(30),
    );
    for (let x = 31; x < 58; x++) {
      const d = Math.hypot(x + 0.5, 0.5) - 30;
      const exact = Math.max(0, Math.min(1, 1 - (d - 6) / 18));
      expect(alphaAt(piece!.pixels, x, 0)).toBeCloseTo(exact, 1.6);
    }
  });
  it('and from a square, round its corners', () => {
    const [piece] = worn('style.glow', { way: 'even', reach: 20, colour: '#ffffff' }, square(25));
    for (const [x, y] of [
      [30, 0],
      [40, 10],
      [30, 30],
      [35, 38],
      [26, 44],
    ] as const) {
      const d = Math.hypot(Math.max(0, x + 0.5 - 25), Math.max(0, y + 0.5 - 25));
      expect(alphaAt(piece!.pixels, x, y)).toBeCloseTo(Math.max(0, 1 - d / 20), 1.4);
    }
  });
  it('inside from the edge and from the centre are each what the other leaves', () => {
    const of = (from: string) =>
      worn('style.glow', { side: 'inside', from, reach: 20 }, disc(30))[0]!.pixels;
    const [edge, centre] = [of('edge'), of('centre')];
    for (let x = -25; x < 25; x += 5)
      expect(alphaAt(edge, x, 3) + alphaAt(centre, x, 3)).toBeCloseTo(1, 4);
  });
  it('lands behind, within or in front, as it is asked', () => {
    expect(worn('style.glow', { side: 'both' }, disc(9)).map((p) => p.lands)).toEqual([
      'beneath',
      'within',
    ]);
    expect(worn('style.glow', { above: true }, disc(9)).map((p) => p.lands)).toEqual(['above']);
  });
  it('takes the colours of its ramp from its end to its core', () => {
    const ramp = {
      colours: [
        { at: 0, colour: '#ff0000', middle: 50 },
        { at: 100, colour: '#0000ff', middle: 50 },
      ],
      opacities: [{ at: 0, opacity: 100, middle: 50 }],
      space: 'scene',
    };
    const { pixels } = worn(
      'style.glow',
      { way: 'even', reach: 20, ramped: true, ramp },
      square(20),
    )[0]!;
    const at = (x: number) =>
      [0, 1, 2, 3].map(
        (c) =>
          pixels.data[((0 - pixels.region.y) * pixels.region.width + x - pixels.region.x) * 4 + c]!,
      );
    const [near, far] = [at(21), at(37)];
    expect(near[2]! / near[3]!).toBeGreaterThan(0.85);
    expect(far[0]! / far[3]!).toBeGreaterThan(0.8);
  });
});

describe('bevel', () => {
  it('with the profile of a quarter circle lights a disc as a hemisphere', () => {
    const r = 40;
    // The quarter circle itself, in many points.
    const profile = Array.from({ length: 60 }, (_, i) => {
      const x = (i / 59) ** 2;
      return [x, Math.sqrt(1 - (1 - x) ** 2)] as [number, number];
    });
    const values = { way: 'chiselled', width: r, profile };
    const [shade, light] = worn('style.bevel', values, disc(r));
    const [lx, ly, lz] = towards(LAMP);
    let worst = 0;
    for (let y = -28; y < 28; y += 3)
      for (let x = -28; x < 28; x += 3) {
        const [px, py] = [x + 0.5, y + 0.5];
        const z = Math.sqrt(r * r - px * px - py * py);
        const lit = Math.max(0, (px * lx + py * ly + z * lz) / r);
        const bright = Math.max(0, (lit - lz) / (1 - lz));
        const dark = Math.max(0, (lz - lit) / lz);
        worst = Math.max(
          worst,
          Math.abs(alphaAt(light!.pixels, x, y) - bright),
          Math.abs(alphaAt(shade!.pixels, x, y) - dark),
        );
      }
    expect(worst).toBeLessThan(0.06);
  });
  it('leaves what is level as it is, and turns with the lamp', () => {
    const [shade, light] = worn('style.bevel', { width: 8, way: 'chiselled' }, square(30));
    expect(alphaAt(shade!.pixels, 0, 0) + alphaAt(light!.pixels, 0, 0)).toBeCloseTo(0, 3);
    // The lamp stands above, to the left.
    expect(alphaAt(light!.pixels, 0, -27)).toBeGreaterThan(0.2);
    expect(alphaAt(shade!.pixels, 0, 26)).toBeGreaterThan(0.2);
    const own = { follows: 'own', lampAngle: 60, lampHeight: 40 };
    const [, turned] = worn('style.bevel', { width: 8, way: 'chiselled', ...own }, square(30));
    expect(alphaAt(turned!.pixels, 0, 26)).toBeGreaterThan(0.2);
  });
});

describe('the other styles', () => {
  it('a shadow lies away from the lamp', () => {
    const { pixels } = worn(
      'style.shadow',
      { distance: 20, reach: 2, follows: 'own', lampAngle: 180 },
      disc(20),
    )[0]!;
    expect(alphaAt(pixels, 35, 0)).toBeCloseTo(1, 2);
    expect(alphaAt(pixels, -10, 0)).toBeCloseTo(0, 2);
  });
  it('an outline is as wide as it says, on the side it says', () => {
    for (const [side, from, to] of [
      ['outside', 30, 36],
      ['inside', 24, 30],
      ['centre', 27, 33],
    ] as const) {
      const { pixels } = worn('style.outline', { width: 6, side }, square(30))[0]!;
      const row = Array.from({ length: 60 }, (_, x) => alphaAt(pixels, x, 0));
      expect(row.reduce((s, v) => s + v, 0)).toBeCloseTo(6, 0);
      expect(row[from + 1]).toBeCloseTo(1, 2);
      expect(row[to - 2]).toBeCloseTo(1, 2);
      expect(row[from - 3]).toBeCloseTo(0, 2);
      expect(row[to + 2]).toBeCloseTo(0, 2);
    }
  });
  it('a sheen of no distance has no bands', () => {
    const { pixels } = worn('style.sheen', { distance: 0, invert: false }, disc(30))[0]!;
    expect(Math.max(...pixels.data)).toBeCloseTo(0, 5);
  });
  it('a gloss stays within the shape, shrunk', () => {
    const { pixels } = worn(
      'style.gloss',
      { inset: 8, soften: 0, fades: 'not', level: 100, bend: 0 },
      square(30),
    )[0]!;
    const area = pixels.data.filter((_, i) => i % 4 === 3).reduce((s, v) => s + v, 0);
    expect(area).toBeGreaterThan(0.97 * 44 * 44);
    expect(area).toBeLessThan(1.03 * 44 * 44);
  });
  it('a hollow keeps what of a grown shape the layer leaves free', () => {
    const [inset, hollow] = [stepOfKind('shape.inset'), stepOfKind('shape.hollow')];
    if (inset.works !== 'shape' || hollow.works !== 'shape')
      throw new Error('They are no changes of shape.');
    const own = disc(30);
    const grown = inset.apply(
      own,
      own,
      { ...defaultsOf(inset.parameters), by: 5 } as never,
      context(REGION),
    );
    const ring = hollow.apply(grown, own, { keep: 'outside' } as never, context(REGION));
    const area = ring.data.reduce((s, v) => s + v, 0);
    expect(area / (Math.PI * (35 * 35 - 30 * 30))).toBeCloseTo(1, 1.5);
  });
});

describe('every style and change of shape, for any values', () => {
  const shape = disc(22, grow(REGION, 260));
  const part = { x: 5, y: -31, width: 23, height: 30 };
  for (const style of styles)
    it(`${style.kind} is finite, and of a part the same as of the whole`, () => {
      fc.assert(
        fc.property(anyValues(style.parameters, { px: 25, inGamut: true }), (values) => {
          const margin = style.margin(values, 1, 1);
          for (const piece of style.pieces(values)) {
            const see = (wanted: Region) =>
              piece.draw(crop(shape, grow(wanted, margin)), context(wanted));
            const [all, own] = [see(REGION), see(part)];
            expect(all.data.every((v) => Number.isFinite(v) && v >= -1e-6)).toBe(true);
            const [a, b] = [crop(all, part).data, crop(own, part).data];
            const worst = a.reduce((m, v, i) => Math.max(m, Math.abs(v - b[i]!)), 0);
            expect(worst).toBeLessThan(2e-4);
          }
        }),
        { numRuns: 40 },
      );
    });
  for (const step of shapeSteps)
    it(`${step.kind} is coverage, and of a part the same as of the whole`, () => {
      fc.assert(
        fc.property(anyValues(step.parameters, { px: 25, inGamut: true }), (values) => {
          const margin = step.margin(values, 1, 1);
          const see = (wanted: Region) => {
            const seen = crop(shape, grow(wanted, margin));
            return step.apply(seen, shape, values, context(wanted));
          };
          const [all, own] = [see(REGION), see(part)];
          expect(all.data.every((v) => v >= -1e-6 && v <= 1.000001)).toBe(true);
          const [a, b] = [crop(all, part).data, crop(own, part).data];
          expect(a.reduce((m, v, i) => Math.max(m, Math.abs(v - b[i]!)), 0)).toBeLessThan(1e-5);
        }),
        { numRuns: 30 },
      );
    });
  it.each([0, 2000])('a reach of %f px comes to a picture', (reach) => {
    // Few px, and a quarter of the scale: what is asked is that it comes to an end, not how it looks.
    const few = { x: 5, y: -3, width: 3, height: 2 };
    for (const style of styles) {
      const values = defaultsOf(style.parameters) as Record<string, Value>;
      for (const key of ['reach', 'width', 'distance', 'inset', 'away', 'soften'])
        if (key in values)
          values[key] = Math.min(reach, (style.parameters[key] as { max: number }).max);
      for (const piece of style.pieces(values)) {
        const { data } = piece.draw(shape, context(few, 0.25));
        expect(
          data.every((v) => Number.isFinite(v) && v >= -1e-6),
          style.kind,
        ).toBe(true);
      }
    }
  });
  it('the highlight of a bevel has the colour of the lamp that it follows', () => {
    const bevel = stepOfKind('style.bevel');
    if (bevel.works !== 'style') throw new Error('It is no style.');
    const [, light] = bevel.pieces(defaultsOf(bevel.parameters));
    const red = { ...context(REGION), lamp: { ...LAMP, colour: '#ff0000' } };
    const { data } = light!.draw(disc(30), red);
    const i = data.findIndex((v, k) => k % 4 === 3 && v > 0.3) - 3;
    expect(data[i]).toBeCloseTo(data[i + 3]!, 5);
    expect(data[i + 1]).toBe(0);
  });
  it('a shape of nothing makes nothing', () => {
    const nothing: Plane = {
      channels: 1,
      region: REGION,
      data: new Float32Array(REGION.width * REGION.height),
    };
    for (const style of styles)
      for (const piece of style.pieces(defaultsOf(style.parameters) as never)) {
        const { data } = piece.draw(nothing, context(REGION));
        // What lands within shows only by the layer's coverage.
        if (piece.lands !== 'within')
          expect(
            data.every((v) => v === 0),
            style.kind,
          ).toBe(true);
        expect(data.every(Number.isFinite)).toBe(true);
      }
  });
});
