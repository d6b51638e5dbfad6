import { describe, expect, it } from 'vitest';
import { paintBrushParameters } from '../brush/paint-brush';
import { defaultsOf } from '../definitions/parameter-values';
import { boxPath } from '../geometry/box-paths';
import type { Mask } from '../masks/mask';
import type { ColourBuffer } from '../pixels/buffer';
import { addStroke, setMask } from '../scene/edits/mask-edits';
import { edit } from '../scene/edits/edit';
import { setAmount } from '../scene/edits/layer-edits';
import {
  newFill,
  newGrade,
  newGroup,
  newMask,
  newPaint,
  newScene,
  newStep,
} from '../scene/model/make';
import type { Layer, Scene, Step } from '../scene/model/schema';
import { parseScene } from '../scene/model/check';
import { meterBy } from './meter';
import { render } from './render';

/** How much steps do, and where. */

const SIDE = 64;
const region = { x: 0, y: 0, width: SIDE, height: SIDE };

const see = (scene: Scene, more: object = {}): ColourBuffer =>
  render(scene, {
    ...{ region, scale: 1 },
    picture: () => {
      throw new Error();
    },
    ...more,
  });
const at = ({ data }: ColourBuffer, x: number, y: number) => [
  ...data.slice((y * SIDE + x) * 4, (y * SIDE + x) * 4 + 4),
];

/** A mask that shows the left half. */
const left = (): Mask =>
  newMask({ kind: 'area', paths: [boxPath({ x0: -10, y0: -10, x1: 32, y1: 90 })] });

function scene(...layers: Layer[]): Scene {
  const made = newScene('', SIDE, SIDE, '#000000');
  made.layers.push(...layers);
  return made;
}
const stepped = (layer: Layer, ...steps: Step[]): Layer => {
  layer.steps.push(...steps);
  return layer;
};
/** Two stops darker: a quarter of the light. */
const darker = (more: Partial<Step> = {}): Step => {
  const step = newStep('grade.light');
  step.values.exposure = -2;
  return { ...step, ...more };
};

describe('a step', () => {
  const plain = at(see(scene(stepped(newFill('', '#cccccc')))), 5, 5);
  const whole = at(see(scene(stepped(newFill('', '#cccccc'), darker()))), 5, 5);

  it('counts by its amount', () => {
    const half = at(see(scene(stepped(newFill('', '#cccccc'), darker({ amount: 50 })))), 5, 5);
    half.forEach((v, c) => expect(v).toBeCloseTo((plain[c]! + whole[c]!) / 2, 5));
    const none = at(see(scene(stepped(newFill('', '#cccccc'), darker({ amount: 0 })))), 5, 5);
    expect(none).toEqual(plain);
  });

  it('is laid over what went in by a blend, as far as its amount says', () => {
    const [one, two] = [0.8, 0.8 * 0.8];
    // A step that changes nothing, multiplied onto what went in, is its square.
    const same = (more: Partial<Step>) => ({
      ...newStep('grade.levels'),
      blend: 'multiply',
      ...more,
    });
    const all = at(see(scene(stepped(newFill('', '#cccccc'), same({})))), 5, 5);
    expect(all[0]).toBeCloseTo(two, 4);
    const half = at(see(scene(stepped(newFill('', '#cccccc'), same({ amount: 50 })))), 5, 5);
    expect(half[0]).toBeCloseTo((one + two) / 2, 4);
    const masked = see(scene(stepped(newFill('', '#cccccc'), same({ where: left() }))));
    expect(at(masked, 10, 20)[0]).toBeCloseTo(two, 4);
    expect(at(masked, 50, 20)[0]).toBeCloseTo(one, 4);
  });

  it('that softens an edge, laid on by a blend, lies over the edge that was there', () => {
    const square = (...steps: Step[]) => stepped(newFill('', '#808080'), ...steps);
    const cut = {
      ...newMask({ kind: 'area', paths: [boxPath({ x0: 0, y0: 0, x1: 32, y1: 64 })] }),
    };
    const group = newGroup('', [{ ...square(), mask: cut }], 'one');
    const blurred = { ...newStep('blur.gaussian'), blend: 'screen' };
    blurred.values.sigma = 4;
    const out = see(scene(stepped(group, blurred)));
    const grey = 128 / 255;
    expect(at(out, 10, 20)[0]).toBeCloseTo(1 - (1 - grey) ** 2, 2);
    // Beyond the edge there is the blur alone.
    const beyond = at(out, 36, 20)[0]!;
    expect(beyond).toBeGreaterThan(0.01);
    expect(beyond).toBeLessThan(grey / 2);
  });

  it('works where its mask shows, and nowhere else', () => {
    const out = see(scene(stepped(newFill('', '#cccccc'), darker({ where: left() }))));
    expect(at(out, 10, 20)).toEqual(whole);
    expect(at(out, 50, 20)).toEqual(plain);
    const off = { ...left(), enabled: false };
    expect(at(see(scene(stepped(newFill('', '#cccccc'), darker({ where: off })))), 50, 20)).toEqual(
      whole,
    );
  });

  it('of a grade works so on what lies beneath', () => {
    const grade = stepped(newGrade('', []), darker({ where: left(), amount: 50 }));
    const out = see(scene(newFill('', '#cccccc'), grade));
    expect(at(out, 50, 20)).toEqual(plain);
    at(out, 10, 20).forEach((v, c) => expect(v).toBeCloseTo((plain[c]! + whole[c]!) / 2, 5));
  });

  it('of a group works so on its layers as one', () => {
    const group = newGroup('', [newFill('', '#cccccc')], 'through');
    const out = see(scene(stepped(group, darker({ where: left() }))));
    expect(at(out, 50, 20)).toEqual(plain);
    at(out, 10, 20).forEach((v, c) => expect(v).toBeCloseTo(whole[c]!, 5));
  });

  it('is computed only near where it does anything', () => {
    const blur = newStep('blur.gaussian');
    blur.values.sigma = 9;
    const largest = (more: Partial<Step>): number => {
      const meter = meterBy(() => 0);
      const wide = { ...scene(stepped(newFill('', '#cccccc'), { ...blur, ...more })), width: 1200 };
      const all = { ...region, width: 1200 };
      render(wide, { region: all, scale: 1, picture: () => null as never, meter });
      // The last is what it comes to over all; the one before what was computed for that.
      const own = meter.costs.filter((c) => c.part === blur.id && c.bytes > 0).map((c) => c.bytes);
      return Math.max(0, ...own.slice(0, -1));
    };
    expect(largest({ where: left() })).toBeLessThan((1200 * SIDE * 16) / 2);
    expect(largest({ where: left(), amount: 0 })).toBe(0);
  });
});

