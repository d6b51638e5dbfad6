import { useState, type RefObject } from 'react';
import type { Affine, Point } from '@ignis/core/geometry/affine';
import { apply, meanScale } from '@ignis/core/geometry/affine';
import { steadied } from '@ignis/core/geometry/steady';
import type { BrushStroke } from '@ignis/core/brush/stroke';
import { penWidth } from '@ignis/core/brush/stroke';
import { useBench } from '../../state/bench';
import { useBrush } from '../../state/brush';
import { follow, stagePoint } from './pointer';
import { tenth } from './tenth';

interface Stroking {
  stage: Element;
  /** From CSS px of the stage to those that the stroke is drawn in. */
  back: Affine;
  /** Where the last stroke ended, to go on from with Shift; it is written. */
  last: { current: Point | null };
  /** The stroke as it is so far. */
  put(stroke: BrushStroke): void;
  /** The pointer has moved to a place of the stage. */
  moved(at: Point): void;
}

/** Follows a stroke of the brush, as the brush is set, from a press until it is let go: one step of undo. */
export function followStroke(
  down: React.PointerEvent,
  { stage, back, last, put, moved }: Stroking,
): void {
  const { hides, size, hardness, flow, opacity, steady } = useBrush.getState();
  const { view, drop } = useBench.getState();
  // There and back through the zoom a size must not come to 89.99… px.
  const own = Number((size * view.zoom * (meanScale(back) || 1)).toPrecision(6));
  const points: number[] = [];
  const follower = steadied(steady / 100);
  const add = (e: PointerEvent) => {
    const at = follower(apply(back, stagePoint(stage, e)));
    const width = e.pointerType === 'pen' ? penWidth(e.pressure, e.tiltX, e.tiltY) : 1;
    points.push(tenth(at.x), tenth(at.y), Math.round(width * 100) / 100);
  };
  const tell = () => put({ hides, size: own, hardness, flow, opacity, points: [...points] });
  // From where the last stroke ended, straight.
  if (down.shiftKey && last.current) points.push(last.current.x, last.current.y, 1);
  add(down.nativeEvent);
  tell();
  follow(down.nativeEvent, {
    move(e) {
      for (const c of e.getCoalescedEvents()) add(c);
      moved(stagePoint(stage, e));
      tell();
    },
    up() {
      last.current = { x: points.at(-3)!, y: points.at(-2)! };
      drop();
    },
  });
}

/** Where the pointer is on the stage, CSS px, and what follows it: a surface over all of the stage. */
export function usePointed(stage: RefObject<HTMLElement | null>) {
  const [pointer, setPointer] = useState<Point | null>(null);
  const surface = {
    width: '100%',
    height: '100%',
    fill: 'transparent',
    onPointerMove: (e: React.PointerEvent) => setPointer(stagePoint(stage.current!, e)),
    onPointerLeave: () => setPointer(null),
  } as const;
  return { pointer, setPointer, surface };
}

interface Pointed {
  at: Point;
  /** What a press would do, or why it would do nothing. */
  word: string;
  /** The colour of the brush; null shows the word alone. */
  brush: string | null;
  /** Whether the brush takes something away. */
  takes: boolean;
  /** Whether a press would do nothing. */
  idle?: boolean;
}

const IDLE = '#ff8d80';

/** The colour of a brush that hides or reveals. */
export const brushColour = (hides: boolean): string => (hides ? '#8dbdf0' : '#ffb088');

/** The brush at the pointer, and what it would do. */
export function BrushPointer({ at, word, brush, takes, idle = false }: Pointed) {
  const size = useBrush((s) => s.size);
  const zoom = useBench((s) => s.view.zoom);
  return (
    <g pointerEvents="none">
      {brush &&
        (
          [
            ['#000', 3, 0.5],
            [idle ? IDLE : brush, 1.5, 1],
          ] as const
        ).map(([stroke, strokeWidth, strokeOpacity]) => (
          <circle
            key={stroke}
            cx={at.x}
            cy={at.y}
            r={Math.max(2, (size / 2) * zoom)}
            fill="none"
            {...{ stroke, strokeWidth, strokeOpacity }}
            strokeDasharray={takes ? '4 3' : undefined}
          />
        ))}
      <text
        x={at.x + 14}
        y={at.y + 26}
        fontSize={12}
        fill={idle ? IDLE : '#fff'}
        stroke="#000"
        strokeWidth={3}
        paintOrder="stroke"
        data-testid="mask-word"
      >
        {word}
      </text>
    </g>
  );
}
