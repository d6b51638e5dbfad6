import type { RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { undraggedPlace } from '@ignis/core/definitions/undragged';
import { apply, invert } from '@ignis/core/geometry/affine';
import { setStep } from '@ignis/core/scene/edits/layer-edits';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';
import { useAround, useBench } from '../../../state/bench';
import { Handle } from '../../stage/handle';
import { toStage } from '../../stage/path-outline';
import { follow, stagePoint } from '../../stage/pointer';
import { tenth } from '../../stage/tenth';

/** The places of a step that are dragged on the stage: the keys of its values, and what they are called. */
export const pointsOf = (step: Step | undefined): { key: string; label: string }[] =>
  step
    ? Object.entries(stepOfKind(step.kind).parameters).flatMap(([key, p]) =>
        p.kind === 'point' ? [{ key, label: p.label }] : [],
      )
    : [];

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
  step: Step;
}

/** A handle for each place of a step. */
export function PointHandles({ stage, layer, step }: Props) {
  const view = useBench((s) => s.view);
  const { width, height } = useBench((s) => s.scene);
  const around = useAround(layer.id);
  const map = toStage(view, around, layer.placement);
  const back = invert(map);
  if (!back) return null;
  const { drag, drop } = useBench.getState();
  const undragged = undraggedPlace({
    x0: view.x,
    y0: view.y,
    x1: width * view.zoom + view.x,
    y1: height * view.zoom + view.y,
  });
  return (
    <g data-testid="point-handles">
      {pointsOf(step).map(({ key, label }) => {
        const own = step.values[key] as unknown as Point | null;
        const at = own ? apply(map, own) : undragged;
        const press = (down: React.PointerEvent) => {
          if (down.button !== 0) return;
          down.stopPropagation();
          const start = stagePoint(stage.current!, down);
          follow(down.nativeEvent, {
            move(e) {
              const to = stagePoint(stage.current!, e);
              const p = apply(back, { x: at.x + to.x - start.x, y: at.y + to.y - start.y });
              const values = { [key]: { x: tenth(p.x), y: tenth(p.y) } };
              drag(`Move the ${label.toLowerCase()}`, setStep(layer.id, step.id, { values }));
            },
            up: drop,
          });
        };
        return <Handle key={key} at={at} fill="#ff7a3c" title={label} onPointerDown={press} />;
      })}
    </g>
  );
}
