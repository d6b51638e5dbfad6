import type { RefObject } from 'react';
import type { Layer } from '@ignis/core/scene/schema';
import { useBrush } from '../../state/brush';
import { MaskEnds } from './mask-ends';
import { MaskPaint } from './mask-paint';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
}

/** The stage while a mask is worked on. */
export function MaskWork({ stage, layer }: Props) {
  const tool = useBrush((s) => s.tool);
  return (
    <g>
      {tool !== 'ends' && <MaskPaint stage={stage} layer={layer} />}
      {(tool === 'ends' || tool === 'fade') && <MaskEnds stage={stage} layer={layer} />}
    </g>
  );
}
