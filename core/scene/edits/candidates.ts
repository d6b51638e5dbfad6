import type { Parameter } from '../../definitions/parameter';
import type { Box } from '../../geometry/affine';
import type { CurvePoints } from '../../geometry/curve';
import { namedRamps } from '../../pixels/named-ramps';
import { families } from '../../text/families';

/** Look sheets: the candidates of one choice, to be seen side by side. */

/** One candidate: what it is called, and the value. */
export interface Candidate {
  label: string;
  value: unknown;
}

/** Whether a parameter has candidates worth a sheet. */
export const hasCandidates = (p: Parameter): boolean =>
  p.kind === 'number' ||
  p.kind === 'font' ||
  p.kind === 'ramp' ||
  (p.kind === 'choice' && p.options.length > 2) ||
  (p.kind === 'curve' && p.presets !== undefined);

/** So many values a number may have on a sheet. */
export const FEWEST = 3;
export const MAX = 16;

/** Numbers from one to another, evenly spread, rounded to what the parameter steps by. */
export function spreadOf(from: number, to: number, count: number, step: number): number[] {
  const unit = step / 10;
  const places = Math.max(0, Math.ceil(-Math.log10(unit)));
  const all = Array.from({ length: count }, (_, i) => {
    const v = from + ((to - from) * i) / (count - 1);
    return Number((Math.round(v / unit) * unit).toFixed(places));
  });
  return [...new Set(all)];
}

/** The candidates of a parameter. Numbers go from one value to another, `count` of them. */
export function candidatesOf(
  p: Parameter,
  range: { from: number; to: number; count: number },
): Candidate[] {
  switch (p.kind) {
    case 'number':
      return spreadOf(range.from, range.to, range.count, p.step).map((value) => ({
        label: `${value} ${p.unit}`.trim(),
        value,
      }));
    case 'choice':
      return p.options.map(({ label, value }) => ({ label, value }));
    case 'font':
      return families.map(({ label, id }) => ({ label, value: id }));
    case 'curve':
      return (p.presets ?? []).map(({ label, points }) => ({
        label,
        value: points.map((q) => [...q]) as CurvePoints,
      }));
    case 'ramp':
      return [...namedRamps];
    default:
      return [];
  }
}

/** From where to where the values of a number go at first: its slider, or as far. */
export const usualRange = (p: Parameter): { from: number; to: number; count: number } =>
  p.kind === 'number'
    ? { from: p.slider?.[0] ?? p.min, to: p.slider?.[1] ?? p.max, count: 9 }
    : { from: 0, to: 0, count: 9 };

/**
 * The part of a scene that a sheet shows of something in a box: the box and some room round it, in the
 * proportions of a cell, within the scene where that is possible. Without a box, all of the scene.
 */
export function sheetBox(
  box: Box | null,
  scene: { width: number; height: number },
  aspect: number,
): Box {
  const whole = { x0: 0, y0: 0, x1: scene.width, y1: scene.height };
  const about = box ?? whole;
  const room = box ? 1.35 : 1;
  let w = Math.max(16, (about.x1 - about.x0) * room);
  let h = Math.max(16, (about.y1 - about.y0) * room);
  if (w / h < aspect) w = h * aspect;
  else h = w / aspect;
  const most = Math.max(scene.width, scene.height * aspect);
  if (w > most) [w, h] = [most, most / aspect];
  const within = (middle: number, size: number, side: number) =>
    size >= side ? (side - size) / 2 : Math.min(side - size, Math.max(0, middle - size / 2));
  const x = within((about.x0 + about.x1) / 2, w, scene.width);
  const y = within((about.y0 + about.y1) / 2, h, scene.height);
  return { x0: x, y0: y, x1: x + w, y1: y + h };
}
