import type { Point } from '../geometry/affine';
import type { Mixing } from '../pixels/colour';
import { linear, mixed } from '../pixels/colour';
import { rampColours } from '../pixels/ramp';
import type { LineSource } from './line';
import { measuresOf } from './line-shape';
import type { Pass, PassStop } from './pass';
import { rampBend, rampStops } from './pass';

/** The ramps of passes: their colours, and where a gradient lies. */

/** Colours of a ramp of a pass, premultiplied by their opacity: four floats each. */
export function passRamp(pass: Pass, mixing: Mixing): Float32Array {
  const size = 256;
  const stops = rampStops(pass);
  const ends = rampColours(
    stops.map(({ at, colour }) => ({ at: at / 100, colour })),
    pass.space,
    mixing,
    size,
  );
  const out = new Float32Array(size * 4);
  const bend = rampBend(pass);
  for (let i = 0; i < size; i++) {
    // Half of the change lies before the place that is said to be half way.
    const t = (i / (size - 1)) ** bend;
    const at = t * (size - 1);
    const k = Math.min(size - 2, Math.floor(at));
    const alpha = opacityAt(stops, t * 100) / 100;
    for (let c = 0; c < 3; c++) {
      const [a, b] = [ends[4 * k + c]!, ends[4 * k + 4 + c]!];
      const v = a + (b - a) * (at - k);
      out[4 * i + c] = (mixing === 'light' ? linear(v) : v) * alpha;
    }
    out[4 * i + 3] = alpha;
  }
  return out;
}

/** The stops on both sides of a place (%), and how far it is from the one to the other, 0–1. */
function between(stops: readonly PassStop[], at: number): [PassStop, PassStop, number] {
  const next = stops.findIndex((s, i) => i > 0 && s.at >= at);
  const [a, b] = [stops[next - 1]!, stops[next]!];
  return [a, b, b.at > a.at ? (at - a.at) / (b.at - a.at) : 1];
}

/** The opacity of a ramp at a place, both %. */
function opacityAt(stops: readonly PassStop[], at: number): number {
  const [a, b, t] = between(stops, at);
  return a.opacity + (b.opacity - a.opacity) * t;
}

/** From where to where the gradient of a pass runs, the line's own px; null if there is nothing yet. */
export function gradientEnds(source: LineSource, pass: Pass): { from: Point; to: Point } | null {
  const { box } = measuresOf(source);
  if (pass.ends)
    return {
      from: { x: pass.ends.x0, y: pass.ends.y0 },
      to: { x: pass.ends.x1, y: pass.ends.y1 },
    };
  if (!box) return null;
  const middle = { x: (box.x0 + box.x1) / 2, y: (box.y0 + box.y1) / 2 };
  const reach = Math.hypot(box.x1 - box.x0, box.y1 - box.y0) / 2 + pass.width / 2 + 1;
  if (pass.paint === 'radial') return { from: middle, to: { x: middle.x + reach, y: middle.y } };
  const a = (pass.paintAngle * Math.PI) / 180;
  const [dx, dy] = [Math.cos(a), Math.sin(a)];
  // From edge to edge of the box, as seen in that direction.
  const half = (Math.abs(dx) * (box.x1 - box.x0) + Math.abs(dy) * (box.y1 - box.y0)) / 2 || reach;
  return {
    from: { x: middle.x - dx * half, y: middle.y - dy * half },
    to: { x: middle.x + dx * half, y: middle.y + dy * half },
  };
}

/** A colour to be put into a ramp at a place (%): what the ramp has there, or nearly. */
export function mixedStop(stops: readonly PassStop[], at: number): PassStop {
  const [a, b, t] = between(stops, at);
  return {
    at: Math.round(at * 10) / 10,
    colour: mixed(a.colour, b.colour, t),
    opacity: Math.round(opacityAt(stops, at)),
  };
}
