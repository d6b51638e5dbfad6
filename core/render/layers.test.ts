import { softLine } from '../testing/soft-line';
import { describe, expect, it } from 'vitest';
import { corner } from '../geometry/path';
import { picture } from '../kernels/picture';
import {
  newFill,
  newGrade,
  newGroup,
  newMask,
  newPicture,
  newScene,
  newStep,
} from '../scene/model/make';
import type { Layer, Scene } from '../scene/model/schema';
import { ASSET } from '../testing/scenes';
import { meterBy } from './meter';
import { render } from './render';

/** The layer model by exact values, on a few pixels. */

/** Four px of one colour: whole, half, a quarter and no coverage. */
const soft = picture({
  width: 4,
  height: 1,
  depth: 8,
  data: Uint8Array.of(255, 255, 255, 255, 255, 255, 255, 128, 255, 255, 255, 64, 0, 0, 0, 0),
});
const SOFT = [1, 128 / 255, 64 / 255, 0];

const shape = (scene: Scene): Layer =>
  newPicture(
    'Shape',
    { kind: 'picture', asset: ASSET, width: 4, height: 1 },
    scene,
    { x: 2, y: 0.5 },
    false,
  );

function pixels(
  layers: (scene: Scene) => Layer[],
  background: string | null = null,
  more: Partial<Parameters<typeof render>[1]> & { mixing?: Scene['mixing'] } = {},
): number[][] {
  const scene = { ...newScene('', 4, 1, background), mixing: more.mixing ?? 'displayed' };
  scene.layers.push(...layers(scene));
  const region = { x: 0, y: 0, width: 4, height: 1 };
  const { data } = render(scene, { region, scale: 1, picture: () => soft, ...more });
  return [0, 1, 2, 3].map((i) => [...data.slice(i * 4, i * 4 + 4)]);
}

const near = (made: number[][], wanted: number[][]) =>
  made.forEach((p, i) => p.forEach((v, c) => expect(v).toBeCloseTo(wanted[i]![c]!, 5)));

const set = <T extends object>(layer: T, values: Partial<T>): T => Object.assign(layer, values);

describe('a clipped layer', () => {
  it('shows only where its base has coverage, without widening the edge', () => {
    near(
      pixels((s) => [shape(s), set(newFill('', '#ff0000'), { clip: true })]),
      SOFT.map((a) => [a, 0, 0, a]),
    );
  });
  it('shares its base with those beside it; opacity and blend of the base act on the whole', () => {
    near(
      pixels(
        (s) => [
          set(shape(s), { opacity: 50, blend: 'add' }),
          set(newFill('', '#ff0000'), { clip: true }),
          set(newFill('', '#0000ff'), { clip: true, opacity: 50 }),
        ],
        '#003300',
      ),
      SOFT.map((a) => [0.5 * a * 0.5, 0.2, 0.5 * a * 0.5, 1]),
    );
  });
  it('shows on a base without a body, which lends its shape alone', () => {
    near(
      pixels((s) => [set(shape(s), { body: 0 }), set(newFill('', '#00ff00'), { clip: true })]),
      SOFT.map((a) => [0, a, 0, a]),
    );
  });
  it('is hidden with its base, and free where nothing lies beneath', () => {
    const hidden = pixels((s) => [
      set(shape(s), { visible: false }),
      set(newFill('', '#ff0000'), { clip: true }),
    ]);
    near(
      hidden,
      [0, 0, 0, 0].map(() => [0, 0, 0, 0]),
    );
    near(
      pixels(() => [set(newFill('', '#ff0000'), { clip: true })]),
      SOFT.map(() => [1, 0, 0, 1]),
    );
  });
  it('shows alone in the coverage of its base when it alone is asked for', () => {
    const layers = (s: Scene) => [
      set(shape(s), { id: 'base' }),
      set(newFill('', '#ff0000'), { clip: true, id: 'red', opacity: 50 }),
    ];
    near(
      pixels(layers, null, { layers: ['red'], background: false }),
      SOFT.map((a) => [a / 2, 0, 0, a / 2]),
    );
  });
});

