import { converter } from 'culori';
import { describe, expect, it } from 'vitest';
import type { ColourBuffer } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Region } from '../pixels/region';
import { corner } from '../geometry/path';
import { parseScene } from '../scene/model/check';
import {
  newEcho,
  newFill,
  newGrade,
  newLine,
  newMask,
  newPicture,
  newScene,
  newStep,
} from '../scene/model/make';
import { rerefer } from '../scene/model/references';
import type { Layer, Scene, Step } from '../scene/model/schema';
import { picture } from '../kernels/picture';
import { ASSET, lookUp } from '../testing/scenes';
import { menderOf } from './mend';
import { render } from './render';

/** Steps that look at other layers. */

const RAMP = `${'b'.repeat(64)}.png`;

const REGION: Region = { x: 0, y: 0, width: 60, height: 44 };
const ask = { region: REGION, scale: 1, picture: lookUp };
const see = (scene: Scene, region = REGION) => render(scene, { ...ask, region });

const named = (id: string, layer: Layer, values: Partial<Layer> = {}): Layer => ({
  ...layer,
  id,
  ...values,
});
const step = (kind: string, values: Record<string, unknown>): Step => {
  const made = newStep(kind);
  return { ...made, values: { ...made.values, ...values } as Step['values'] };
};
const pictureLayer = (id: string, steps: Step[] = []) =>
  named(
    id,
    newPicture(
      id,
      { kind: 'picture', asset: ASSET, width: 60, height: 44 },
      newScene('', 60, 44, null),
      { x: 30, y: 22 },
      false,
    ),
    { steps },
  );
const of = (...layers: Layer[]): Scene => ({ ...newScene('', 60, 44, null), layers });
const only = (scene: Scene, id: string): Scene => ({
  ...scene,
  layers: scene.layers.map((l) => ({ ...l, visible: l.id === id })),
});

const toOklab = converter('oklab');
/** Mean and deviation of lightness, a and b of what is covered, by another library than ours. */
function spreadOf({ data }: ColourBuffer) {
  const all: number[][] = [];
  const weights: number[] = [];
  for (let i = 0; i < data.length; i += 4) {
    const w = data[i + 3]!;
    if (w < 1 / 64) continue;
    const [r, g, b] = [data[i]! / w, data[i + 1]! / w, data[i + 2]! / w];
    const lab = toOklab({ mode: 'rgb', r, g, b });
    all.push([lab.l, lab.a, lab.b]);
    weights.push(w);
  }
  const whole = weights.reduce((sum, w) => sum + w, 0);
  const mean = [0, 1, 2].map((c) => all.reduce((s, v, i) => s + v[c]! * weights[i]!, 0) / whole);
  const deviation = mean.map((m, c) =>
    Math.sqrt(all.reduce((s, v, i) => s + weights[i]! * (v[c]! - m) ** 2, 0) / whole),
  );
  return { mean, deviation };
}

const greatest = (a: ColourBuffer, b: ColourBuffer) =>
  a.data.reduce((most, v, i) => Math.max(most, Math.abs(v - b.data[i]!)), 0);

/** A soft background of few colours, so that what is matched to it stays within sRGB. */
const dusk = () =>
  pictureLayer('dusk', [
    step('grade.hue-saturation', { saturation: -70 }),
    step('grade.light', { exposure: -1.2 }),
    step('blur.gaussian', { sigma: 1 }),
  ]);

