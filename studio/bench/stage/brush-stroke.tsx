import { useState, type RefObject } from 'react';
import type { Affine, Point } from '@ignis/core/geometry/affine';
import { apply, meanScale } from '@ignis/core/geometry/affine';
import { steadied } from '@ignis/core/geometry/steady';
import type { BrushStroke } from '@ignis/core/brush/stroke';
import type { TrackPoint } from '@ignis/core/brush/track';
import { penWidth } from '@ignis/core/brush/stroke';
import { useBench } from '../../state/bench';
import { useBrush } from '../../state/brush';
import { follow, stagePoint } from './pointer';
import { tenth } from './tenth';

/** The size of the brush, scene px, as px of what a stroke is drawn in, of which so many are one. */
export function brushSize(scale: number): number {
  // There and back through the zoom a size must not come to 89.99… px.
  return Number((useBrush.getState().size * scale).toPrecision(6));
}

interface Hand {
  stage: Element;
  /** From CSS px of the stage to those that the stroke is drawn in. */
  back: Affine;
  /** Where the last stroke ended, to go on from with Shift; it is written. */
  last: { current: Point | null };
  /** The hand has come to a point. */
  add(point: TrackPoint): void;
  /** The stroke is to be shown as it is so far. */
  show(): void;
  /** The pointer has moved to a place of the stage. */
  moved(at: Point): void;
  /** Whether the stroke goes on while the hand rests. */
  rests?: boolean;
}

/** A hand that rests is asked so often, ms. */
const RESTS = 40;

/** Follows the hand, as far as the brush is steadied, from a press until it is let go: one step of undo. */
export function followHand(
  down: React.PointerEvent,
  { stage, back, last, add, show, moved, rests = false }: Hand,
): void {
  const follower = steadied(useBrush.getState().steady / 100);
  const began = down.timeStamp;
  let at: Point = { x: 0, y: 0 };
  let latest: TrackPoint | null = null;
  const put = (point: TrackPoint) => add((latest = point));
  const one = (e: PointerEvent) => {
    at = follower(apply(back, stagePoint(stage, e)));
    const time = e.timeStamp - began;
    // A mouse has no pressure, and says ½ or 0.
    if (e.pointerType !== 'pen') put({ ...at, pressure: 1, tiltX: 0, tiltY: 0, time });
    else put({ ...at, pressure: e.pressure, tiltX: e.tiltX, tiltY: e.tiltY, time });
  };
  // From where the last stroke ended, straight.
  if (down.shiftKey && last.current)
    add({ ...last.current, pressure: 1, tiltX: 0, tiltY: 0, time: 0 });
  one(down.nativeEvent);
  show();
  // Steadied as it is, a hand that rests would creep on: it rests where the brush came to.
  const resting = rests
    ? setInterval(() => {
        const time = performance.now() - began;
        if (!latest || time - latest.time < RESTS) return;
        put({ ...latest, time });
        show();
      }, RESTS)
    : undefined;
  follow(down.nativeEvent, {
    cancel() {
      clearInterval(resting);
      useBench.getState().cancelDrag();
    },
    move(e) {
      // Between two frames a pen reports more places than one.
      const all = e.getCoalescedEvents();
      for (const c of all.length > 0 ? all : [e]) one(c);
      moved(stagePoint(stage, e));
      show();
    },
    up() {
      clearInterval(resting);
      last.current = at;
      useBench.getState().drop();
    },
  });
}

interface Stroking extends Pick<Hand, 'stage' | 'back' | 'last' | 'moved'> {
  /** The stroke as it is so far. */
  put(stroke: BrushStroke): void;
}

/** Follows a stroke of the brush, as the brush is set, from a press until it is let go: one step of undo. */
export function followStroke(
  down: React.PointerEvent,
  { stage, back, last, moved, put }: Stroking,
): void {
  const { hides, hardness, flow, opacity } = useBrush.getState();
  const size = brushSize(useBench.getState().view.zoom * (meanScale(back) || 1));
  const points: number[] = [];
  followHand(down, {
    ...{ stage, back, last, moved },
    add({ x, y, pressure, tiltX, tiltY }) {
      const width = penWidth(pressure, tiltX, tiltY);
      points.push(tenth(x), tenth(y), Math.round(width * 100) / 100);
    },
    show: () => put({ hides, size, hardness, flow, opacity, points: [...points] }),
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
  /** How wide the brush is across, of its size along (0–1), and the angle of its long axis, degrees; round if left out. */
  oval?: { roundness: number; angle: number };
}

const IDLE = '#ff8d80';

/** The colour of a brush that hides or reveals. */
export const brushColour = (hides: boolean): string => (hides ? '#8dbdf0' : '#ffb088');

/** The brush at the pointer, and what it would do. */
export function BrushPointer({ at, word, brush, takes, idle = false, oval }: Pointed) {
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
          <ellipse
            key={stroke}
            cx={at.x}
            cy={at.y}
            rx={Math.max(2, (size / 2) * zoom)}
            ry={Math.max(2, (size / 2) * zoom * (oval?.roundness ?? 1))}
            transform={oval && `rotate(${oval.angle} ${at.x} ${at.y})`}
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
