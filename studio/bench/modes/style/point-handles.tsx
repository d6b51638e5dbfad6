import type { RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { undraggedPlace } from '@ignis/core/definitions/undragged';
import { apply, invert, middleOf } from '@ignis/core/geometry/affine';
import { setStep } from '@ignis/core/scene/edits/layer-edits';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';
import { useAround, useBench } from '../../../state/bench';
import { toStage } from '../../stage/path-outline';
import { PointHandle } from '../../stage/point-handle';

/** The places of a step that are dragged on the stage: the keys of its values, and what they are called. */
export const pointsOf = (
  step: Step | undefined,
): { key: string; label: string; begins?: 'middle' | undefined }[] =>
  step
    ? Object.entries(stepOfKind(step.kind).parameters).flatMap(([key, p]) =>
        p.kind === 'point' ? [{ key, label: p.label, begins: p.begins }] : [],
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
  const { drag } = useBench.getState();
  const box = {
    ...{ x0: view.x, y0: view.y },
    ...{ x1: width * view.zoom + view.x, y1: height * view.zoom + view.y },
  };
  return (
    <g data-testid="point-handles">
      {pointsOf(step).map(({ key, label, begins }) => {
        const own = step.values[key] as unknown as Point | null;
        const undragged = begins === 'middle' ? middleOf(box) : undraggedPlace(box);
        const at = own ? apply(map, own) : undragged;
        return (
          <PointHandle
            key={key}
            {...{ stage, at, back }}
            fill="#ff7a3c"
            title={label}
            onMove={(to) =>
              drag(
                `Move the ${label.toLowerCase()}`,
                setStep(layer.id, step.id, { values: { [key]: to } }),
              )
            }
          />
        );
      })}
    </g>
  );
}
