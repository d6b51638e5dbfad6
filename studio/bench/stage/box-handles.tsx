import type { RefObject } from 'react';
import type { Affine, Box, Point } from '@ignis/core/geometry/affine';
import { apply, invert } from '@ignis/core/geometry/affine';
import type { BoxHandle } from '@ignis/core/geometry/box-handle';
import { inBox } from '@ignis/core/geometry/box-handle';
import type { Homography } from '@ignis/core/geometry/homography';
import { inverseOf, project } from '@ignis/core/geometry/homography';
import { follow } from './pointer';
import { movable, named } from '../../ui/tip';
import { t } from '../../words/t';
import { Reach } from './reach';

/** Handles by their share of the box: corners keep proportions, sides stretch. */
const HANDLES = [
  [0, 0],
  [0.5, 0],
  [1, 0],
  [1, 0.5],
  [1, 1],
  [0.5, 1],
  [0, 1],
  [0, 0.5],
] as const satisfies readonly BoxHandle[];

/** What lies nearer to the top of the stage than this may be under the row over it, CSS px. */
const ROW = 140;

export interface BoxGestures {
  /** The box is dragged: from a point and to another, px of the box. */
  move(from: Point, to: Point, e: PointerEvent): void;
  /** A handle is pulled to a point, px of the box. */
  pull(handle: BoxHandle, to: Point, e: PointerEvent): void;
  /** The knob is turned about a point by an angle, degrees. */
  turn(about: Point, by: number, e: PointerEvent): void;
  /** A side is pushed along itself, with Alt held: px of the box. */
  lean?(handle: BoxHandle, from: Point, to: Point, e: PointerEvent): void;
  /** The pivot is carried to a point, px of the box. */
  pivot?(to: Point): void;
  drop(): void;
  /** A press that was no drag. */
  click(e: PointerEvent): void;
}

interface Props extends BoxGestures {
  stage: RefObject<HTMLElement | null>;
  box: Box;
  /** From px of the box to CSS px of the stage. */
  map: Affine;
  /** Where px of the box are carried before the map, by corners of its own. */
  warp?: Homography | null;
  /** What the knob turns about; null for the middle of the box. */
  about?: Point | null;
}

