import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { brushParameters } from '@ignis/core/brush/stroke';
import { percent } from '@ignis/core/definitions/number-parameters';
import type { MaskPart } from '@ignis/core/masks/mask';
import type { SelectWay } from '@ignis/core/scene/edits/selection-edits';
import { t } from '../words/t';

/** With what a mask is worked on. */
export type MaskTool = 'brush' | 'lasso' | 'box' | 'oval' | 'fade' | 'colour' | 'ends' | 'move';

/** What draws areas: each goes with what there is by a way that is chosen. */
const AREAS = ['lasso', 'box', 'oval', 'fade'] as const;

/** Whether a tool draws areas. */
export const drawsAreas = (tool: MaskTool): tool is (typeof AREAS)[number] =>
  (AREAS as readonly string[]).includes(tool);

/** Whether what a tool makes goes with what there is by a way that is chosen. */
export const hasWay = (tool: MaskTool): boolean => drawsAreas(tool) || tool === 'colour';

interface Brush {
  tool: MaskTool;
  /** Whether strokes hide. */
  hides: boolean;
  /** What a new area or fade does to what the mask shows. */
  way: MaskPart['way'];
  /** How a new area goes with what is selected. */
  selectWay: SelectWay;
  /** Whether a colour reach goes by the scene, or by the selected layer alone. */
  reachOf: 'scene' | 'layer';
  /** Scene px. */
  size: number;
  /** All %. */
  hardness: number;
  flow: number;
  opacity: number;
  /** How far the brush stays behind an unsteady hand. */
  steady: number;
}

/** What can be set on every brush. */
export const brushControls = {
  ...brushParameters,
  steady: {
    ...percent(t`Steady`, 20, 0, 95),
    help: t`How far the brush stays behind an unsteady hand.`,
  },
} as const;

export const useBrush = create<Brush>()(
  persist<Brush>(
    () => ({
      tool: 'brush',
      hides: true,
      way: 'subtract',
      selectWay: 'new',
      reachOf: 'scene',
      ...{ size: 120, hardness: 50, flow: 100, opacity: 100, steady: 20 },
    }),
    { name: 'ignis-brush' },
  ),
);

/** Strokes hide from now on if they revealed, and the other way round. */
export function turnBrush(): void {
  useBrush.setState(({ hides }) => ({ hides: !hides }));
}

const FACTOR = 1.25;

/** Makes the brush larger or smaller, by a quarter. */
export function resizeBrush(larger: boolean): void {
  useBrush.setState(({ size }) => {
    const next = larger ? Math.max(size + 1, size * FACTOR) : size / FACTOR;
    return { size: Math.round(Math.min(2000, Math.max(1, next))) };
  });
}
