import { memo } from 'react';
import type { Affine, Point } from '@ignis/core/geometry/affine';
import { apply } from '@ignis/core/geometry/affine';
import type { AnchorPlace, SegmentPlace } from '@ignis/core/geometry/anchors';
import { samePlace } from '@ignis/core/geometry/anchors';
import { pathData, segmentData } from '@ignis/core/geometry/path-data';
import type { Anchor, Path } from '@ignis/core/geometry/path';
import { segment, segmentCount } from '@ignis/core/geometry/path';
import { areMany } from './anchor-dots';
import { movable } from '../../../ui/tip';
import { t } from '../../../words/t';

interface Props {
  map: Affine;
  paths: readonly Path[];
  chosen: readonly AnchorPlace[];
}

/** The paths and their anchors, unless there are very many; pressing them is the affair of what lies beneath. */
export const AnchorMarks = memo(function AnchorMarks({ map, paths, chosen }: Props) {
  if (areMany(paths)) return null;
  return (
    <g pointerEvents="none">
      <path
        d={paths.map((p) => pathData(map, p)).join('')}
        fill="none"
        stroke="#000"
        strokeOpacity={0.3}
      />
      {paths.flatMap((path, p) =>
        path.anchors.map((a, i) => (
          <Mark
            key={`${p}-${i}`}
            at={apply(map, a)}
            kind={a.kind}
            on={chosen.some((c) => samePlace(c, { path: p, index: i }))}
            index={i}
            name={t`Anchor ${i + 1} of ${path.anchors.length}`}
          />
        )),
      )}
    </g>
  );
});

/** An anchor by its kind: a corner stands on its point, a smooth one is round, a symmetrical one has a ring. */
function Mark({
  at: { x, y },
  kind,
  on,
  index,
  name,
}: {
  at: Point;
  kind: Anchor['kind'];
  on: boolean;
  index: number;
  name: string;
}) {
  const size = on ? 6.5 : 5;
  const look = { fill: on ? '#ff7a3c' : '#161616', stroke: '#fff', strokeWidth: 2 };
  return (
    <g data-anchor={index} {...movable(name, '[data-presses=anchors]')} aria-pressed={on}>
      {kind === 'corner' ? (
        <rect
          x={x - size}
          y={y - size}
          width={2 * size}
          height={2 * size}
          rx={1.5}
          transform={`rotate(45 ${x} ${y})`}
          {...look}
        />
      ) : (
        <circle cx={x} cy={y} r={size} {...look} />
      )}
      {kind === 'symmetrical' && (
        <circle cx={x} cy={y} r={size - 3} fill="none" stroke="#fff" strokeWidth={1.2} />
      )}
    </g>
  );
}

/** The segment under the pointer. */
export function SegmentMark({
  map,
  path,
  at,
}: {
  map: Affine;
  path: Path | undefined;
  at: SegmentPlace;
}) {
  // The path may have changed since the pointer moved.
  if (!path || at.segment >= segmentCount(path)) return null;
  return (
    <path
      d={segmentData(map, segment(path, at.segment))}
      fill="none"
      stroke="#ff7a3c"
      strokeOpacity={0.25}
      strokeWidth={14}
      pointerEvents="none"
    />
  );
}

/** The handles of an anchor and its neighbours. */
export function HandleMarks({
  map,
  paths,
  at,
  onPress,
}: {
  map: Affine;
  paths: readonly Path[];
  at: AnchorPlace;
  onPress(down: React.PointerEvent, at: AnchorPlace, which: 'in' | 'out'): void;
}) {
  const path = paths[at.path];
  if (!path) return null;
  const n = path.anchors.length;
  const near = [at.index - 1, at.index, at.index + 1]
    .map((i) => (path.closed ? (i + n) % n : i))
    .filter((i, k, all) => i >= 0 && i < n && all.indexOf(i) === k);
  return (
    <>
      {near.flatMap((i) => {
        const a = path.anchors[i]!;
        return (['in', 'out'] as const)
          .filter((w) => a[w].x !== 0 || a[w].y !== 0)
          .map((w) => {
            const p = apply(map, a);
            const h = apply(map, { x: a.x + a[w].x, y: a.y + a[w].y });
            const ends = { x1: p.x, y1: p.y, x2: h.x, y2: h.y };
            return (
              <g key={`${i}${w}`}>
                <g pointerEvents="none">
                  <line {...ends} stroke="#000" strokeOpacity={0.5} strokeWidth={3} />
                  <line {...ends} stroke="#ffc8ac" strokeWidth={1.2} />
                </g>
                <circle
                  data-reach
                  cx={h.x}
                  cy={h.y}
                  r={10}
                  fill="transparent"
                  onPointerDown={(e) => onPress(e, { path: at.path, index: i }, w)}
                  className="cursor-move"
                  data-handle={`${i}-${w}`}
                  {...movable(t`Handle ${w === 'in' ? 'into' : t`out of`} anchor ${i + 1}`)}
                />
                <circle
                  cx={h.x}
                  cy={h.y}
                  r={4}
                  fill="#ffae85"
                  stroke="#000"
                  strokeOpacity={0.5}
                  pointerEvents="none"
                />
              </g>
            );
          });
      })}
    </>
  );
}
