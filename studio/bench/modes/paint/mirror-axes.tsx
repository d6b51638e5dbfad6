import type { RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { useBench } from '../../../state/bench';
import { mirrorOf, useMirror } from '../../../state/mirror';
import { Handle } from '../../stage/handle';
import { follow, scenePoint } from '../../stage/pointer';
import { tenth } from '../../stage/tenth';
import { t } from '../../../words/t';

/** How far from the middle an axis is taken hold of to turn it, CSS px. */
const ARM = 90;
/** Axes go on beyond the stage, CSS px. */
const LONG = 6000;

/** The axes that painting is mirrored over: dragged by their middle, and turned by an arm. */
export function MirrorAxes({ stage }: { stage: RefObject<HTMLElement | null> }) {
  const id = useBench((s) => s.id);
  const { zoom, x: viewX, y: viewY } = useBench((s) => s.view);
  const { kind, at, angle, count } = mirrorOf(useMirror(), id);
  if (kind === 'none') return null;
  const middle = { x: at.x * zoom + viewX, y: at.y * zoom + viewY };
  const arm: Point = {
    x: middle.x + ARM * Math.cos(angle),
    y: middle.y + ARM * Math.sin(angle),
  };
  const lines =
    kind === 'axis'
      ? [0]
      : kind === 'axes'
        ? [0, Math.PI / 2]
        : Array.from({ length: count }, (_, i) => (2 * Math.PI * i) / count);
  const dragged = (move: (to: Point, e: PointerEvent) => void) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    follow(down.nativeEvent, {
      move: (e) => move(scenePoint(stage.current!, e), e),
      up: () => undefined,
      cancel: () => undefined,
    });
  };
  return (
    <g data-testid="mirror">
      {lines.map((by) => {
        const [x, y] = [LONG * Math.cos(angle + by), LONG * Math.sin(angle + by)];
        // Round a point they are rays; axes go to both sides.
        const from = kind === 'round' ? middle : { x: middle.x - x, y: middle.y - y };
        return (
          <line
            key={by}
            x1={from.x}
            y1={from.y}
            x2={middle.x + x}
            y2={middle.y + y}
            stroke="#fff"
            strokeOpacity={0.6}
            strokeDasharray="2 5"
            pointerEvents="none"
          />
        );
      })}
      <Handle
        at={middle}
        fill="#ff7a3c"
        title={t`The middle of the mirror`}
        onPointerDown={dragged(({ x, y }) =>
          useMirror.setState({ at: { x: tenth(x), y: tenth(y) } }),
        )}
      />
      <Handle
        small
        at={arm}
        title={t`Turn the mirror; Shift holds to 15°`}
        onPointerDown={dragged(({ x, y }, e) => {
          const raw = Math.atan2(y - at.y, x - at.x);
          const step = Math.PI / 12;
          useMirror.setState({ angle: e.shiftKey ? Math.round(raw / step) * step : raw });
        })}
      />
    </g>
  );
}
