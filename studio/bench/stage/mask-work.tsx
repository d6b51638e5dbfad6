import type { RefObject } from 'react';
import { useBrush } from '../../state/brush';
import { MaskEnds } from './mask-ends';
import { MaskMove } from './mask-move';
import { MaskPaint } from './mask-paint';
import type { Masked } from './masked';

interface Props {
  stage: RefObject<HTMLElement | null>;
  masked: Masked;
}

/** The stage while a mask is worked on. */
export function MaskWork({ stage, masked }: Props) {
  const tool = useBrush((s) => s.tool);
  return (
    <g>
      {tool === 'move' ? (
        <MaskMove stage={stage} masked={masked} />
      ) : (
        tool !== 'ends' && <MaskPaint stage={stage} masked={masked} />
      )}
      {(tool === 'ends' || tool === 'fade') && <MaskEnds stage={stage} masked={masked} />}
    </g>
  );
}
