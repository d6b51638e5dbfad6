import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { PaintBrush, PaintStroke } from '@ignis/core/brush/paint-brush';
import { paintBrushParameters } from '@ignis/core/brush/paint-brush';
import { brushParameters } from '@ignis/core/brush/stroke';
import { defaultsOf } from '@ignis/core/definitions/parameter';
import { useBrush } from './brush';

/** What the brush for paint has besides what all brushes have (`useBrush`). */
type Own = Omit<PaintBrush, 'size' | 'hardness' | 'flow' | 'opacity'> &
  Pick<PaintStroke, 'way' | 'colour'>;

/** What can be set on a brush for paint, besides what can be on every brush. */
export const paintControls = Object.fromEntries(
  Object.entries(paintBrushParameters).filter(([key]) => !(key in brushParameters)),
);

const { spacing, roundness, angle, follows, pressureSize, pressureFlow } =
  defaultsOf(paintBrushParameters);

export const usePaint = create<Own>()(
  persist<Own>(
    () => ({
      ...{ way: 'over', colour: '#ff5a1f' },
      ...{ spacing, roundness, angle, follows, pressureSize, pressureFlow },
    }),
    { name: 'ignis-paint' },
  ),
);

/** The brush for paint as it is set. */
export function paintBrush(): PaintBrush {
  const { size, hardness, flow, opacity } = useBrush.getState();
  const own = usePaint.getState();
  return {
    ...{ size, hardness, flow, opacity },
    ...{ spacing: own.spacing, roundness: own.roundness, angle: own.angle, follows: own.follows },
    ...{ pressureSize: own.pressureSize, pressureFlow: own.pressureFlow },
  };
}

/** The strokes that are taken hold of, in place of painting others. */
interface Choosing {
  /** The ids of the strokes that are chosen; null while strokes are painted. */
  chosen: readonly string[] | null;
}

export const useChosenStrokes = create<Choosing>()(() => ({ chosen: null }));

/** Chooses strokes, or goes back to painting. */
export const chooseStrokes = (chosen: readonly string[] | null): void =>
  useChosenStrokes.setState({ chosen });
