import { useContext } from 'react';
import { TONES } from '@ignis/core/pixels/scopes';
import { HistogramContext } from './histogram-context';

const CHANNELS = { red: 0, green: 1, blue: 2, luma: 3 } as const;
const FILLS = {
  red: 'fill-[#e0483c]/50',
  green: 'fill-[#46b04a]/50',
  blue: 'fill-[#4a78e8]/55',
  luma: 'fill-dim/40',
} as const;

/** The histogram that stands behind a curve, if it is known; `toX` and `toY` take 0–1 to px of the picture. */
export function Histogram({
  of,
  toX,
  toY,
}: {
  of: keyof typeof CHANNELS;
  toX(v: number): number;
  toY(v: number): number;
}) {
  const counts = useContext(HistogramContext);
  if (!counts) return null;
  const own = counts.subarray(CHANNELS[of] * TONES, (CHANNELS[of] + 1) * TONES);
  // One tone that fills the picture must not flatten all others.
  const sorted = [...own].sort((a, b) => b - a);
  const most = Math.max(1, sorted[4]!);
  const points = Array.from(own, (v, i) => {
    const height = Math.min(1, Math.sqrt(v / most)) * 0.92;
    return `${toX(i / (TONES - 1)).toFixed(1)},${toY(height).toFixed(1)}`;
  });
  return (
    <polygon
      data-testid="histogram"
      className={FILLS[of]}
      points={`${toX(0)},${toY(0)} ${points.join(' ')} ${toX(1)},${toY(0)}`}
    />
  );
}
