import type { RefObject } from 'react';
import { apply, invert } from '@ignis/core/geometry/affine';
import { anchorNormal, withChosen } from '@ignis/core/geometry/anchors';
import { setPaths } from '@ignis/core/scene/edits/line-edits';
import { placementMap } from '@ignis/core/definitions/placement';
import type { Layer } from '@ignis/core/scene/model/schema';
import type { LineSource } from '@ignis/core/sources/line-source';
import { bodyWidth } from '@ignis/core/sources/pass';
import { pathsOf } from '@ignis/core/sources/line-shape';
import { useAround, useBench } from '../../../state/bench';
import { toStage } from '../../stage/path-outline';
import { follow, scenePoint } from '../../stage/pointer';
import { movable } from '../../../ui/tip';
import { t } from '../../../words/t';
import { Reach } from '../../stage/reach';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer & { source: LineSource };
}

/** Handles never come nearer to their anchor than this, CSS px, or they could not be seen apart. */
const LEAST = 14;

/** How wide the line is at its anchors: pull either side. The widest sharp pass decides what that means in px. */
export function WidthHandles({ stage, layer }: Props) {
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const map = toStage(view, around, layer.placement);
  const back = invert(placementMap(layer.placement));
  if (!back) return null;
  const paths = pathsOf(layer.source.shape);
  const full = bodyWidth(layer.source.passes);
  const { drag, drop } = useBench.getState();

  const pull = (path: number, index: number) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const a = paths[path]!.anchors[index]!;
    const normal = anchorNormal(paths[path]!, index);
    const away = (e: { clientX: number; clientY: number }) => {
      const p = apply(back, scenePoint(stage.current!, e, around));
      return Math.abs((p.x - a.x) * normal.x + (p.y - a.y) * normal.y);
    };
    const start = away(down.nativeEvent);
    follow(down.nativeEvent, {
      move(e) {
        const half = ((a.width ?? 1) * full) / 2 + away(e) - start;
        const width = Math.round(Math.min(10, Math.max(0, (2 * half) / full)) * 1000) / 1000;
        drag(
          t`Change the width`,
          setPaths(
            layer.id,
            withChosen(paths, [{ path, index }], (x) => ({ ...x, width })),
          ),
        );
      },
      up: drop,
    });
  };

  return (
    <g>
      {paths.flatMap((path, p) =>
        path.anchors.flatMap((a, i) => {
          const normal = anchorNormal(path, i);
          const half = ((a.width ?? 1) * full) / 2;
          const middle = apply(map, a);
          return [-1, 1].map((side) => {
            const edge = apply(map, {
              x: a.x + side * normal.x * half,
              y: a.y + side * normal.y * half,
            });
            const away = apply(map, { x: a.x + side * normal.x, y: a.y + side * normal.y });
            const l = Math.hypot(away.x - middle.x, away.y - middle.y) || 1;
            const far = Math.max(LEAST, Math.hypot(edge.x - middle.x, edge.y - middle.y));
            const at = {
              x: middle.x + ((away.x - middle.x) / l) * far,
              y: middle.y + ((away.y - middle.y) / l) * far,
            };
            return (
              <g
                key={`${p}-${i}-${side}`}
                onPointerDown={pull(p, i)}
                className="cursor-move"
                data-width={`${i}${side > 0 ? '+' : '-'}`}
                {...movable(t`${Math.round((a.width ?? 1) * 100)} % wide here`)}
              >
                <line
                  x1={middle.x}
                  y1={middle.y}
                  x2={at.x}
                  y2={at.y}
                  stroke="#ffc8ac"
                  strokeWidth={1.2}
                />
                <Reach at={at} r={11} />
                <circle
                  cx={at.x}
                  cy={at.y}
                  r={4.5}
                  fill="#ffae85"
                  stroke="#000"
                  strokeOpacity={0.6}
                />
              </g>
            );
          });
        }),
      )}
    </g>
  );
}
