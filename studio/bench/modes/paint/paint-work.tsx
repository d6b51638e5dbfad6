import { useRef, type RefObject } from 'react';
import { toast } from 'sonner';
import { isTaking, strokeBrush, type PaintStroke } from '@ignis/core/brush/paint-brush';
import { mirrorMaps } from '@ignis/core/brush/mirror';
import { growingPoints } from '@ignis/core/brush/growing-points';
import {
  IDENTITY,
  apply,
  applyToWay,
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
import { beginAtMark, carryMark } from '../../../state/mark';
import { withoutIt } from '../../../state/failure';
import { mirrorOf, useMirror } from '../../../state/mirror';
import { paintBrush, useChosenStrokes, useFilling, usePaint } from '../../../state/paint';
import { BrushPointer, brushSize, followHand, usePointed } from '../../stage/brush-stroke';
import { loadAssets } from '../../../storage/assets';
import { addAsset, assetBytes } from '../../../workers/engine';
import { toStage } from '../../stage/path-outline';
import { scenePoint } from '../../stage/pointer';
import { fillColour } from './fill';
import { MirrorAxes } from './mirror-axes';
import { TakingMark } from './mark';
import { ChooseStrokes } from './choose-strokes';
import { MARK_COLOUR, WAYS } from './ways';
import { t } from '../../../words/t';

const pair = ({ x, y }: Point): [x: number, y: number] => [x, y];

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
  const place = mapOf(scene.layers, layer);
  const maps = [IDENTITY, ...mirrorMaps(mirror, place)];
  const inverse = invert(place);
  // Taken from elsewhere, its colours lie as far away all along it.
  const takes = isTaking({ way, brush });
  const away =
    takes && inverse
      ? applyToWay(inverse, beginAtMark(id, scene, scenePoint(hand.stage, down), brush.mark))
      : null;
  const copies = maps.map((map) => ({
    ...{ map, points: growingPoints() },
    named: { id: newId(), ...(away && { offset: pair(applyToWay(map, away)) }) },
  }));
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
    moved(at) {
      hand.moved(at);
      if (takes) carryMark({ x: (at.x - view.x) / view.zoom, y: (at.y - view.y) / view.zoom });
    },
    show: () =>
      drag(way === 'erase' ? t`Erase` : t`Paint`, (s) => {
        for (const { points, named } of copies)
          putStroke({ layer: layer.id }, { ...own, ...named, points: points.all() })(s);
      }),
  });
}

/** Whether the picture that the brush stamps, if it is one that does, is at hand; says so if it is not. */
function hasStamp(): boolean {
  const { tip, stamp } = paintBrush();
  if (tip !== 'stamp' || stamp === '' || assetBytes(stamp)) return true;
  // It may stand in the store from another scene: the next press finds it.
  void loadAssets([stamp]).then((found) => {
    const bytes = found.get(stamp);
    if (bytes) addAsset(stamp, bytes);
    else
      toast.info(t`The picture that the brush stamps is gone`, {
        description: t`Choose another one in the chain, at Picture, or a brush of the book.`,
      });
  }, withoutIt('The picture that the brush stamps could not be read'));
  return false;
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
  const { way, colour, roundness, angle, colours } = usePaint();
  const takes = isTaking({ way, brush: { colours } });
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
          else if (hasStamp())
            followPaint(down, layer, { stage: stage.current!, back, last, moved: setPointer });
        }}
      />
      <MirrorAxes stage={stage} />
      {takes && <TakingMark {...{ stage, pointer }} />}
      {pointer && (
        <BrushPointer
          at={pointer}
          word={
            filling
              ? t`fills all that is like this`
              : takes
                ? t`paints what lies at the mark`
                : WAYS.find((w) => w.way === way)!.word
          }
          brush={filling ? null : way === 'erase' ? '#ffffff' : takes ? MARK_COLOUR : colour}
          takes={way === 'erase'}
          oval={{ roundness: roundness / 100, angle }}
        />
      )}
    </g>
  );
}
