import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../kernels/load';
import { colourBuffer } from '../pixels/buffer';
import { LABEL, labelsFromTones, tonesOf } from './labels';
import { byLocalColours } from './local-colours';

const [width, height] = [96, 64];
const region = { x: 3, y: -5, width, height };

/** A subject to the left of `edge`, of one colour over another, with a little noise. */
function scene(edge: number, subject: readonly number[], background: readonly number[]) {
  const colours = colourBuffer(region);
  for (let i = 0; i < width * height; i++) {
    const own = i % width < edge ? subject : background;
    for (let c = 0; c < 3; c++)
      colours.data[4 * i + c] = own[c]! + (((i * 7919 + c * 31) % 13) - 6) / 2000;
    colours.data[4 * i + 3] = 1;
  }
  return colours;
}

/** Labels that say the edge is elsewhere. */
const labels = (edge: number) =>
  Uint8Array.from({ length: width * height }, (_, i) =>
    i % width < edge ? LABEL.maybeSubject : LABEL.maybeBackground,
  );
const warm = [0.6, 0.4, 0.3];
const cold = [0.3, 0.4, 0.6];
/** Where a row goes below half. */
const edgeOf = (data: Float32Array, y: number) => {
  const row = data.slice(y * width, (y + 1) * width);
  return row.findIndex((v) => v < 0.5);
};

describe('an outline moved by local colours', () => {
  it('comes to the edge of the colours from either side', () => {
    for (const off of [-4, -2, 2, 4]) {
      const { data } = byLocalColours(scene(50, warm, cold), labels(50 + off), 5);
      for (const y of [4, 32, 60]) expect(edgeOf(data, y)).toBe(50);
    }
  });

  it('stays where the colours of both sides are alike', () => {
    const { data } = byLocalColours(scene(50, warm, warm), labels(46), 5);
    for (const y of [4, 32, 60]) expect(edgeOf(data, y)).toBe(46);
  });

  it('goes no farther at once than its band lets it', () => {
    const { data } = byLocalColours(scene(50, warm, cold), labels(30), 2);
    // Four rounds of two px.
    expect(edgeOf(data, 32)).toBeGreaterThanOrEqual(30);
    expect(edgeOf(data, 32)).toBeLessThanOrEqual(38);
  });

  it('leaves what is certain as it is', () => {
    const known = labels(54);
    for (let y = 20; y < 30; y++) known[y * width + 52] = LABEL.subject;
    for (let y = 40; y < 50; y++) known[y * width + 47] = LABEL.background;
    const { data } = byLocalColours(scene(50, warm, cold), known, 5);
    for (let y = 20; y < 30; y++) expect(data[y * width + 52]).toBe(1);
    for (let y = 40; y < 50; y++) expect(data[y * width + 47]).toBe(0);
    expect(edgeOf(data, 10)).toBe(50);
  });

  it('is what the labels say where there is no outline, and where all is certain', () => {
    const all = new Uint8Array(width * height).fill(LABEL.maybeSubject);
    expect(byLocalColours(scene(50, warm, cold), all, 5).data.every((v) => v === 1)).toBe(true);
    const known = labels(40).map((l) => l & 1);
    expect([...byLocalColours(scene(50, warm, cold), known, 5).data]).toEqual([...known]);
  });
});

describe('labels as tones', () => {
  it('are told back', () => {
    fc.assert(
      fc.property(fc.uint8Array({ max: 3 }), (own) => {
        const tones = Float32Array.from(tonesOf(own), (t) => t / 255);
        expect([...labelsFromTones(tones)]).toEqual([...own]);
      }),
    );
  });
  it('are the subject above half, and certain only near black and white', () => {
    expect([...labelsFromTones(Float32Array.of(0, 0.02, 0.3, 0.49, 0.51, 0.8, 1))]).toEqual([
      ...[LABEL.background, LABEL.background, LABEL.maybeBackground, LABEL.maybeBackground],
      ...[LABEL.maybeSubject, LABEL.maybeSubject, LABEL.subject],
    ]);
  });
});
