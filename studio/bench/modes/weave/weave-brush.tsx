import { useRef, type RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { invert } from '@ignis/core/geometry/affine';
import { placed } from '@ignis/core/scene/arrange/placement';
import { correctWeave } from '@ignis/core/scene/edits/weave-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useAround, useBench } from '../../../state/bench';
import { useBrush } from '../../../state/brush';
import { BrushPointer, brushColour, followStroke, usePointed } from '../../stage/brush-stroke';
import { toStage } from '../../stage/path-outline';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
}

/** The edges of a weave are corrected by the brush: what lies behind is hidden where it goes, or shows there. */
export function WeaveBrush({ stage, layer }: Props) {
  const view = useBench((s) => s.view);
  const hides = useBrush((s) => s.hides);
  const around = useAround(layer.id);
  const { pointer, setPointer, surface } = usePointed(stage);
  const last = useRef<Point | null>(null);
  const back = invert(toStage(view, around, placed()));
  if (!back || !layer.weave) return null;
  const paint = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const { drag } = useBench.getState();
    followStroke(down, {
      ...{ stage: stage.current!, back, last, moved: setPointer },
      put: (stroke) => drag(t`Correct the weave`, correctWeave(layer.id, stroke)),
    });
  };
  return (
    <g>
      <rect {...surface} className="cursor-none" data-testid="weave-brush" onPointerDown={paint} />
      {pointer && (
        <BrushPointer
          at={pointer}
          word={hides ? t`hides what lies behind` : t`shows what lies behind`}
          brush={brushColour(hides)}
          takes={hides}
          idle={!layer.weave.enabled}
        />
      )}
    </g>
  );
}
