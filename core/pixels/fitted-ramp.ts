import { converter, formatHex } from 'culori';
import type { Ramp } from './ramp';
import { rampOf } from './ramp';

const toOklab = converter('oklab');

/** Colours nearer to each other than this in Oklab (Euclidean) look the same beside each other, or nearly. */
const NEAR = 0.03;
/** So many colours of a ramp can still be seen apart and dragged. */
const MAX = 12;

/**
 * A ramp through colours that were seen one after another along a way (each `#rrggbb`, at least one), evenly
 * spaced: as few stops as come near all of them, twelve at most. The stops are chosen as Douglas and Peucker
 * choose the points of a line, by distance in Oklab (Björn Ottosson, 2020).
 */
export function fittedRamp(colours: readonly string[]): Ramp {
  const seen = colours.map((c) => {
    const { l, a, b } = toOklab(c)!;
    return [l, a, b] as const;
  });
  const last = seen.length - 1;
  const chosen = [...new Set([0, last])];
  while (chosen.length < MAX) {
    let worst = { at: -1, off: NEAR };
    for (let k = 1; k < chosen.length; k++) {
      const [from, to] = [chosen[k - 1]!, chosen[k]!];
      for (let i = from + 1; i < to; i++) {
        const t = (i - from) / (to - from);
        const off = Math.hypot(
          ...seen[i]!.map((v, c) => v - (seen[from]![c]! * (1 - t) + seen[to]![c]! * t)),
        );
        if (off > worst.off) worst = { at: i, off };
      }
    }
    if (worst.at < 0) break;
    chosen.push(worst.at);
    chosen.sort((a, b) => a - b);
  }
  return rampOf(
    chosen.map((i) => {
      const [l, a, b] = seen[i]!;
      const at = last === 0 ? 0 : Math.round((1000 * i) / last) / 10;
      return [at, formatHex({ mode: 'oklab', l, a, b })] as const;
    }),
  );
}