/** A box with handles to move, scale and turn what lies in it. */
export function BoxHandles({ stage, box, map, warp, about: chosen, ...does }: Props) {
  const back = invert(map);
  if (!back) return null;
  const unwarp = warp && inverseOf(warp);
  const shown = (p: Point): Point => apply(map, (warp && project(warp, p)) ?? p);
  const own = (e: { clientX: number; clientY: number }): Point => {
    const r = stage.current!.getBoundingClientRect();
    const p = apply(back, { x: e.clientX - r.left, y: e.clientY - r.top });
    return (unwarp && project(unwarp, p)) ?? p;
  };
  const corners = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ].map(([u, v]) => shown(inBox(box, [u!, v!])));
  const outline = corners.map((c) => `${c.x},${c.y}`).join(' ');
  const middle = shown(inBox(box, [0.5, 0.5]));
  // Under the row over the stage the knob could not be seen: then it stands below the box.
  const above = shown(inBox(box, [0.5, 0]));
  const top = above.y < ROW && above.y <= middle.y ? shown(inBox(box, [0.5, 1])) : above;
  const far = Math.hypot(top.x - middle.x, top.y - middle.y);
  const up =
    far > 0.5 ? { x: (top.x - middle.x) / far, y: (top.y - middle.y) / far } : { x: 0, y: -1 };
  const knob = { x: top.x + up.x * 26, y: top.y + up.y * 26 };
  const about = chosen ?? inBox(box, [0.5, 0.5]);
  const pin = shown(about);

  const pressed =
    (move: (e: PointerEvent, start: Point) => void, click?: (e: PointerEvent) => void) =>
    (down: React.PointerEvent) => {
      if (down.button !== 0) return;
      down.stopPropagation();
      const start = own(down);
      follow(down.nativeEvent, {
        move: (e) => move(e, start),
        up: (moved, e) => (moved || !click ? does.drop() : click(e)),
      });
    };

  const carry = pressed((e, start) => does.move(start, own(e), e), does.click);

  const angleOf = (p: Point) => {
    // Seen on the stage, where a turn is a turn whatever the map does.
    const [a, b] = [shown(p), shown(about)];
    return (Math.atan2(a.y - b.y, a.x - b.x) * 180) / Math.PI;
  };

  return (
    <g>
      <polygon
        points={outline}
        fill="transparent"
        stroke="#000"
        strokeOpacity={0.5}
        strokeWidth={3}
        className="cursor-move"
        onPointerDown={carry}
        data-testid="arrange-box"
      />
      {/* What has hardly any height or width is taken hold of beside it too. */}
      <polygon
        points={outline}
        fill="none"
        stroke="transparent"
        strokeWidth={18}
        pointerEvents="stroke"
        className="cursor-move"
        onPointerDown={carry}
      />
      <polygon
        points={outline}
        fill="none"
        stroke="#ff7a3c"
        strokeWidth={1.3}
        pointerEvents="none"
      />
      <line
        x1={top.x}
        y1={top.y}
        x2={knob.x}
        y2={knob.y}
        stroke="#ff7a3c"
        strokeWidth={1.3}
        pointerEvents="none"
      />
      <g
        onPointerDown={pressed((e, start) => does.turn(about, angleOf(own(e)) - angleOf(start), e))}
        className="cursor-grab"
        data-testid="rotate"
        {...movable(t`Rotate; Shift holds to 15°`)}
      >
        <Reach at={knob} r={12} />
        <circle cx={knob.x} cy={knob.y} r={5.5} fill="#161616" stroke="#fff" strokeWidth={2} />
      </g>
      {does.pivot && (
        <g
          onPointerDown={(down) =>
            (down.altKey ? pressed((e) => does.pivot!(own(e))) : carry)(down)
          }
          className="cursor-move"
          data-testid="pivot"
          {...named(t`The pivot, about which it turns: hold Alt and drag it where you need it`)}
        >
          <Reach at={pin} r={9} />
          <g fill="none" strokeLinecap="round">
            {(
              [
                ['#000', 3.5],
                ['#fff', 1.3],
              ] as const
            ).map(([stroke, strokeWidth]) => (
              <path
                key={stroke}
                d={`M${pin.x - 7} ${pin.y}h14M${pin.x} ${pin.y - 7}v14`}
                stroke={stroke}
                strokeWidth={strokeWidth}
                strokeOpacity={stroke === '#000' ? 0.5 : 1}
              />
            ))}
          </g>
        </g>
      )}
      {HANDLES.map((handle) => {
        const [u, v] = handle;
        const h = shown(inBox(box, [u, v]));
        const side = u === 0.5 || v === 0.5;
        return (
          <g
            key={`${u}-${v}`}
            onPointerDown={pressed((e, start) =>
              side && e.altKey && does.lean
                ? does.lean(handle, start, own(e), e)
                : does.pull(handle, own(e), e),
            )}
            className={side ? 'cursor-ew-resize' : 'cursor-nwse-resize'}
            data-handle={`${u}-${v}`}
            {...movable(
              side
                ? `Stretch${does.lean ? t`; Alt shears` : ''}`
                : t`Scale; the other corner stays`,
            )}
          >
            <Reach at={h} r={11} />
            {side ? (
              <circle cx={h.x} cy={h.y} r={3.5} fill="#fff" stroke="#000" strokeOpacity={0.6} />
            ) : (
              <rect
                x={h.x - 4.5}
                y={h.y - 4.5}
                width={9}
                height={9}
                rx={2}
                fill="#fff"
                stroke="#000"
                strokeOpacity={0.6}
              />
            )}
          </g>
        );
      })}
    </g>
  );
}
