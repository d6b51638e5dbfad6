import { useState, type RefObject } from 'react';
import type { Box } from '@ignis/core/geometry/affine';
import { useBench } from '../../../state/bench';
import { follow, scenePoint } from '../../stage/pointer';
import { beginText } from './writing';

/** The stage while it waits for where a text shall begin. */
export function Write({ stage }: { stage: RefObject<HTMLElement | null> }) {
  const view = useBench((s) => s.view);
  const [box, setBox] = useState<Box | null>(null);
  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const start = scenePoint(stage.current!, down);
    const boxTo = (e: PointerEvent): Box => {
      const p = scenePoint(stage.current!, e);
      return {
        x0: Math.min(start.x, p.x),
        y0: Math.min(start.y, p.y),
        x1: Math.max(start.x, p.x),
        y1: Math.max(start.y, p.y),
      };
    };
    follow(down.nativeEvent, {
      move: (e) => setBox(boxTo(e)),
      up(moved, e) {
        setBox(null);
        const { x0, y0, x1, y1 } = boxTo(e);
        if (!moved) return beginText(start, null);
        beginText(
          { x: x0, y: y0 },
          { width: Math.max(8, Math.round(x1 - x0)), height: Math.max(8, Math.round(y1 - y0)) },
        );
      },
      cancel: () => setBox(null),
    });
  };
  return (
    <g>
      <rect width="100%" height="100%" fill="transparent" onPointerDown={press} />
      {box && (
        <rect
          x={box.x0 * view.zoom + view.x}
          y={box.y0 * view.zoom + view.y}
          width={(box.x1 - box.x0) * view.zoom}
          height={(box.y1 - box.y0) * view.zoom}
          fill="none"
          stroke="#ff7a3c"
          strokeDasharray="5 4"
          pointerEvents="none"
        />
      )}
    </g>
  );
}
