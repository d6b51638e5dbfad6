import type { RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { undraggedPlace } from '@ignis/core/definitions/undragged';
import type { Affine } from '@ignis/core/geometry/affine';
import { apply, invert, middleOf, multiply } from '@ignis/core/geometry/affine';
import { setStep } from '@ignis/core/scene/edits/layer-edits';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';
import { useAround, useBench } from '../../../state/bench';
import { toStage } from '../../stage/path-outline';
import { ArmHandles } from './arm-handles';
import { PointHandle } from '../../stage/point-handle';
import { midSentence, t } from '../../../words/t';

/** The places of a step that are dragged on the stage: the keys of its values, and what they are called. */
export const pointsOf = (
  step: Step | undefined,
): { key: string; label: string; begins?: 'middle' | undefined }[] =>
  step
    ? Object.entries(stepOfKind(step.kind).parameters).flatMap(([key, p]) =>
        p.kind === 'point' ? [{ key, label: t(p.label), begins: p.begins }] : [],
      )
    : [];

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
  step: Step;
}

/** A handle for each place of a step, and for each arm about it. */
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
  const lengths: Affine = multiply([view.zoom, 0, 0, view.zoom, view.x, view.y], around);
  const [point] = pointsOf(step);
  const place = point && (step.values[point.key] as unknown as Point | null);
  const centre = place
    ? apply(map, place)
    : point && point.begins !== 'middle'
      ? undraggedPlace(box)
      : middleOf(box);
  return (
    <g data-testid="point-handles">
      <ArmHandles {...{ stage, layer, step, lengths }} own={map} centre={centre} />
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
                t`Move the ${midSentence(label)}`,
                setStep(layer.id, step.id, { values: { [key]: to } }),
              )
            }
          />
        );
      })}
    </g>
  );
}
