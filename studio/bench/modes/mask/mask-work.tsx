import type { RefObject } from 'react';
import { useBrush } from '../../../state/brush';
import { MaskEnds } from './mask-ends';
import { MaskMove } from './mask-move';
import { MaskPaint } from './mask-paint';
import { useMasked } from './masked';

/** The stage while a mask or the selection is worked on. */
export function MaskWork({ stage }: { stage: RefObject<HTMLElement | null> }) {
  const tool = useBrush((s) => s.tool);
  const masked = useMasked();
  if (!masked) return null;
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