describe('a grade that blurs its base', () => {
  it('looks at what of the base lies beyond the part that is asked for', () => {
    const scene = newScene('', 100, 100, null);
    const path = { closed: false, anchors: [corner(0, 50), corner(100, 50)] };
    const blur = newStep('blur.gaussian');
    blur.values = { sigma: 6 };
    const grade = set(newGrade('', [blur]), { clip: true });
    const colours = set(softLine('Across', path, '#2fb8ff', 8), { clip: true });
    scene.layers.push(softLine('', path, '#ff5a1f', 20), colours, grade);
    const ask = (x: number, width: number) =>
      render(scene, {
        region: { x, y: 0, width, height: 100 },
        scale: 1,
        picture: () => soft,
      });
    const whole = ask(0, 100);
    const part = ask(40, 20);
    part.data.forEach((v, i) => {
      const [x, y, c] = [40 + ((i >> 2) % 20), Math.floor((i >> 2) / 20), i % 4];
      expect(v).toBeCloseTo(whole.data[4 * (100 * y + x) + c]!, 5);
    });
  });
});

describe('body, mask and opacity', () => {
  const mask = newMask({ kind: 'fade', radial: false, x0: 0, y0: 0, x1: 4, y1: 0 });
  const left = [0, 1, 2, 3].map((x) => {
    const u = (x + 0.5) / 4;
    return 1 - u * u * (3 - 2 * u);
  });
  it('multiply one another', () => {
    near(
      pixels(() => [set(newFill('', '#ffffff'), { body: 50, opacity: 50, mask })]),
      left.map((m) => [m / 4, m / 4, m / 4, m / 4]),
    );
  });
  it('a mask is inverted, thinned by its density, and turned off', () => {
    const red = (values: object) =>
      pixels(() => [set(newFill('', '#ff0000'), { mask: { ...mask, ...values } })]).map(
        (p) => p[3]!,
      );
    red({ invert: true }).forEach((a, i) => expect(a).toBeCloseTo(1 - left[i]!, 5));
    red({ density: 60 }).forEach((a, i) => expect(a).toBeCloseTo(0.4 + 0.6 * left[i]!, 5));
    expect(red({ enabled: false })).toEqual([1, 1, 1, 1]);
  });
  it('a mask moves with its layer, or stays', () => {
    const moved = (moves: boolean) =>
      pixels(() => {
        const fill = newFill('', '#ff0000');
        fill.placement = { ...fill.placement, x: 2 };
        return [set(fill, { mask: { ...mask, moves } })];
      }).map((p) => p[3]!);
    moved(false).forEach((a, i) => expect(a).toBeCloseTo(left[i]!, 5));
    expect(moved(true)[3]).toBeCloseTo(left[1]!, 5);
    expect(moved(true)[0]).toBeCloseTo(1, 5);
  });
});

describe('a group', () => {
  const screen = () => set(newFill('', '#808080'), { blend: 'screen' });
  it('lands through: its layers meet what lies beneath', () => {
    near(
      pixels(() => [newGroup('', [screen()], 'through')], '#404040'),
      pixels(() => [screen()], '#404040'),
    );
  });
  it('lands as one: its layers meet only one another, then it is blended', () => {
    const grey = 128 / 255;
    near(
      pixels(() => [newGroup('', [screen()], 'one')], '#404040'),
      SOFT.map(() => [grey, grey, grey, 1]),
    );
    near(
      pixels(() => [set(newGroup('', [screen()], 'one'), { blend: 'multiply' })], '#404040'),
      SOFT.map(() => [...[0, 0, 0].map(() => (grey * 64) / 255), 1]),
    );
  });
  it('that lands through is weakened as a whole by opacity and mask', () => {
    near(
      pixels(
        () => [
          set(newGroup('', [newFill('', '#ff0000'), newFill('', '#0000ff')], 'through'), {
            opacity: 25,
          }),
        ],
        '#000000',
      ),
      SOFT.map(() => [0, 0, 0.25, 1]),
    );
  });
  it('carries its layers by its placement, and the lengths of their steps', () => {
    const scene = newScene('', 100, 100, null);
    const line = () =>
      softLine('', { closed: false, anchors: [corner(10, 20), corner(40, 20)] }, '#ff5a1f', 4);
    const blurred = set(line(), { steps: [newStep('blur.gaussian')] });
    blurred.steps[0]!.values.sigma = 3;
    const group = newGroup('', [blurred], 'one');
    group.placement = { ...group.placement, scaleX: 2, scaleY: 2, x: 5 };
    const big = set(line(), { steps: [newStep('blur.gaussian')] });
    big.steps[0]!.values.sigma = 6;
    big.placement = { ...big.placement, scaleX: 2, scaleY: 2, x: 5 };
    const region = { x: 0, y: 0, width: 100, height: 100 };
    const shot = (layer: Layer) =>
      render({ ...scene, layers: [layer] }, { region, scale: 1, picture: () => soft }).data;
    const one = shot({ ...group, blend: 'normal' });
    const other = shot({ ...big, blend: 'normal' });
    one.forEach((v, i) => expect(Math.abs(v - other[i]!)).toBeLessThan(1e-5));
  });
});

