import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import * as v from 'valibot';
import type { CornerPoints } from '../definitions/parameter';
import { defaultsOf } from '../definitions/parameter-values';
import { parametersSchema } from '../definitions/parameter-schema';
import { boxPath } from '../geometry/box-paths';
import { project } from '../geometry/homography';
import { variedBlur } from '../kernels/varied-blur';
import type { Region } from '../pixels/region';
import { edit } from '../scene/edits/edit';
import { removeLayer, setLamp } from '../scene/edits/layer-edits';
import { newFill, newMask, newScene } from '../scene/model/make';
import type { Layer, Scene } from '../scene/model/schema';
import { castShadowOf, setLightOrShadow } from '../scene/edits/spill-edits';
import { lookUp } from '../testing/scenes';
import { render } from '../render/render';
import type { CastShadowValues } from './cast-shadow-parameters';
import { castShadowParameters } from './cast-shadow-parameters';
import { cornersAsShares, fallingTo, floorOf, sheetsOf } from './shadow-sheets';

const lamp = { angle: -90, height: 40, colour: '#ffffff' };
const values = (v: Partial<CastShadowValues> = {}): CastShadowValues => ({
  ...defaultsOf(castShadowParameters),
  ...v,
});
const box = { x0: 40, y0: 20, x1: 60, y1: 60 };