describe('a style and a change of shape', () => {
  const disc = (step: Step) => {
    const layer = newPaint('');
    layer.source.strokes.push({
      ...{ id: 'a', way: 'over', colour: '#ffffff' },
      brush: { ...defaultsOf(paintBrushParameters), size: 24, hardness: 100 },
      points: [[32, 32, 1, 0, 0, 0]],
    });
    return stepped(layer, step);
  };
  const glow = (more: Partial<Step> = {}): Step => ({ ...newStep('style.glow'), ...more });

  it('are laid by their amount and where their mask shows', () => {
    const [all, none, half] = [glow(), glow({ amount: 0 }), glow({ amount: 50 })].map((g) =>
      see(scene(disc(g))),
    );
    const bare = see(scene(disc({ ...glow(), enabled: false })));
    expect(none!.data).toEqual(bare.data);
    let differs = 0;
    for (let i = 0; i < all!.data.length; i++)
      if (Math.abs(all!.data[i]! - bare.data[i]!) > 0.02) {
        const share = (half!.data[i]! - bare.data[i]!) / (all!.data[i]! - bare.data[i]!);
        expect(share).toBeGreaterThan(0.3);
        expect(share).toBeLessThan(0.7);
        differs++;
      }
    expect(differs).toBeGreaterThan(50);
    const inLeft = see(scene(disc(glow({ where: left() }))));
    for (let y = 0; y < SIDE; y += 5) {
      expect(at(inLeft, 50, y)).toEqual(at(bare, 50, y));
      expect(at(inLeft, 12, y)).toEqual(at(all!, 12, y));
    }
  });
});

describe('the mask of a step', () => {
  it('is painted, set, and taken away like that of a layer', () => {
    const step = darker();
    const layer = stepped(newFill('', '#cccccc'), step);
    const owner = { layer: layer.id, step: step.id };
    const stroke = { hides: false, size: 20, hardness: 100, flow: 100, opacity: 100 };
    const painted = edit(
      scene(layer),
      '',
      addStroke(owner, { ...stroke, points: [20, 20, 1, 30, 20, 1] }, 'p'),
    ).scene;
    const out = see(painted);
    expect(at(out, 25, 20)[0]).toBeLessThan(at(out, 50, 50)[0]! - 0.2);
    const turned = edit(painted, '', setMask(owner, { invert: true })).scene;
    expect(at(see(turned), 25, 20)[0]).toBeGreaterThan(at(see(turned), 50, 50)[0]! + 0.2);
    expect(parseScene(JSON.parse(JSON.stringify(turned)))).toEqual(turned);
    const amount = edit(painted, '', setAmount(layer.id, step.id, 40)).scene;
    expect(amount.layers[0]!.steps[0]!.amount).toBe(40);
    const whole = edit(amount, '', setAmount(layer.id, step.id, 100)).scene;
    expect('amount' in whole.layers[0]!.steps[0]!).toBe(false);
  });

  it('of a lens blur are how far out of focus it is, if asked', () => {
    const most = (a: ColourBuffer, b: ColourBuffer) =>
      a.data.reduce((max, v, i) => Math.max(max, Math.abs(v - b.data[i]!)), 0);
    const seen = (radius: number, more: Partial<Step>, depth = 'even') => {
      const step = { ...newStep('blur.lens'), ...more };
      Object.assign(step.values, { radius, depth });
      const bar = newFill('', '#ffffff');
      bar.mask = left();
      const group = newGroup('', [bar], 'one');
      return see(scene(stepped(group, step)));
    };
    // Half the amount is half the radius, and no mixture of sharp and soft.
    const half = seen(12, { amount: 50 }, 'mask');
    expect(most(half, seen(6, {}))).toBeLessThan(1e-5);
    expect(most(half, seen(12, { amount: 50 }))).toBeGreaterThan(0.05);
    // Where its mask shows nothing, nothing is blurred.
    const upper = newMask({
      kind: 'area',
      paths: [boxPath({ x0: -10, y0: -10, x1: 90, y1: 32 })],
    });
    const masked = seen(12, { where: upper }, 'mask');
    const [sharp, soft] = [seen(0, {}), seen(12, {})];
    for (const x of [10, 25, 31, 36, 50]) {
      at(masked, x, 50).forEach((v, c) => {
        expect(v).toBeCloseTo(at(sharp, x, 50)[c]!, 5);
      });
      at(masked, x, 15).forEach((v, c) => {
        expect(v).toBeCloseTo(at(soft, x, 15)[c]!, 2);
      });
    }
  });
});
