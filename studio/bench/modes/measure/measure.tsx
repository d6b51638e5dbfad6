import { useState, type RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { holdAngle } from '@ignis/core/geometry/edit-path';
import { useBench } from '../../../state/bench';
import { follow, scenePoint } from '../../stage/pointer';
import { RampLine } from '../../stage/ramp-line';
import { snapper } from '../../stage/snapping';
import { t } from '../../../words/t';

/** Measuring between two points: how far, across and down, and at what angle. */
export function Measure({ stage }: { stage: RefObject<HTMLElement | null> }) {
  const view = useBench((s) => s.view);
  const [ends, setEnds] = useState<{ from: Point; to: Point } | null>(null);
  const on = (p: Point) => ({ x: p.x * view.zoom + view.x, y: p.y * view.zoom + view.y });

  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const snap = snapper(() => []);
    const from = snap.point(scenePoint(stage.current!, down), down.nativeEvent);
    setEnds(null);
    follow(down.nativeEvent, {
      move(e) {
        const p = snap.point(scenePoint(stage.current!, e), e);
        setEnds({ from, to: e.shiftKey ? holdAngle(from, p) : p });
      },
      up: () => useBench.getState().set({ snapped: null }),
    });
  };

  const a = ends && on(ends.from);
  const b = ends && on(ends.to);
  const [dx, dy] = ends ? [ends.to.x - ends.from.x, ends.to.y - ends.from.y] : [0, 0];
  const px = (v: number) => String(Math.round(v * 10) / 10);
  const angle = px((Math.atan2(-dy, dx) * 180) / Math.PI);
  return (
    <g>
      <rect
        width="100%"
        height="100%"
        fill="transparent"
        onPointerDown={press}
        data-testid="measure"
      />
      {a && b && (
        <g pointerEvents="none">
          <RampLine from={a} to={b} radial={false} />
          {[a, b].map((p, i) => (
            <circle key={i} cx={p.x} cy={p.y} r={4} fill="#161616" stroke="#fff" strokeWidth={2} />
          ))}
          <text
            x={(a.x + b.x) / 2 + 12}
            y={(a.y + b.y) / 2 - 10}
            fontSize={13}
            fill="#fff"
            stroke="#000"
            strokeWidth={4}
            paintOrder="stroke"
          >
            {t`${px(Math.hypot(dx, dy))} px · ${px(Math.abs(dx))} across, ${px(Math.abs(dy))} down · ${angle}°`}
          </text>
        </g>
      )}
    </g>
  );
}
