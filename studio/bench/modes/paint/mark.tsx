import type { RefObject } from 'react';
import { apply, invert, type Affine, type Point } from '@ignis/core/geometry/affine';
import type { PaintStroke } from '@ignis/core/brush/paint-brush';
import { POINT } from '@ignis/core/brush/points';
import { pointsOf } from '@ignis/core/brush/stroke-points';
import { setStrokes, type StrokeHome } from '@ignis/core/scene/edits/stroke-edits';
import { useBench } from '../../../state/bench';
import { markOf, putMark, useMark } from '../../../state/mark';
import { useBrush } from '../../../state/brush';
import { usePaint } from '../../../state/paint';
import { Handle } from '../../stage/handle';
import { follow, scenePoint, stagePoint } from '../../stage/pointer';
import { MARK_COLOUR } from './ways';
import { t } from '../../../words/t';

/** Where colours are taken from, on the stage. */

/** A mark with a cross through it. */
function Cross({
  at,
  title,
  onPointerDown,
}: {
  at: Point;
  title: string;
  onPointerDown(e: React.PointerEvent): void;
}) {
  const { x, y } = at;
  const d = `M${x - 18} ${y}h9M${x + 9} ${y}h9M${x} ${y - 18}v9M${x} ${y + 9}v9`;
  return (
    <g data-testid="mark">
      <path d={d} stroke="#000" strokeOpacity={0.6} strokeWidth={4} pointerEvents="none" />
      <path d={d} stroke={MARK_COLOUR} strokeWidth={2} pointerEvents="none" />
      <Handle small at={at} fill={MARK_COLOUR} title={title} onPointerDown={onPointerDown} />
    </g>
  );
}

/** The mark that the next stroke begins at, and while the pointer moves what it would take. */
export function TakingMark({
  stage,
  pointer,
}: {
  stage: RefObject<HTMLElement | null>;
  pointer: Point | null;
}) {
  const id = useBench((s) => s.id);
  const view = useBench((s) => s.view);
  const scene = useBench((s) => s.scene);
  const { at, offset } = markOf(useMark(), id, scene);
  const size = useBrush((s) => s.size);
  const again = usePaint((s) => s.mark === 'again');
  const middle = { x: at.x * view.zoom + view.x, y: at.y * view.zoom + view.y };
  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    follow(down.nativeEvent, {
      move(e) {
        const { x, y } = scenePoint(stage.current!, e);
        putMark(id, { x: Math.round(x), y: Math.round(y) });
      },
      up: () => undefined,
      cancel: () => undefined,
    });
  };
  return (
    <g>
      {pointer && offset && !again && (
        <circle
          cx={pointer.x + offset.x * view.zoom}
          cy={pointer.y + offset.y * view.zoom}
          r={Math.max(2, (size / 2) * view.zoom)}
          fill="none"
          stroke={MARK_COLOUR}
          strokeDasharray="2 4"
          pointerEvents="none"
          data-testid="taken"
        />
      )}
      <Cross at={middle} title={t`Colours are taken from here`} onPointerDown={press} />
    </g>
  );
}

/** Where a stroke that is taken hold of takes its colours from. */
export function StrokeMark({
  stage,
  home,
  stroke,
  map,
}: {
  stage: RefObject<HTMLElement | null>;
  home: StrokeHome;
  stroke: PaintStroke;
  /** From the layer's own px to CSS px of the stage. */
  map: Affine;
}) {
  const all = pointsOf(stroke);
  const back = invert(map);
  if (all.length < POINT || !back) return null;
  const [x, y] = [all[0]!, all[1]!];
  const [dx, dy] = stroke.offset ?? [0, 0];
  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const { drag, drop, cancelDrag } = useBench.getState();
    follow(down.nativeEvent, {
      move(e) {
        const to = apply(back, stagePoint(stage.current!, e));
        const offset: [number, number] = [Math.round(to.x - x), Math.round(to.y - y)];
        drag(t`Move where colours are taken from`, setStrokes(home, [stroke.id], { offset }));
      },
      up: drop,
      cancel: cancelDrag,
    });
  };
  return (
    <Cross
      at={apply(map, { x: x + dx, y: y + dy })}
      title={t`The stroke takes its colours from here`}
      onPointerDown={press}
    />
  );
}