describe('the sheets of a shadow', () => {
  it('keep the contact where it is and send the far end the way that is said', () => {
    const v = values({ lies: 'own', angle: 45, length: 100, spread: 0, flat: 0 });
    const [sheet] = sheetsOf(v, box, lamp);
    const at = (x: number, y: number) => project(sheet!.map, { x, y })!;
    for (const x of [40, 50, 60]) {
      expect(at(x, 60).x).toBeCloseTo(x, 6);
      expect(at(x, 60).y).toBeCloseTo(60, 6);
      // As long as the subject is high, to the right and down.
      expect(at(x, 20).x).toBeCloseTo(x + 40 * Math.SQRT1_2, 6);
      expect(at(x, 20).y).toBeCloseTo(60 + 40 * Math.SQRT1_2, 6);
    }
  });
  it('follow the scene light: a lamp above sends them straight down, foreshortened', () => {
    const [sheet] = sheetsOf(values({ spread: 0, length: 100, flat: 50 }), box, lamp);
    const far = project(sheet!.map, { x: 50, y: 20 })!;
    expect(far.x).toBeCloseTo(50, 6);
    expect(far.y).toBeCloseTo(80, 6);
  });
  it('lie by four corners of their own, which go with their subject', () => {
    const point = fc.record({
      x: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
      y: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.tuple(point, point, point, point), ([a, b, c, d]) => {
        const corners: CornerPoints = [
          { x: a.x - 1, y: a.y + 1 },
          { x: b.x + 1, y: b.y + 1 },
          { x: c.x + 1, y: c.y - 1 },
          { x: d.x - 1, y: d.y - 1 },
        ];
        const own = values({ lies: 'corners', corners });
        const [sheet] = sheetsOf(own, box, lamp);
        [
          [40, 20],
          [60, 20],
          [60, 60],
          [40, 60],
        ].forEach(([x, y], i) => {
          const to = project(sheet!.map, { x: x!, y: y! })!;
          // From the middle of its foot, in heights.
          expect(Math.abs(to.x - 50 - 40 * corners[i]!.x)).toBeLessThan(0.01);
          expect(Math.abs(to.y - 60 - 40 * corners[i]!.y)).toBeLessThan(0.01);
        });
        const floor = floorOf(own, box, lamp)!;
        cornersAsShares(floor, floor.quad).forEach((p, i) => {
          expect(p.x).toBeCloseTo(corners[i]!.x, 9);
          expect(p.y).toBeCloseTo(corners[i]!.y, 9);
        });
      }),
    );
    const crossed = parametersSchema(castShadowParameters);
    const wrong = values({
      corners: [
        { x: 0, y: 0 },
        { x: 1, y: 1 },
        { x: 1, y: 0 },
        { x: 0, y: 1 },
      ],
    });
    expect(v.safeParse(crossed, wrong).success).toBe(false);
  });
  it('fall to a point that their far end is dragged to', () => {
    const near = fc.double({ min: -90, max: 90, noNaN: true });
    fc.assert(
      fc.property(near, near, fc.integer({ min: 0, max: 90 }), (dx, dy, flat) => {
        fc.pre(Math.abs(dy) > 8);
        const before = values({ flat, spread: 40 });
        const to = { x: 50 + dx, y: 60 + dy };
        const turned = { ...before, ...fallingTo(floorOf(before, box, lamp)!, before, to) };
        fc.pre(turned.length < 1000);
        const [a, b] = floorOf(turned, box, lamp)!.quad;
        expect((a.x + b.x) / 2).toBeCloseTo(to.x, 6);
        expect((a.y + b.y) / 2).toBeCloseTo(to.y, 6);
      }),
    );
  });
  it('carry four corners to four corners, however they lie', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(number(-80, 80), number(-80, 80), number(150, 900), (lean, swing, distance) => {
        const v = values({ lies: 'tilt', lean, swing, distance, length: 100 });
        const [sheet] = sheetsOf(v, box, lamp);
        // Upright and far away it is what it was.
        if (!sheet) return;
        const eye = (40 * distance) / 100;
        const [c, s] = [Math.cos((lean * Math.PI) / 180), Math.sin((lean * Math.PI) / 180)];
        const [cs, ss] = [Math.cos((swing * Math.PI) / 180), Math.sin((swing * Math.PI) / 180)];
        for (const [across, above] of [
          [-10, 0],
          [10, 0],
          [10, 40],
          [-10, 40],
        ] as const) {
          const [y, z] = [-above * c, above * s];
          const [x1, z1] = [across * cs + z * ss, z * cs - across * ss];
          if (eye - z1 < eye * 0.06) return;
          const k = eye / (eye - z1);
          const at = project(sheet.map, { x: 50 + across, y: 60 - above })!;
          expect(Math.hypot(at.x - (50 + x1 * k), at.y - (60 + y * k))).toBeLessThan(0.01);
        }
      }),
    );
  });
  it('meet where a wall begins, and go up from there', () => {
    const v = values({ lies: 'own', angle: 90, length: 100, spread: 0, flat: 0, fold: 50 });
    const sheets = sheetsOf(v, box, lamp);
    expect(sheets).toHaveLength(2);
    const [floor, wall] = sheets.map((s) => project(s.map, { x: 47, y: 40 })!);
    expect(floor!.x).toBeCloseTo(wall!.x, 6);
    expect(floor!.y).toBeCloseTo(wall!.y, 6);
    expect(project(sheets[1]!.map, { x: 47, y: 20 })!.y).toBeCloseTo(floor!.y - 20, 6);
  });
});

describe('a blur of changing width', () => {
  it('is the exact sum of each px’s own Gaussian, to a hundredth', () => {
    const region: Region = { x: 0, y: 0, width: 90, height: 60 };
    const far: Region = { x: -60, y: -60, width: 210, height: 180 };
    const at = (r: Region, x: number, y: number) => (y - r.y) * r.width + x - r.x;
    const source = {
      channels: 1 as const,
      region: far,
      data: new Float32Array(far.width * far.height),
    };
    for (let y = 10; y < 45; y++) for (let x = 20; x < 70; x++) source.data[at(far, x, y)] = 1;
    const share = {
      channels: 1 as const,
      region,
      data: new Float32Array(region.width * region.height),
    };
    for (let y = 0; y < region.height; y++)
      for (let x = 0; x < region.width; x++) share.data[at(region, x, y)] = x / (region.width - 1);
    for (const [near, wide] of [
      [1, 9],
      [0, 6],
      [12, 2],
      [4, 4],
    ] as const) {
      const made = variedBlur(source, share, near, wide, region);
      for (const [x, y] of [
        [5, 20],
        [20, 10],
        [30, 44],
        [45, 8],
        [69, 30],
        [75, 40],
        [85, 12],
      ] as const) {
        const sigma = near + (wide - near) * share.data[at(region, x, y)]!;
        let [sum, all] = [0, 0];
        for (let v = -55; v <= 55; v++)
          for (let u = -55; u <= 55; u++) {
            const w =
              sigma < 0.05
                ? Number(u === 0 && v === 0)
                : Math.exp(-(u * u + v * v) / (2 * sigma * sigma));
            sum += w * (source.data[at(far, x + u, y + v)] ?? 0);
            all += w;
          }
        expect(Math.abs(made.data[at(region, x, y)]! - sum / all)).toBeLessThan(0.02);
      }
    }
  });
});

