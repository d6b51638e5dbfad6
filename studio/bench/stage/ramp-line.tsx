import type { Point } from '@ignis/core/geometry/affine';

/** From where to where a fade or gradient runs, CSS px of the stage; a radial one has its circle. */
export const RampLine = ({ from, to, radial }: { from: Point; to: Point; radial: boolean }) => (
  <g pointerEvents="none">
    {radial && (
      <circle
        cx={from.x}
        cy={from.y}
        r={Math.hypot(to.x - from.x, to.y - from.y)}
        fill="none"
        stroke="#fff"
        strokeDasharray="4 4"
      />
    )}
    {(
      [
        ['#000', 4, 0.5],
        ['#ff7a3c', 1.6, 1],
      ] as const
    ).map(([stroke, strokeWidth, strokeOpacity]) => (
      <line
        key={stroke}
        x1={from.x}
        y1={from.y}
        x2={to.x}
        y2={to.y}
        {...{ stroke, strokeWidth, strokeOpacity }}
      />
    ))}
  </g>
);
