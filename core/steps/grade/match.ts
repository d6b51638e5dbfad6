import { percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import type { Triple } from '../../fields/colours';
import { lightOf, toOklab } from '../../fields/colours';
import type { Term } from '../../fields/field';
import { add, looked, max, mix, multiply, subtract } from '../../fields/field';
import { crop } from '../../pixels/buffer';
import type { ColourStatistics } from '../../pixels/colour-statistics';
import { RANKS, statisticsOf } from '../../pixels/colour-statistics';
import { intersect } from '../../pixels/region';
import { gradedLight } from './graded';

/** The longer side of the grid on which colours are measured, px. */
const GRID = 192;
/** Contrast grows or shrinks at most so many times: what is nearly even would be torn into noise. */
const MOST = 2;
/** A spread that counts as none. */
const EVEN = 1e-4;
/** Entries of the table of a channel. */
const SIZE = 257;

/** What one value of Oklab becomes, from how values of its channel spread to how they shall. */
type Change = (value: Term, channel: number) => Term;

/** By mean and spread (Reinhard and others, 2001, in Oklab). */
const bySpread = (own: ColourStatistics, other: ColourStatistics): Change => {
  const factor = (c: number) =>
    own.deviation[c]! < EVEN
      ? 1
      : Math.min(MOST, Math.max(1 / MOST, other.deviation[c]! / own.deviation[c]!));
  return (v, c) => add(other.mean[c]!, multiply(factor(c), subtract(v, own.mean[c]!)));
};

/** By rank: each value becomes the one that as many lie below; nowhere steeper than `MOST`. */
function tableOf(own: Float64Array, other: Float64Array): Float32Array {
  const [low, high] = [own[0]!, own[RANKS - 1]!];
  const step = (high - low) / (SIZE - 1);
  const table = new Float32Array(SIZE);
  for (let i = 0, k = 0; i < SIZE; i++) {
    const at = low + step * i;
    while (k < RANKS - 2 && own[k + 1]! < at) k++;
    const gap = own[k + 1]! - own[k]!;
    const t = gap > 0 ? Math.min(1, Math.max(0, (at - own[k]!) / gap)) : 0.5;
    table[i] = other[k]! + (other[k + 1]! - other[k]!) * t;
  }
  // From the middle outwards, so that the median meets the median.
  const middle = SIZE >> 1;
  for (let i = middle + 1; i < SIZE; i++)
    table[i] = Math.min(table[i]!, table[i - 1]! + MOST * step);
  for (let i = middle - 1; i >= 0; i--) table[i] = Math.max(table[i]!, table[i + 1]! - MOST * step);
  return table;
}

export const match = defineStep({
  kind: 'grade.match',
  label: 'Match',
  help: 'Brings tones and colours towards those of what lies beneath, or of another layer, so that a cut-out sits in its picture.',
  parameters: {
    of: {
      kind: 'layer',
      label: 'Match to',
      help: 'Whose tones and colours it takes on; what lies beneath, unless a layer is chosen.',
      default: '',
    },
    by: {
      kind: 'choice',
      label: 'Method',
      help: 'Mean and spread keep the picture as it is drawn; the histogram takes over how often each tone is.',
      options: [
        { value: 'spread', label: 'mean and spread' },
        { value: 'histogram', label: 'histogram' },
      ],
      default: 'spread',
    },
    tones: { ...percent('Tones', 60), help: 'How far lightness goes along.' },
    colours: { ...percent('Colours', 60), help: 'How far colours go along.' },
  },
  margin: () => 0,
  keepsShape: true,
  seesPlace: true,
  measuresItself: true,
  apply: (input, v, context) => {
    const { mixing, wanted, seen, memo } = context;
    // They stay while sliders are dragged.
    const measured = (name: string): ColourStatistics | null => {
      const other = seen(name);
      if (!other) return null;
      const key = `colours of ${other.key} ${mixing}`;
      const [found] = memo(
        key,
        () => [statisticsOf(other.coarse(GRID).pixels, mixing)],
        () => 3 * 8 * (RANKS + 2),
      );
      return found ?? null;
    };
    const [own, other] = [measured('itself'), measured('of')];
    const share = (c: number) => (c === 0 ? v.tones : v.colours) / 100;
    if (!own || !other) return crop(input, intersect(input.region, wanted));
    const tables = new Float32Array(3 * SIZE);
    const spread = bySpread(own, other);
    const isEven = (c: number) => own.ranks[c]![RANKS - 1]! - own.ranks[c]![0]! < EVEN;
    const change: Change = (value, c) => {
      if (v.by === 'spread' || isEven(c)) return spread(value, c);
      tables.set(tableOf(own.ranks[c]!, other.ranks[c]!), c * SIZE);
      const [low, high] = [own.ranks[c]![0]!, own.ranks[c]![RANKS - 1]!];
      return looked(value, { at: c * SIZE, count: SIZE, low, high, goesOn: true });
    };
    return gradedLight(
      input,
      context,
      (light) => {
        const lab = toOklab(light);
        const [l, a, b] = lab.map((value, c) => mix(value, change(value, c), share(c)));
        return lightOf([max(0, l!), a!, b!] as Triple);
      },
      { tables },
    );
  },
});
