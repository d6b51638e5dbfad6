import type { RefObject } from 'react';
import { apply, invert } from '@ignis/core/geometry/affine';
import { setPass } from '@ignis/core/scene/edits/line-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { gradientEnds } from '@ignis/core/sources/gradient';
import type { LineSource } from '@ignis/core/sources/line-source';
import type { Pass } from '@ignis/core/sources/pass';
import { useAround, useBench } from '../../../state/bench';
import { draggedEnds } from '../../stage/dragged-ends';
import { GradientLine } from '../../stage/gradient-line';
import { toStage } from '../../stage/path-outline';
import { stagePoint } from '../../stage/pointer';
import { isLine } from '@ignis/core/scene/model/traits';

/** The pass whose gradient the stage shows: the open one, or else the first that has one. */
export function gradientPass(layer: Layer, open: string | null): Pass | undefined {
  if (!isLine(layer)) return undefined;
  const has = (p: Pass) => p.enabled && (p.paint === 'linear' || p.paint === 'radial');
  const { passes } = layer.source;
  return passes.find((p) => p.id === open && has(p)) ?? passes.findLast(has);
}

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer & { source: LineSource };
}

/** The gradient of a pass on the stage. */
export function Gradient({ stage, layer }: Props) {
  const view = useBench((s) => s.view);
  const open = useBench((s) => s.pass);
  const around = useAround(layer.id);
  const pass = gradientPass(layer, open);
  const ends = pass && gradientEnds(layer.source, pass);
  const map = toStage(view, around, layer.placement);
  const back = invert(map);
  if (!pass || !ends || !back) return null;
  return (
    <GradientLine
      from={apply(map, ends.from)}
      to={apply(map, ends.to)}
      ramp={pass.ramp}
      radial={pass.paint === 'radial'}
      pointer={(e) => stagePoint(stage.current!, e)}
      moved={(end, to) =>
        setPass(layer.id, pass.id, { ends: draggedEnds(ends, end, apply(back, to)) })
      }
      ramped={(ramp) => setPass(layer.id, pass.id, { ramp })}
    />
  );
}
