import type { LetterStyle } from './content';

/** Axes of variable fonts (OpenType, `fvar`, and its registry of axes). */

/** One way in which a font varies. */
export interface Axis {
  /** Four letters, such as `wdth`. */
  tag: string;
  /** As the font calls it. */
  label: string;
  min: number;
  default: number;
  max: number;
}

/** Places on axes, by their tags. Axes that are not there are at their default. */
export type AxisValues = Readonly<Record<string, number>>;

const within = (v: number, { min, max }: Axis) => Math.min(max, Math.max(min, v));

/** Axes that other settings of letters are for: the weight, and whether they are italic. */
const isOfStyle = ({ tag }: Axis) => ['wght', 'ital', 'slnt'].includes(tag);

/** The axes that are set by themselves. */
export const ownAxes = (axes: readonly Axis[]): Axis[] => axes.filter((a) => !isOfStyle(a));

export const axisOf = (axes: readonly Axis[], tag: string): Axis | undefined =>
  axes.find((a) => a.tag === tag);

/** Whether a font has italics on an axis: by `ital`, or as far as it leans. */
export const leans = (axes: readonly Axis[]): boolean =>
  axes.some((a) => ['ital', 'slnt'].includes(a.tag) && a.min < a.max);

/**
 * Where letters stand on the axes of their font: the weight on `wght`, italics on `ital`, or where there is none leaning as far
 * as `slnt` goes, the size in px on `opsz` unless it is set (CSS Fonts 4, 5.2), and what is set by itself. Only what differs from
 * the font's defaults, by tags in order, so that letters that look alike have the same values.
 */
export function placesOn(
  axes: readonly Axis[],
  { weight, italic, size }: Pick<LetterStyle, 'weight' | 'italic' | 'size'>,
  set: AxisValues = {},
): AxisValues {
  const hasItalic = axisOf(axes, 'ital') !== undefined;
  const wanted = (axis: Axis): number => {
    switch (axis.tag) {
      case 'wght':
        return weight;
      case 'ital':
        return italic ? axis.max : axis.min;
      case 'slnt':
        // It leans to the right below 0.
        return italic && !hasItalic ? axis.min : axis.default;
      case 'opsz':
        return set['opsz'] ?? size;
      default:
        return set[axis.tag] ?? axis.default;
    }
  };
  return Object.fromEntries(
    axes
      .map((axis) => [axis.tag, within(wanted(axis), axis), axis.default] as const)
      .filter(([, v, usual]) => v !== usual)
      .map(([tag, v]) => [tag, v] as const)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );
}
