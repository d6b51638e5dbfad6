import { useEffect, useState, type RefObject } from 'react';
import type { DripChange } from '@ignis/core/definitions/warps';
import { apply, invert, type Point } from '@ignis/core/geometry/affine';
import { changeDrip, pulledDrip } from '@ignis/core/scene/edits/drip-edits';
import type { Layer, Scene, Step } from '@ignis/core/scene/model/schema';
import type { Drawn } from '@ignis/core/steps/warp/drawn-out';
import { useAround, useBench } from '../../../state/bench';
import { useChosenDrip } from '../../../state/drips';
import { newestOnly } from '../../../state/newest';
import { drips } from '../../../workers/questions';
import { Handle } from '../../stage/handle';
import { toStage } from '../../stage/path-outline';
import { follow, stagePoint } from '../../stage/pointer';
import { drippingStep } from './dripping-step';
import { t } from '../../../words/t';

/** As many have handles, the longest first. */
const MOST = 120;

interface Asked {
  scene: Scene;
  layer: string;
  step: string;
}

/** What a step draws out, as the scene changes. */
function useDrawn(layer: string, step: string): Drawn[] {
  const scene = useBench((s) => s.scene);
  const [latest, setLatest] = useState<{ of: string; all: Drawn[] } | null>(null);
  const [ask] = useState(() =>
    newestOnly(
      t`The handles of the drips could not be placed`,
      (asked: Asked) => drips(asked.scene, asked.layer, asked.step),
      (asked, all) => setLatest({ of: asked.step, all }),
    ),
  );
  useEffect(() => ask({ scene, layer, step }), [ask, scene, layer, step]);
  return latest?.of === step ? latest.all : [];
}

const far = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);
const isSame = (a: Point, b: Point | null) => b !== null && far(a, b) < 1;

/** The ends of what a step draws out: each is dragged longer, or along the edge. */
export function DripHandles({
  stage,
  layer,
}: {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
}) {
  const open = useBench((s) => s.step);
  const step = drippingStep(layer, open);
  return step ? <Handles {...{ stage, layer, step }} /> : null;
}

function Handles({
  stage,
  layer,
  step,
}: {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
  step: Step;
}) {
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const chosen = useChosenDrip((s) => s.found);
  const all = useDrawn(layer.id, step.id);
  const map = toStage(view, around, layer.placement);
  const back = invert(map);
  if (!back) return null;
  const { drag, drop } = useBench.getState();
  const changes = step.values.drips as DripChange[];
  const shown = [...all].sort((a, b) => far(b.at, b.end) - far(a.at, a.end)).slice(0, MOST);

  const pull = (drawn: Drawn) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const { found } = drawn;
    useChosenDrip.setState({ found });
    const was = changes.find((c) => isSame(c, found));
    const start = apply(back, stagePoint(stage.current!, down));
    follow(down.nativeEvent, {
      move(e) {
        const to = apply(back, stagePoint(stage.current!, e));
        const by = { x: to.x - start.x, y: to.y - start.y };
        drag(t`Change a drip`, changeDrip(layer.id, step.id, found, pulledDrip(drawn, by, was)));
      },
      up: drop,
    });
  };

  return (
    <g data-testid="drips">
      {shown.map((drawn) => {
        const end = apply(map, drawn.end);
        const isChosen = isSame(drawn.found, chosen);
        return (
          <Handle
            key={`${drawn.found.x.toFixed(1)} ${drawn.found.y.toFixed(1)}`}
            at={end}
            small={!isChosen}
            fill={isChosen ? '#ff7a3c' : '#fff'}
            title={t`Drag it longer, or along the edge; Delete takes it away`}
            onPointerDown={pull(drawn)}
          />
        );
      })}
    </g>
  );
}