describe('a layer that is matched', () => {
  const matched = (values: Record<string, unknown>) =>
    of(
      dusk(),
      pictureLayer('cut-out', [
        step('grade.hue-saturation', { saturation: -60 }),
        step('grade.match', { tones: 100, colours: 100, ...values }),
      ]),
    );

  it('has the mean and the spread of what lies beneath, in Oklab', () => {
    const scene = matched({ by: 'spread' });
    const [own, other] = [see(only(scene, 'cut-out')), see(only(scene, 'dusk'))].map(spreadOf);
    // Hidden, the background is not beneath; so it is named.
    const byName = matched({ by: 'spread', of: 'dusk' });
    const found = spreadOf(see(only(byName, 'cut-out')));
    for (const c of [0, 1, 2]) {
      expect(found.mean[c]!).toBeCloseTo(other!.mean[c]!, 2);
      expect(found.deviation[c]!).toBeCloseTo(other!.deviation[c]!, 2);
    }
    expect(Math.abs(own!.mean[0]! - other!.mean[0]!)).toBeGreaterThan(0.1);
  });

  it('has as many px below each tone by the histogram', () => {
    const scene = matched({ by: 'histogram', of: 'dusk' });
    const lightness = (id: string) => {
      const { data } = see(only(scene, id));
      const all: number[] = [];
      for (let i = 0; i < data.length; i += 4) {
        const w = data[i + 3]!;
        if (w < 0.9) continue;
        const [r, g, b] = [data[i]! / w, data[i + 1]! / w, data[i + 2]! / w];
        all.push(toOklab({ mode: 'rgb', r, g, b }).l);
      }
      all.sort((a, b) => a - b);
      return [0.1, 0.25, 0.5, 0.75, 0.9].map((q) => all[Math.floor(q * (all.length - 1))]!);
    };
    const [own, other] = [lightness('cut-out'), lightness('dusk')];
    own.forEach((v, i) => expect(Math.abs(v - other[i]!)).toBeLessThan(0.02));
  });

  it('stays as it is by none of it, and where the layer is gone', () => {
    const plain = of(
      dusk(),
      pictureLayer('cut-out', [step('grade.hue-saturation', { saturation: -60 })]),
    );
    expect(greatest(see(matched({ tones: 0, colours: 0 })), see(plain))).toBeLessThan(2e-3);
    expect(see(matched({ of: 'gone' })).data).toEqual(see(plain).data);
    expect(parseScene(matched({ of: 'gone' })).layers).toHaveLength(2);
  });

  it('is the same in parts, and at half the size nearly so', () => {
    const scene = matched({ by: 'histogram' });
    const part = { x: 11, y: 7, width: 30, height: 20 };
    expect(see(scene, part).data).toEqual(crop(see(scene), part).data.slice());
    const half = spreadOf(
      render(only(matched({ of: 'dusk' }), 'cut-out'), {
        ...{ picture: lookUp, scale: 0.5 },
        region: { x: 0, y: 0, width: 30, height: 22 },
      }),
    );
    const whole = spreadOf(see(only(matched({ of: 'dusk' }), 'cut-out')));
    half.mean.forEach((m, c) => expect(Math.abs(m - whole.mean[c]!)).toBeLessThan(0.01));
  });

  it('follows what lies beneath as that changes', () => {
    const mender = menderOf();
    const scene = matched({});
    const focused = { ...ask, focus: 'dusk' };
    mender.mend(scene, focused);
    const [background, ...rest] = scene.layers;
    const next = {
      ...scene,
      layers: [{ ...background!, steps: [step('grade.light', { exposure: 1 })] }, ...rest],
    };
    expect(mender.mend(next, focused).picture.data).toEqual(see(next).data);
    mender.clear();
  });

  it('as a grade brings all beneath it towards another layer, and may be echoed', () => {
    const grade = newGrade('grade', [
      step('grade.match', { of: 'dusk', tones: 100, colours: 100 }),
    ]);
    const drained = pictureLayer('drained', [step('grade.hue-saturation', { saturation: -60 })]);
    const scene = of({ ...dusk(), visible: false }, drained, grade);
    const other = spreadOf(see(only(scene, 'dusk')));
    spreadOf(see(scene)).mean.forEach((m, c) => expect(m).toBeCloseTo(other.mean[c]!, 2));
    const original = matched({ of: 'dusk' }).layers[1]!;
    const hidden = { ...original, visible: false };
    const echo = { ...newEcho(original, 0), visible: true };
    const [a, b] = [of(dusk(), hidden, echo), of(dusk(), original)].map((s) => see(s));
    expect(greatest(a!, b!)).toBeLessThan(1e-3);
  });

  it('ends where two are like each other', () => {
    const a = pictureLayer('a', [step('grade.match', { of: 'b' })]);
    const b = pictureLayer('b', [step('grade.match', { of: 'a' })]);
    expect(see(of(a, b)).data.every(Number.isFinite)).toBe(true);
  });

  it('names another layer once that is renamed', () => {
    const layer = matched({ of: 'dusk' }).layers[1]!;
    rerefer(layer, new Map([['dusk', 'dawn']]));
    expect(layer.steps[1]!.values.of).toBe('dawn');
  });
});

