import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { PaintBrush, PaintStroke } from '@ignis/core/brush/paint-brush';
import { paintBrushParameters } from '@ignis/core/brush/paint-brush';
import { brushParameters } from '@ignis/core/brush/stroke';
import { type Values } from '@ignis/core/definitions/parameter';
import { length } from '@ignis/core/definitions/number-parameters';
import { defaultsOf, valuesOf } from '@ignis/core/definitions/parameter-values';
import { reachParameters } from '@ignis/core/masks/reach';
import { useBrush } from './brush';
import { t } from '../words/t';

/** The brush for paint; what all brushes have is set for all of them (`useBrush`). */
type Own = PaintBrush & Pick<PaintStroke, 'way' | 'colour'>;

/** What can be set on a brush for paint, besides what can be on every brush. */
export const paintControls = Object.fromEntries(
  Object.entries(paintBrushParameters).filter(([key]) => !(key in brushParameters)),
);

export const usePaint = create<Own>()(
  persist<Own>(() => ({ way: 'over', colour: '#ff5a1f', ...defaultsOf(paintBrushParameters) }), {
    name: 'ignis-paint',
  }),
);

/** The brush for paint as it is set. */
export const paintBrush = (): PaintBrush =>
  valuesOf(paintBrushParameters, { ...usePaint.getState(), ...useBrush.getState() });

/** Sets the brush for paint, and its colour. */
export function takeBrush(brush: PaintBrush, colour: string): void {
  useBrush.setState(valuesOf(brushParameters, brush));
  usePaint.setState({ ...brush, colour });
}

/** The strokes that are taken hold of, in place of painting others. */
interface Choosing {
  /** The ids of the strokes that are chosen; null while strokes are painted. */
  chosen: readonly string[] | null;
}

export const useChosenStrokes = create<Choosing>()(() => ({ chosen: null }));

/** Chooses strokes, or goes back to painting. */
export function chooseStrokes(chosen: readonly string[] | null): void {
  useChosenStrokes.setState({ chosen });
  useFilling.setState({ on: false });
}

/** What can be set on fills of a colour. */
export const fillingParameters = {
  tolerance: reachParameters.tolerance,
  touching: reachParameters.touching,
  grow: {
    ...length(t`Grown by`, 2, { min: 0, max: 100, slider: [0, 20] }),
    help: t`So that no rim stays.`,
  },
  from: {
    kind: 'choice',
    label: t`Colours of`,
    options: [
      { value: 'scene', label: t`all that shows` },
      { value: 'layer', label: t`this layer` },
    ],
    default: 'scene',
  },
} as const;

interface Filling extends Values<typeof fillingParameters> {
  /** Whether a click fills, in place of painting. */
  on: boolean;
}

export const useFilling = create<Filling>()(() => ({
  on: false,
  ...defaultsOf(fillingParameters),
}));
