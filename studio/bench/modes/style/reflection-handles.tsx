import { useEffect, useState, type RefObject } from 'react';
import type { Box, Point } from '@ignis/core/geometry/affine';
import { apply, invert } from '@ignis/core/geometry/affine';
import { isConvex, mapQuad, quadOf } from '@ignis/core/geometry/quad';
import { setReflection } from '@ignis/core/scene/edits/reflection-edits';
import type { Scene } from '@ignis/core/scene/model/schema';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { mirrorLine, mirrored } from '@ignis/core/sources/mirror-line';
import { newestOnly } from '../../../state/newest';
import { useAround, useBench } from '../../../state/bench';
import { mirroredBox } from '../../../workers/questions';
import { FourCorners } from '../../stage/four-corners';
import { Handle } from '../../stage/handle';
import { toStage } from '../../stage/path-outline';
import { follow, stagePoint } from '../../stage/pointer';
import { tenth } from '../../stage/tenth';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: LayerOf<'reflection'>;
}

const NAMES = [t`Near left`, t`Near right`, t`Far right`, t`Far left`];

/** The box round what a reflection mirrors, as the scene changes; null until it is found. */
function useMirrored(id: string): Box | null {
  const scene = useBench((s) => s.scene);
  const [found, setFound] = useState<{ of: string; box: Box | null } | null>(null);
  const [ask] = useState(() =>
    newestOnly(
      t`The handles of the reflection could not be placed`,
      ({ scene, of }: { scene: Scene; of: string }) => mirroredBox(scene, of),
      ({ of }, box) => setFound({ of, box }),
    ),
  );
  useEffect(() => ask({ scene, of: id }), [ask, scene, id]);
  return found?.of === id ? found.box : null;
}

const tidy = ({ x, y }: Point): Point => ({ x: tenth(x), y: tenth(y) });

/** The line on the floor that something is mirrored about, and the corners of what lies there. */
export function ReflectionHandles({ stage, layer }: Props) {
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const box = useMirrored(layer.id);
  const map = toStage(view, around, layer.placement);
  const back = invert(map);
  if (!box || !back) return null;
  const { drag, drop } = useBench.getState();
  const { values } = layer.source;
  const line = mirrorLine(values, box);
  const quad = values.corners ?? quadOf(mirrored(box, line));
  const seen = mapQuad(quad, (p) => apply(map, p));
  const [left, right] = [apply(map, line.left), apply(map, line.right)];
  const middle = { x: (left.x + right.x) / 2, y: (left.y + right.y) / 2 };

  /** Follows a handle; `by` is how far it was moved, px of the layer. */
  const pull =
    (label: string, change: (by: Point) => Parameters<typeof setReflection>[1] | null) =>
    (down: React.PointerEvent) => {
      if (down.button !== 0) return;
      down.stopPropagation();
      const start = apply(back, stagePoint(stage.current!, down));
      follow(down.nativeEvent, {
        move(e) {
          const at = apply(back, stagePoint(stage.current!, e));
          const next = change({ x: at.x - start.x, y: at.y - start.y });
          if (next) drag(label, setReflection(layer.id, next));
        },
        up: drop,
      });
    };
  const moved = (p: Point, by: Point) => tidy({ x: p.x + by.x, y: p.y + by.y });
  return (
    <g data-testid="reflection-handles">
      <line
        x1={left.x}
        y1={left.y}
        x2={right.x}
        y2={right.y}
        stroke="#ff7a3c"
        strokeWidth={1.4}
        pointerEvents="none"
      />
      {values.lies === 'corners' && (
        <FourCorners
          seen={seen}
          names={NAMES}
          does={t`what is mirrored lies by its four corners`}
          onPress={(i, down) =>
            pull(t`Move a corner of the reflection`, (by) => {
              const corners = mapQuad(quad, (q, k) => (k === i ? moved(q, by) : q));
              // Where corners cross, or fall on a line, nothing can lie: they stay as they were.
              return isConvex(corners) ? { corners } : null;
            })(down)
          }
        />
      )}
      <Handle
        at={left}
        title={t`The left end of the line on the floor`}
        onPointerDown={pull(t`Turn the line of the reflection`, (by) => ({
          left: moved(line.left, by),
          right: line.right,
        }))}
      />
      <Handle
        at={right}
        title={t`The right end of the line on the floor`}
        onPointerDown={pull(t`Turn the line of the reflection`, (by) => ({
          left: line.left,
          right: moved(line.right, by),
        }))}
      />
      <Handle
        at={middle}
        fill="#ff7a3c"
        title={t`The line on the floor that it is mirrored about`}
        onPointerDown={pull(t`Move the line of the reflection`, (by) => ({
          left: moved(line.left, by),
          right: moved(line.right, by),
        }))}
      />
    </g>
  );
}
