import { useRef, type RefObject } from 'react';
import { strokeBrush, type PaintStroke } from '@ignis/core/brush/paint-brush';
import { mirrorMaps } from '@ignis/core/brush/mirror';
import { growingPoints } from '@ignis/core/brush/growing-points';
import {
  IDENTITY,
  apply,
  invert,
  meanScale,
  type Affine,
  type Point,
} from '@ignis/core/geometry/affine';
import { mapOf } from '@ignis/core/scene/arrange/placement';
import { putStroke } from '@ignis/core/scene/edits/stroke-edits';
import { newId } from '@ignis/core/scene/model/new-id';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { useAround, useBench } from '../../../state/bench';
import { mirrorOf, useMirror } from '../../../state/mirror';
import { paintBrush, useChosenStrokes, useFilling, usePaint } from '../../../state/paint';
import { BrushPointer, brushSize, followHand, usePointed } from '../../stage/brush-stroke';
import { toStage } from '../../stage/path-outline';
import { scenePoint } from '../../stage/pointer';
import { fillColour } from './fill';
import { MirrorAxes } from './mirror-axes';
import { ChooseStrokes } from './choose-strokes';
import { WAYS } from './paint-tools';

/** Follows a stroke of paint, as the brush is set, from a press until it is let go: one step of undo. */
function followPaint(
  down: React.PointerEvent,
  layer: LayerOf<'paint'>,
  hand: { stage: Element; back: Affine; last: { current: Point | null }; moved(at: Point): void },
): void {
  const { way, colour } = usePaint.getState();
  const { id, scene, view, drag } = useBench.getState();
  const brush = paintBrush();
  // Mirrored, it is drawn several times at once.
  const mirror = mirrorOf(useMirror.getState(), id);
  const maps = [IDENTITY, ...mirrorMaps(mirror, mapOf(scene.layers, layer))];
  const copies = maps.map((map) => ({ map, id: newId(), points: growingPoints() }));
  const own: Omit<PaintStroke, 'points' | 'id'> = {
    ...{ way, colour },
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
    add: (point) => copies.forEach((c) => c.points.add({ ...point, ...apply(c.map, point) })),
    show: () =>
      drag(way === 'erase' ? 'Erase' : 'Paint', (s) => {
        for (const { id: stroke, points } of copies)
          putStroke({ layer: layer.id }, { ...own, id: stroke, points: points.all() })(s);
      }),
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
  const filling = useFilling((s) => s.on);
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
          if (filling) void fillColour(layer, scenePoint(stage.current!, down));
          else followPaint(down, layer, { stage: stage.current!, back, last, moved: setPointer });
        }}
      />
      <MirrorAxes stage={stage} />
      {pointer && (
        <BrushPointer
          at={pointer}
          word={filling ? 'fills all that is like this' : WAYS.find((w) => w.way === way)!.word}
          brush={filling ? null : way === 'erase' ? '#ffffff' : colour}
          takes={way === 'erase'}
          oval={{ roundness: roundness / 100, angle }}
        />
      )}
    </g>
  );
}