describe('a cast shadow', () => {
  const REGION: Region = { x: 0, y: 0, width: 160, height: 120 };
  const stood = (v: Partial<CastShadowValues> = {}): Scene => {
    const post: Layer = {
      ...newFill('post', '#ffffff'),
      ...{ id: 'post', mask: newMask({ kind: 'area', paths: [boxPath(box)] }) },
    };
    const scene = { ...newScene('', 160, 120, '#ffffff'), light: lamp, layers: [post] };
    const cast = edit(scene, '', castShadowOf(post, 'shadow')).scene;
    const plain = { lies: 'own' as const, angle: 0, length: 100, spread: 0, flat: 0 };
    const even = { blurNear: 0, blurFar: 0, denseNear: 100, denseFar: 100, colour: '#000000' };
    return edit(cast, '', setLightOrShadow('shadow', { ...plain, ...even, ...v })).scene;
  };
  const see = (scene: Scene, region = REGION, scale = 1) =>
    render(scene, { region, scale, picture: lookUp }).data;
  const lightAt = (data: Float32Array, x: number, y: number, width = 160) =>
    data[4 * (y * width + x)]!;

  it('lies beneath its subject, where its silhouette is laid', () => {
    const tall = stood({ angle: 90, flat: 0 });
    expect(tall.layers.map((l) => l.id)).toEqual(['shadow', 'post']);
    const data = see(tall);
    expect(lightAt(data, 50, 40)).toBeCloseTo(1, 3);
    expect(lightAt(data, 50, 80)).toBeLessThan(0.02);
    expect(lightAt(data, 50, 98)).toBeLessThan(0.02);
    expect(lightAt(data, 50, 104)).toBeCloseTo(1, 2);
    expect(lightAt(data, 66, 80)).toBeCloseTo(1, 2);
  });
  it('grows soft and pale towards its far end', () => {
    const data = see(stood({ angle: 90, denseNear: 90, denseFar: 10, blurFar: 6 }));
    const near = lightAt(data, 50, 63);
    const far = lightAt(data, 50, 94);
    expect(near).toBeLessThan(0.25);
    expect(far).toBeGreaterThan(0.7);
    // Its edge is sharp at the contact and wide at the end.
    const edge = (y: number) =>
      Math.abs(lightAt(data, 58, y) - lightAt(data, 62, y)) / (1 - lightAt(data, 50, y));
    expect(edge(63)).toBeGreaterThan(edge(92) * 2);
  });
  it('follows the lamp, its subject, and waits if that is gone', () => {
    const lit = stood({ lies: 'light' });
    expect(lightAt(see(lit), 50, 80)).toBeLessThan(0.02);
    const turned = edit(lit, '', setLamp({ angle: 180 })).scene;
    expect(lightAt(see(turned), 50, 80)).toBeCloseTo(1, 2);
    const gone = edit(lit, '', removeLayer('post')).scene;
    expect(Math.min(...see(gone))).toBeGreaterThan(0.99);
  });
  it('is the same in every region', () => {
    const scene = stood({ angle: 70, blurNear: 1, blurFar: 7, spread: 30, denseFar: 30 });
    const whole = see(scene);
    const part: Region = { x: 33, y: 51, width: 50, height: 41 };
    const cut = see(scene, part);
    for (let y = 0; y < part.height; y++)
      for (let x = 0; x < part.width; x++)
        expect(
          Math.abs(lightAt(cut, x, y, part.width) - lightAt(whole, x + part.x, y + part.y)),
        ).toBeLessThan(2e-3);
  });
});
