import type { RefObject } from 'react';
import { completed, counts } from '@ignis/core/definitions/parameter-values';
import type { Arm } from '@ignis/core/definitions/step';
import type { Affine, Point } from '@ignis/core/geometry/affine';
import { angleUnder, meanScale } from '@ignis/core/geometry/affine';
import { setStep } from '@ignis/core/scene/edits/layer-edits';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';
import { useBench } from '../../../state/bench';
import { Handle } from '../../stage/handle';
import { follow, stagePoint } from '../../stage/pointer';
import { tenth } from '../../stage/tenth';
import { midSentence, t } from '../../../words/t';

/** The arms of a step that count as it is set. */
export function armsOf(step: Step | undefined): readonly Arm[] {
  if (!step) return [];
  const { arms = [], parameters } = stepOfKind(step.kind);
  const values = completed(parameters, step.values);
  return arms.filter((a) => counts(a, values));
}

const DEGREE = Math.PI / 180;

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
  step: Step;
  /** Where the step works about, px of the stage. */
  centre: Point;
  /** From the px that the layer's lengths are of to px of the stage, and from the layer's own. */
  lengths: Affine;
  own: Affine;
}

/** Handles at the ends of the arms of a step. */
export function ArmHandles({ stage, layer, step, centre, lengths, own }: Props) {
  const { drag, drop } = useBench.getState();
  const scale = meanScale(lengths);
  return armsOf(step).map((arm) => {
    const { share = 1, turned = 0 } = arm;
    const said = arm.angle ? (step.values[arm.angle] as number) : 0;
    const at = angleUnder(own, (said + turned) * DEGREE);
    const long = (step.values[arm.length] as number) * share * scale;
    const end = { x: centre.x + long * Math.cos(at), y: centre.y + long * Math.sin(at) };
    const back = { x: 2 * centre.x - end.x, y: 2 * centre.y - end.y };
    const press = (down: React.PointerEvent) => {
      if (down.button !== 0) return;
      down.stopPropagation();
      follow(down.nativeEvent, {
        move(e) {
          const to = stagePoint(stage.current!, e);
          const [dx, dy] = [to.x - centre.x, to.y - centre.y];
          const p = stepOfKind(step.kind).parameters[arm.length]!;
          const [min, max] = p.kind === 'number' ? [p.min, p.max] : [0, Infinity];
          const length = Math.hypot(dx, dy) / (share * scale);
          const turn = (Math.atan2(dy, dx) - angleUnder(own, 0)) / DEGREE - turned;
          drag(
            t`Drag the ${midSentence(t(arm.label))}`,
            setStep(layer.id, step.id, {
              values: {
                [arm.length]: tenth(Math.min(max, Math.max(min, length))),
                ...(arm.angle && { [arm.angle]: tenth(((turn + 540) % 360) - 180) }),
              },
            }),
          );
        },
        up: drop,
      });
    };
    const from = share < 1 ? back : centre;
    return (
      <g key={`${arm.length} ${turned}`}>
        <path
          d={`M${from.x} ${from.y}L${end.x} ${end.y}`}
          className="pointer-events-none stroke-black/50"
          strokeWidth={4}
        />
        <path
          d={`M${from.x} ${from.y}L${end.x} ${end.y}`}
          className="pointer-events-none stroke-ember"
          strokeWidth={1.6}
        />
        <Handle at={end} title={t(arm.label)} onPointerDown={press} />
      </g>
    );
  });
}