describe('a grade', () => {
  const brighter = (values: object) => {
    const step = newStep('grade.light');
    Object.assign(step.values, values);
    return newGrade('', [step]);
  };
  it('acts on everything beneath, by its opacity', () => {
    near(
      pixels(() => [set(brighter({ brightness: 20 }), { opacity: 50 })], '#333333'),
      SOFT.map(() => [0.3, 0.3, 0.3, 1]),
    );
  });
  it('clipped, acts on its base alone', () => {
    near(
      pixels((s) => [shape(s), set(brighter({ brightness: -50 }), { clip: true })], '#000000'),
      SOFT.map((a) => [a / 2, a / 2, a / 2, 1]),
    );
  });
  it('may blend what it has made with what was there', () => {
    near(
      pixels(() => [set(brighter({ brightness: 20 }), { blend: 'add' })], '#333333'),
      SOFT.map(() => [0.6, 0.6, 0.6, 1]),
    );
  });
  it('keeps the coverage of what lies beneath', () => {
    near(
      pixels((s) => [shape(s), set(brighter({ brightness: -50 }), { blend: 'difference' })]),
      SOFT.map((a) => [a / 2, a / 2, a / 2, a]),
    );
  });
});

describe('light mixing', () => {
  it('as light averages lamps, not codes', () => {
    const half = set(newFill('', '#ffffff'), { opacity: 50 });
    const [[shown]] = pixels(() => [half], '#000000') as [number[]];
    const [[light]] = pixels(() => [half], '#000000', { mixing: 'light' }) as [number[]];
    expect(shown).toBeCloseTo(0.5, 6);
    // Half the light is 0.5 in linear light, which is shown as 0.735.
    expect(light).toBeCloseTo(0.5, 6);
    const grey = pixels(() => [newFill('', '#808080')], null, { mixing: 'light' });
    expect(grey[0]![0]).toBeCloseTo(((128 / 255 + 0.055) / 1.055) ** 2.4, 6);
  });
});

describe('the cost of a render', () => {
  it('names every part once, without what was measured within it', () => {
    let clock = 0;
    const meter = meterBy(() => clock++);
    const scene = newScene('', 4, 1, '#000000');
    const inner = set(newFill('', '#ff0000'), { id: 'inner' });
    scene.layers.push(set(newGroup('', [inner], 'one'), { id: 'outer' }));
    render(scene, {
      region: { x: 0, y: 0, width: 4, height: 1 },
      scale: 1,
      picture: () => soft,
      meter,
    });
    const parts = meter.costs.map((c) => `${c.layer ?? ''}/${c.part}`);
    expect(parts).toEqual(['inner/source', 'inner/blend', 'outer/source', 'outer/blend']);
    const [inside, , outside] = meter.costs;
    expect(inside).toMatchObject({ cached: false, bytes: 64 });
    expect(outside!.took).toBeLessThan(inside!.took + 10);
  });
});