describe('a layer that is displaced by another', () => {
  const by = (values: Record<string, unknown>, subject: Layer) =>
    of(
      { ...subject, visible: false },
      pictureLayer('picture', [
        step('distort.by-layer', { of: subject.id, soften: 0, across: 6, down: 0, ...values }),
      ]),
    );
  const moved = (x: number, y: number) => {
    const layer = pictureLayer('picture');
    return see(
      of({
        ...layer,
        placement: { ...layer.placement, x: layer.placement.x + x, y: layer.placement.y + y },
      }),
    );
  };

  it('lies elsewhere by its tone: all the way where it is white, the other way where it is black', () => {
    const white = named('subject', newFill('', '#ffffff'));
    const black = named('subject', newFill('', '#000000'));
    expect(greatest(see(by({}, white)), moved(6, 0))).toBeLessThan(1e-3);
    expect(greatest(see(by({ down: 4 }, black)), moved(-6, -4))).toBeLessThan(1e-3);
  });

  it('stays where nothing of the other is', () => {
    const empty = named('subject', newFill('', '#ffffff'), { opacity: 100 });
    const nothing = {
      ...empty,
      mask: newMask({ kind: 'fade', radial: true, x0: -900, y0: -900, x1: -899, y1: -900 }),
    };
    expect(greatest(see(by({}, nothing)), moved(0, 0))).toBeLessThan(1e-3);
  });

  it('is carried uphill along a slope, as much as that is steep', () => {
    // 4 of 255 tones a px: glass 127.5 px thick carries by 2 px.
    const ramp = picture({
      ...{ width: 60, height: 44, depth: 8 },
      data: Uint8Array.from({ length: 60 * 44 * 4 }, (_, i) =>
        i % 4 === 3 ? 255 : 4 * ((i >> 2) % 60),
      ),
    });
    const subject = pictureLayer('subject');
    if (subject.source.kind === 'picture') subject.source.asset = RAMP;
    const scene = by({ way: 'slope', strength: 127.5, soften: 1 }, subject);
    const found = render(scene, { ...ask, picture: (a) => (a === RAMP ? ramp : lookUp()) });
    // Away from the ends of the ramp.
    const middle = { x: 12, y: 10, width: 36, height: 24 };
    const off = (x: number) => greatest(crop(moved(x, 0), middle), crop(found, middle));
    expect(off(-2)).toBeLessThan(2e-3);
    expect(off(2)).toBeGreaterThan(0.1);
  });
});

describe('a lens that takes its depth from a layer', () => {
  it('is sharp where that is black, and whole where it is white', () => {
    const depth = named('depth', newFill('', '#000000'), { visible: false });
    const lens = (colour: string) => {
      const { source } = newFill('', colour);
      const layer = pictureLayer('picture', [
        step('blur.lens', { radius: 5, depth: 'layer', of: 'depth', sharpAt: 0 }),
      ]);
      return see(of({ ...depth, source }, layer));
    };
    const plain = see(of(pictureLayer('picture')));
    const even = see(of(pictureLayer('picture', [step('blur.lens', { radius: 5 })])));
    expect(greatest(lens('#000000'), plain)).toBeLessThan(1e-5);
    expect(greatest(lens('#ffffff'), even)).toBeLessThan(1e-5);
    expect(greatest(even, plain)).toBeGreaterThan(0.1);
  });
});

describe('a motion along a line', () => {
  const line = (id: string, angle: number): Layer => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const made = newLine(id, {
      closed: false,
      anchors: [corner(-200 * c, -200 * s), corner(200 * c, 200 * s)],
    });
    return named(
      id,
      { ...made, placement: { ...made.placement, x: 30, y: 22 } },
      { visible: false },
    );
  };
  const blurred = (values: Record<string, unknown>, ...lines: Layer[]) =>
    see(of(...lines, pictureLayer('picture', [step('blur.motion', { length: 15, ...values })])));
  const still = { x: 12, y: 10, width: 36, height: 24 };
  const off = (a: ColourBuffer, b: ColourBuffer) => greatest(crop(a, still), crop(b, still));
  const meanOff = (a: ColourBuffer, b: ColourBuffer) => {
    const [one, other] = [crop(a, still), crop(b, still)];
    return one.data.reduce((sum, v, i) => sum + Math.abs(v - other.data[i]!), 0) / one.data.length;
  };

  it('goes as that runs, hidden or not, wherever it is turned', () => {
    for (const degrees of [0, 35, 90]) {
      const way = line('way', (degrees * Math.PI) / 180);
      for (const rotation of [0, 60]) {
        const turned = { ...way, placement: { ...way.placement, rotation } };
        const along = blurred({ course: 'line', of: 'way' }, turned);
        const [right, wrong] = [0, 30].map((by) =>
          meanOff(along, blurred({ angle: degrees + rotation + by })),
        );
        // The one reads between px by straight lines, the other by splines.
        expect(right).toBeLessThan(0.03);
        expect(right).toBeLessThan(wrong! / 3);
      }
    }
  });

  it('follows its line as that is turned, and its length, from frame to frame', () => {
    const mender = menderOf();
    const way = line('way', 0.3);
    for (const [rotation, length] of [
      [0, 15],
      [40, 15],
      [40, 9],
      [0, 15],
    ] as const) {
      const turned = { ...way, placement: { ...way.placement, rotation } };
      const values = { course: 'line', of: 'way', length };
      const scene = of(turned, pictureLayer('picture', [step('blur.motion', values)]));
      expect(mender.mend(scene, { ...ask, focus: 'way' }).picture.data).toEqual(see(scene).data);
    }
    mender.clear();
  });

  it('waits where its line is gone, or was not chosen', () => {
    const sharp = blurred({ length: 0 });
    expect(off(blurred({ course: 'line', of: 'gone' }), sharp)).toBeLessThan(1e-6);
    expect(off(blurred({ course: 'line', of: '' }), sharp)).toBeLessThan(1e-6);
  });
});
