import type { RefObject } from 'react';
import { apply, invert } from '@ignis/core/geometry/affine';
import type { FadeShape } from '@ignis/core/masks/fade';
import { setPartShape } from '@ignis/core/scene/edits/mask-edits';
import { useBench } from '../../../state/bench';
import { draggedEnds } from '../../stage/dragged-ends';
import type { Masked } from './masked';
import { stagePoint, follow } from '../../stage/pointer';
import { RampLine } from '../../stage/ramp-line';
import { t } from '../../../words/t';
import { Reach } from '../../stage/reach';

interface Props {
  stage: RefObject<HTMLElement | null>;
  masked: Masked;
}

/** The ends of the fades on a mask: where all shows, and where nothing does. */
export function MaskEnds({ stage, masked }: Props) {
  const parts = masked.mask?.parts ?? [];
  return parts.map(
    ({ id, shape, enabled }) =>
      enabled &&
      shape.kind === 'fade' && (
        <FadeEnds key={id} stage={stage} masked={masked} part={id} shape={shape} />
      ),
  );
}

function FadeEnds({ stage, masked, part, shape }: Props & { part: string; shape: FadeShape }) {
  const { map, owner } = masked;
  const back = invert(map);
  if (!back) return null;
  const { drag, drop } = useBench.getState();
  const ends = { from: { x: shape.x0, y: shape.y0 }, to: { x: shape.x1, y: shape.y1 } };
  const [from, to] = [apply(map, ends.from), apply(map, ends.to)];

  const pull = (end: 'from' | 'to') => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    follow(down.nativeEvent, {
      move(e) {
        const place = apply(back, stagePoint(stage.current!, e));
        drag(t`Move the fade`, setPartShape(owner, part, shape, draggedEnds(ends, end, place)));
      },
      up: drop,
    });
  };

  const end = (name: 'from' | 'to', p: { x: number; y: number }, word: string) => (
    <g onPointerDown={pull(name)} className="cursor-move" data-testid={`fade-${name}`}>
      <Reach at={p} r={14} />
      <circle
        cx={p.x}
        cy={p.y}
        r={7}
        fill={name === 'from' ? '#fff' : '#161616'}
        stroke={name === 'from' ? '#000' : '#fff'}
        strokeWidth={2}
      />
      <text
        x={p.x + 13}
        y={p.y + 4}
        fontSize={12}
        fill="#fff"
        stroke="#000"
        strokeWidth={3}
        paintOrder="stroke"
        pointerEvents="none"
      >
        {word}
      </text>
    </g>
  );
  return (
    <g>
      <RampLine from={from} to={to} radial={shape.radial} />
      {end('from', from, 'all')}
      {end('to', to, 'nothing')}
    </g>
  );
}
