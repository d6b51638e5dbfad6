import { useRef, useState } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { stateOf } from '@ignis/core/scene/edits/take-edits';
import type { FrameSides } from '@ignis/core/scene/edits/frame-edits';
import { levelling } from '@ignis/core/scene/edits/frame-edits';
import type { Scene } from '@ignis/core/scene/model/schema';
import { useScenePicture } from '../../state/scene-pictures';
import { t } from '../../words/t';

/** Of the drawing, px, and what is left free about the picture. */
const WIDE = 560;
const HIGH = 440;
const FREE = 24;
/** The longer side of the picture in it, px. */
const FINE = 1120;

/** Where handles stand on the frame, shares of its sides, and which sides they move. */
const HANDLES = [
  [0, 0],
  [0.5, 0],
  [1, 0],
  [1, 0.5],
  [1, 1],
  [0.5, 1],
  [0, 1],
  [0, 0.5],
] as const;

/** A drag of the frame: where it began, px of the scene, how the sides were then, and which of them it moves. */
interface Drag {
  from: Point;
  sides: FrameSides;
  at: readonly [number, number];
}

interface Props {
  scene: Scene;
  sides: FrameSides;
  /** How the picture is turned, degrees. */
  angle: number;
  /** Whether a drag draws a line that should be level. */
  levels: boolean;
  onSides(sides: FrameSides): void;
  onLevel(angle: number): void;
}

/** The picture, and on it the frame as it will be, with its thirds: dragged by sides and corners, or as a whole. */
export function FrameDrawing({ scene, sides, angle, levels, onSides, onLevel }: Props) {
  const { width, height } = scene;
  const url = useScenePicture(stateOf(scene), FINE);
  const svg = useRef<SVGSVGElement>(null);
  const [line, setLine] = useState<[Point, Point] | null>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  // It stays as large while a side is dragged: what is under the pointer must not run away.
  const seen = drag ? drag.sides : sides;
  const x0 = Math.min(0, -seen.left);
  const y0 = Math.min(0, -seen.top);
  const x1 = width + Math.max(0, seen.right);
  const y1 = height + Math.max(0, seen.bottom);
  const k = Math.min((WIDE - 2 * FREE) / (x1 - x0), (HIGH - 2 * FREE) / (y1 - y0));
  const [ox, oy] = [WIDE / 2 - (k * (x0 + x1)) / 2, HIGH / 2 - (k * (y0 + y1)) / 2];
  const frame = {
    x: ox - sides.left * k,
    y: oy - sides.top * k,
    width: Math.max(0, width + sides.left + sides.right) * k,
    height: Math.max(0, height + sides.top + sides.bottom) * k,
  };
  /** Where the pointer is, px of the scene. */
  const placeOf = (e: React.PointerEvent): Point => {
    const box = svg.current!.getBoundingClientRect();
    return { x: (e.clientX - box.left - ox) / k, y: (e.clientY - box.top - oy) / k };
  };
  const begin = (e: React.PointerEvent, at: readonly [number, number]) => {
    if (levels) return;
    e.stopPropagation();
    svg.current!.setPointerCapture(e.pointerId);
    setDrag({ from: placeOf(e), sides, at });
  };
  const move = (e: React.PointerEvent) => {
    const here = placeOf(e);
    if (line) setLine([line[0], here]);
    if (!drag) return;
    const { from, sides: was, at } = drag;
    const [dx, dy] = [Math.round(here.x - from.x), Math.round(here.y - from.y)];
    const isWhole = at[0] === 0.5 && at[1] === 0.5;
    onSides({
      left: was.left - (at[0] === 0 || isWhole ? dx : 0),
      right: was.right + (at[0] === 1 || isWhole ? dx : 0),
      top: was.top - (at[1] === 0 || isWhole ? dy : 0),
      bottom: was.bottom + (at[1] === 1 || isWhole ? dy : 0),
    });
  };
  const end = () => {
    setDrag(null);
    if (line && Math.hypot(line[1].x - line[0].x, line[1].y - line[0].y) > 8 / k)
      onLevel(Number((angle + levelling(...line)).toFixed(1)));
    setLine(null);
  };
  return (
    <svg
      ref={svg}
      width={WIDE}
      height={HIGH}
      role="img"
      aria-label={t`The frame on the picture`}
      className={`shrink-0 touch-none rounded-lg bg-ground ${levels ? 'cursor-crosshair' : ''}`}
      onPointerDown={(e) => {
        if (!levels) return;
        e.currentTarget.setPointerCapture(e.pointerId);
        setLine([placeOf(e), placeOf(e)]);
      }}
      onPointerMove={move}
      onPointerUp={end}
      onPointerCancel={end}
    >
      <g transform={`rotate(${angle} ${ox + (k * width) / 2} ${oy + (k * height) / 2})`}>
        <rect x={ox} y={oy} width={k * width} height={k * height} className="fill-raised" />
        {url && <image href={url} x={ox} y={oy} width={k * width} height={k * height} />}
      </g>
      <path
        d={`M0 0H${WIDE}V${HIGH}H0ZM${frame.x} ${frame.y}v${frame.height}h${frame.width}v${-frame.height}Z`}
        className="fill-ground/70"
      />
      {[1 / 3, 2 / 3].map((t) => (
        <path
          key={t}
          d={`M${frame.x + t * frame.width} ${frame.y}v${frame.height}M${frame.x} ${frame.y + t * frame.height}h${frame.width}`}
          className="stroke-white/35"
        />
      ))}
      <rect
        {...frame}
        className={`fill-transparent stroke-ember ${levels ? '' : 'cursor-move'}`}
        strokeWidth={1.5}
        onPointerDown={(e) => begin(e, [0.5, 0.5])}
      />
      {!levels &&
        HANDLES.map((at) => (
          <rect
            key={at.join()}
            data-handle={at.join()}
            x={frame.x + at[0] * frame.width - 7}
            y={frame.y + at[1] * frame.height - 7}
            width={14}
            height={14}
            rx={7}
            className={`fill-ember stroke-ground ${cursorOf(at)}`}
            strokeWidth={3}
            onPointerDown={(e) => begin(e, at)}
          />
        ))}
      {line && (
        <line
          x1={ox + k * line[0].x}
          y1={oy + k * line[0].y}
          x2={ox + k * line[1].x}
          y2={oy + k * line[1].y}
          className="stroke-white"
          strokeWidth={1.5}
          strokeDasharray="5 4"
        />
      )}
    </svg>
  );
}

/** The cursor over a handle. */
function cursorOf([x, y]: readonly [number, number]): string {
  if (y === 0.5) return 'cursor-ew-resize';
  if (x === 0.5) return 'cursor-ns-resize';
  return x === y ? 'cursor-nwse-resize' : 'cursor-nesw-resize';
}
