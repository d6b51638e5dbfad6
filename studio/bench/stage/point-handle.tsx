import type { RefObject } from 'react';
import type { Affine, Point } from '@ignis/core/geometry/affine';
import { apply } from '@ignis/core/geometry/affine';
import { useBench } from '../../state/bench';
import { Handle } from './handle';
import { follow, stagePoint } from './pointer';
import { tenth } from './tenth';

/** A handle of one place: it is at a place of the stage, and calls back with where it is dragged to, own px by tenths. */
export function PointHandle({
  stage,
  at,
  back,
  title,
  fill,
  onMove,
}: {
  stage: RefObject<HTMLElement | null>;
  at: Point;
  /** From px of the stage to the own px of what is dragged. */
  back: Affine;
  title: string;
  fill?: string;
  onMove(to: Point): void;
}) {
  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const start = stagePoint(stage.current!, down);
    follow(down.nativeEvent, {
      move(e) {
        const to = stagePoint(stage.current!, e);
        const { x, y } = apply(back, { x: at.x + to.x - start.x, y: at.y + to.y - start.y });
        onMove({ x: tenth(x), y: tenth(y) });
      },
      up: useBench.getState().drop,
    });
  };
  return <Handle at={at} {...(fill && { fill })} title={title} onPointerDown={press} />;
}
