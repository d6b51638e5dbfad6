import { useRef, type RefObject } from 'react';
import { strokeBrush, type PaintStroke } from '@ignis/core/brush/paint-brush';
import { growingPoints } from '@ignis/core/brush/growing-points';
import { invert, meanScale, type Affine, type Point } from '@ignis/core/geometry/affine';
import { putStroke } from '@ignis/core/scene/edits/stroke-edits';
import { newId } from '@ignis/core/scene/model/new-id';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { useAround, useBench } from '../../../state/bench';
import { paintBrush, useChosenStrokes, usePaint } from '../../../state/paint';
import { BrushPointer, brushSize, followHand, usePointed } from '../../stage/brush-stroke';
import { toStage } from '../../stage/path-outline';
import { ChooseStrokes } from './choose-strokes';
import { WAYS } from './paint-tools';

/** Follows a stroke of paint, as the brush is set, from a press until it is let go: one step of undo. */
function followPaint(
  down: React.PointerEvent,
  id: string,
  hand: { stage: Element; back: Affine; last: { current: Point | null }; moved(at: Point): void },
): void {
  const { way, colour } = usePaint.getState();
  const { view, drag } = useBench.getState();
  const brush = paintBrush();
  const points = growingPoints();
  const own: Omit<PaintStroke, 'points'> = {
    ...{ id: newId(), way, colour },
    brush: strokeBrush({
      ...brush,
      size: brushSize(view.zoom * (meanScale(hand.back) || 1)),
      // Each stroke is strewn otherwise.
      ...(brush.scatters && { seed: Math.floor(Math.random() * 10_000) }),
    }),
  };
  followHand(down, {
    ...hand,
    rests: brush.rests,
    add: points.add,
    show: () =>
      drag(
        way === 'erase' ? 'Erase' : 'Paint',
        putStroke({ layer: id }, { ...own, points: points.all() }),
      ),
  });
}

/** A layer of paint that is painted on. */
export function PaintWork({
  stage,
  layer,
}: {
  stage: RefObject<HTMLElement | null>;
  layer: LayerOf<'paint'>;
}) {
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const { way, colour, roundness, angle } = usePaint();
  const { pointer, setPointer, surface } = usePointed(stage);
  const last = useRef<Point | null>(null);
  const map = toStage(view, around, layer.placement);
  const back = invert(map);
  const choosing = useChosenStrokes((s) => s.chosen !== null);
  if (!back) return null;
  if (choosing) return <ChooseStrokes {...{ stage, map, back }} home={{ layer: layer.id }} />;
  return (
    <g>
      <rect
        {...surface}
        className="cursor-none"
        data-testid="painting"
        onPointerDown={(down) => {
          if (down.button !== 0) return;
          down.stopPropagation();
          followPaint(down, layer.id, { stage: stage.current!, back, last, moved: setPointer });
        }}
      />
      {pointer && (
        <BrushPointer
          at={pointer}
          word={WAYS.find((w) => w.way === way)!.word}
          brush={way === 'erase' ? '#ffffff' : colour}
          takes={way === 'erase'}
          oval={{ roundness: roundness / 100, angle }}
        />
      )}
    </g>
  );
}
