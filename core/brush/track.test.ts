import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decodePack, encodePack } from './pack';
import type { TrackPoint } from './track';
import { FARTHEST, MAX_POINTS, decodeTrack, encodeTrack, trackOf } from './track';
import { byteReader, byteWriter } from './varint';

const any = fc.oneof(
  fc.double(),
  fc.constantFrom(NaN, Infinity, -Infinity, 0, -0),
  fc.double({ min: -5000, max: 5000, noNaN: true }),
);
const point: fc.Arbitrary<TrackPoint> = fc.record({
  ...{ x: any, y: any, pressure: any, tiltX: any, tiltY: any, time: any },
});
const points = fc.array(point, { maxLength: 60 });
const plain = (x: number, y: number, more: Partial<TrackPoint> = {}): TrackPoint => ({
  ...{ x, y, pressure: 1, tiltX: 0, tiltY: 0, time: 0 },
  ...more,
});

describe('numbers in few bytes', () => {
  it('are read as they were written', () => {
    const whole = fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 });
    fc.assert(
      fc.property(fc.array(whole), (all) => {
        const out = byteWriter();
        for (const v of all) {
          out.signed(v);
          out.unsigned(Math.abs(v));
        }
        const from = byteReader(out.done());
        for (const v of all) {
          expect(from.signed()).toBe(v);
          expect(from.unsigned()).toBe(Math.abs(v));
        }
        expect(from.left()).toBe(0);
      }),
    );
  });

  it('take a byte up to 63 either way, two up to 8191', () => {
    const bytesOf = (v: number) => {
      const out = byteWriter();
      out.signed(v);
      return out.done().length;
    };
    expect([0, 63, -64, 64, -65, 8191, -8192, 8192].map(bytesOf)).toEqual([1, 1, 1, 2, 2, 2, 2, 3]);
  });

  it('that end too early, or never, are refused', () => {
    expect(() => byteReader(Uint8Array.of(128)).unsigned()).toThrow(RangeError);
    expect(() => byteReader(new Uint8Array(9).fill(255)).unsigned()).toThrow(RangeError);
    expect(() => byteReader(Uint8Array.of(1)).bytes(2)).toThrow(RangeError);
  });
});

describe('a track', () => {
  it('is read as it was written, whatever the pointer said', () => {
    fc.assert(
      fc.property(points, (all) => {
        const track = trackOf(all);
        expect(decodeTrack(encodeTrack(track))).toEqual(track);
      }),
    );
  });

  it('keeps places to a sixteenth of a px, pressure to 1/255, tilts to a degree and time to a ms', () => {
    const { x, y, pressure, tiltX, tiltY, time } = trackOf([
      plain(10.03, -7.49, { pressure: 0.5013, tiltX: 12.4, tiltY: -80.6, time: 12.7 }),
    ]);
    expect([x[0], y[0]]).toEqual([10, -7.5]);
    expect(pressure[0]).toBeCloseTo(128 / 255, 6);
    expect([tiltX[0], tiltY[0], time[0]]).toEqual([12, -81, 13]);
  });

  it('leaves out points without a place, and mends what else is no number', () => {
    const track = trackOf([
      plain(NaN, 1),
      plain(1, 2, { pressure: NaN, tiltX: Infinity, time: 50 }),
      plain(1e12, 3, { pressure: -4, tiltY: 400, time: 20 }),
    ]);
    expect(track.count).toBe(2);
    expect([...track.pressure]).toEqual([1, 0]);
    expect([...track.tiltX, ...track.tiltY]).toEqual([0, 0, 0, 90]);
    expect(track.x[1]).toBe(FARTHEST);
    // Time never goes back.
    expect([...track.time]).toEqual([50, 50]);
  });

  it('takes at most five bytes a point of a mouse, and nine of a pen', () => {
    const way = Array.from({ length: 1000 }, (_, i) =>
      plain(800 + 300 * Math.cos(i / 70), 500 + 220 * Math.sin(i / 50), { time: i * 8 }),
    );
    expect(encodeTrack(trackOf(way)).length / way.length).toBeLessThan(5);
    const pen = way.map((p, i) => ({
      ...p,
      ...{ pressure: 0.5 + 0.4 * Math.sin(i / 40), tiltX: 30 + (i % 7), tiltY: -20 },
    }));
    expect(encodeTrack(trackOf(pen)).length / pen.length).toBeLessThan(9);
  });

  it('of bytes that are none is refused, without room for what they claim', () => {
    const claims = byteWriter();
    claims.unsigned(MAX_POINTS);
    claims.unsigned(7);
    expect(() => decodeTrack(claims.done())).toThrow(RangeError);
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        try {
          const { x, pressure } = decodeTrack(bytes);
          expect(x.every((v) => Math.abs(v) <= FARTHEST)).toBe(true);
          expect(pressure.every((p) => p >= 0 && p <= 1)).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(RangeError);
        }
      }),
      { numRuns: 500 },
    );
  });
});

describe('a file of tracks', () => {
  it('gives back each', () => {
    fc.assert(
      fc.property(fc.array(points, { maxLength: 8 }), (all) => {
        const tracks = all.map(trackOf);
        const pack = decodePack(encodePack(tracks));
        expect(pack.count).toBe(tracks.length);
        tracks.forEach((track, i) => expect(pack.track(i)).toEqual(track));
        expect(() => pack.track(tracks.length)).toThrow(RangeError);
      }),
    );
  });

  it('says what is wrong with one that is none, newer or cut short', () => {
    const whole = encodePack([trackOf([plain(1, 2), plain(3, 4)])]);
    expect(() => decodePack(Uint8Array.of(1, 2, 3))).toThrow('holds no strokes');
    expect(() => decodePack(Uint8Array.from(whole, (b, i) => (i === 4 ? 9 : b)))).toThrow(/newer/);
    for (let end = 5; end < whole.length; end++)
      expect(() => decodePack(whole.subarray(0, end)).track(0)).toThrow(RangeError);
  });
});
