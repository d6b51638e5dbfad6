import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { colourNumbers, colourOf, colourSpaces } from '../../pixels/colour-numbers';
import { tableColour } from '../../pixels/ramp-table';
import { rampColour, rampOf, rampOpacity, rampTable, reversed } from '../../pixels/ramp';
import { smooth } from '../../geometry/path';
import { curveAt, curveTable } from '../../geometry/curve';
import { edit } from './edit';
import { findLayer } from './layer-edits';
import { newFill, newLine, newPicture, newScene, newStep, newTextLayer } from '../model/make';
import { colourLayer, paletteOf } from './palette';
import type { Layer, Scene } from '../model/schema';

const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);

describe('colours as numbers', () => {
  it('come back as they were, in every space', () => {
    fc.assert(
      fc.property(hex, (colour) => {
        for (const { name } of colourSpaces) {
          const again = colourOf(colourNumbers(colour, name), name);
          const [a, b] = [colourNumbers(colour, 'rgb'), colourNumbers(again, 'rgb')];
          a.forEach((v, i) => expect(Math.abs(v - b[i]!)).toBeLessThanOrEqual(1));
        }
      }),
    );
  });
  it('of the wheel come back too, and a grey has no hue of its own', () => {
    fc.assert(
      fc.property(hex, (colour) => {
        expect(colourOf(colourNumbers(colour, 'hsv'), 'hsv')).toBe(colour);
      }),
    );
    expect(colourNumbers('#ff8000', 'hsv').map(Math.round)).toEqual([30, 100, 100]);
    expect(colourNumbers('#004080', 'hsv').map(Math.round)).toEqual([210, 100, 50]);
    expect(colourNumbers('#808080', 'hsv').slice(0, 2)).toEqual([0, 0]);
  });
  it('are those that CSS gives', () => {
    expect(colourNumbers('#ff8000', 'hsl').map(Math.round)).toEqual([30, 100, 50]);
    expect(colourNumbers('#ff0000', 'oklch').map((v) => Number(v.toFixed(1)))).toEqual([
      62.8, 64.4, 29.2,
    ]);
    expect(colourOf([50, 100, 140], 'oklch')).toMatch(/^#[0-9a-f]{6}$/);
  });
});

describe('a ramp turned round', () => {
  const ramp = rampOf(
    [
      [10, '#201040'],
      [40, '#ff8020'],
      [90, '#ffffff'],
    ],
    [
      [0, 20],
      [70, 100],
    ],
  );
  it('has everywhere what was at the other side', () => {
    const back = reversed(ramp);
    for (let at = 0; at <= 100; at += 5) {
      expect(rampOpacity(back, 100 - at)).toBeCloseTo(rampOpacity(ramp, at), 9);
      expect(rampColour(back, 100 - at)).toBe(rampColour(ramp, at));
    }
  });
  it('has half of each change where it was, and turned twice is as it was', () => {
    const uneven = structuredClone(ramp);
    uneven.colours[0]!.middle = 30;
    uneven.opacities[0]!.middle = 70;
    const back = reversed(uneven);
    expect(rampOpacity(back, 100 - 49)).toBeCloseTo(60, 9);
    expect(rampColour(back, 100 - 19)).toBe(rampColour(uneven, 19));
    expect(reversed(back)).toEqual(uneven);
  });
});

describe('a ramp', () => {
  const ramp = rampOf(
    [
      [20, '#000000'],
      [80, '#ffffff'],
    ],
    [
      [0, 0],
      [100, 100],
    ],
    'scene',
  );
  it('has the colours of its stops, and those of its ends beyond them', () => {
    expect([0, 20, 50, 80, 100].map((at) => rampColour(ramp, at))).toEqual([
      '#000000',
      '#000000',
      '#808080',
      '#ffffff',
      '#ffffff',
    ]);
    expect(rampOpacity(ramp, 25)).toBe(25);
  });
  it('has half of the change at the middle that was set', () => {
    const bent = {
      ...ramp,
      colours: [
        { at: 0, colour: '#000000', middle: 20 },
        { at: 100, colour: '#ffffff', middle: 50 },
      ],
    };
    expect(rampColour(bent, 20)).toBe('#808080');
  });
  it('as a table is premultiplied, as it mixes with light', () => {
    const table = rampTable(rampOf([[0, '#808080']], [[0, 50]]), 'light');
    const linear = ((0x80 / 255 + 0.055) / 1.055) ** 2.4;
    expect(tableColour(table, 0).map((v) => Number(v.toFixed(5)))).toEqual([
      ...[1, 1, 1].map(() => Number((linear / 2).toFixed(5))),
      0.5,
    ]);
  });
});

describe('a curve with corners', () => {
  it('goes straight between them, and smoothly elsewhere', () => {
    const sharp = curveTable(
      [
        [0, 0, 'corner'],
        [0.5, 1, 'corner'],
        [1, 0, 'corner'],
      ],
      5,
    );
    expect([...sharp]).toEqual([0, 0.5, 1, 0.5, 0]);
    const smoothly = curveAt(
      [
        [0, 0],
        [0.5, 1],
        [1, 0],
      ],
      0.25,
    );
    expect(smoothly).toBeGreaterThan(0.5);
  });
});

describe('the palette of a scene', () => {
  const path = { closed: false, anchors: [smooth(0, 0, 1, 1), smooth(9, 9, 1, 1)] };
  const of = (...layers: Layer[]): Scene => ({ ...newScene('', 100, 100, '#010203'), layers });
  it('has the most used first, and none of steps that are off', () => {
    const off = newStep('style.glow');
    off.values.colour = '#abcdef';
    off.enabled = false;
    const fill = { ...newFill('a', '#112233'), steps: [off] };
    const found = paletteOf(
      of(fill, newFill('b', '#112233'), newTextLayer('T', { colour: '#445566' })),
    );
    expect(found[0]).toBe('#112233');
    expect(found).toContain('#445566');
    expect(found).toContain('#010203');
    expect(found).not.toContain('#abcdef');
  });
  it('gives each kind of layer its colour where that is seen', () => {
    const picture = newPicture(
      'p',
      { kind: 'picture', asset: `${'a'.repeat(64)}.png`, width: 9, height: 9 },
      newScene('', 9, 9, null),
      { x: 0, y: 0 },
      false,
    );
    const scene = of(newFill('f', '#000000'), newTextLayer('TI', {}), newLine('l', path), picture);
    const made = scene.layers.reduce(
      (s, l) => edit(s, '', colourLayer(l.id, '#12ab34')).scene,
      scene,
    );
    const [fill, text, line, painted] = scene.layers.map((l) => findLayer(made, l.id)!);
    expect(fill!.source.kind === 'fill' && fill!.source.paint.colour).toBe('#12ab34');
    expect(text!.source.kind === 'text' && text!.source.ranges.map((r) => r.style.colour)).toEqual([
      '#12ab34',
    ]);
    expect(line!.source.kind === 'line' && line!.source.light).toBe('#12ab34');
    expect(painted!.steps.map((s) => [s.kind, s.values.colour])).toEqual([
      ['style.paint', '#12ab34'],
    ]);
  });
});
