import type { RefObject } from 'react';
import { apply, invert } from '@ignis/core/geometry/affine';
import type { FadeShape } from '@ignis/core/masks/fade';
import { setPartShape } from '@ignis/core/scene/mask-edits';
import type { Layer } from '@ignis/core/scene/schema';
import { useAround, useBench } from '../../state/bench';
import { maskPlacement } from './mask-place';
import { toStage } from './path-outline';
import { stagePoint, follow } from './pointer';
import { RampLine } from './ramp-line';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
}

/** The ends of the fades on a mask: where all shows, and where nothing does. */
export function MaskEnds({ stage, layer }: Props) {
  const parts = layer.mask?.parts ?? [];
  return parts.map(
    ({ id, shape, enabled }) =>
      enabled &&
      shape.kind === 'fade' && (
        <FadeEnds key={id} stage={stage} layer={layer} part={id} shape={shape} />
      ),
  );
}

function FadeEnds({ stage, layer, part, shape }: Props & { part: string; shape: FadeShape }) {
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const map = toStage(view, around, maskPlacement(layer));
  const back = invert(map);
  if (!back) return null;
  const { drag, drop } = useBench.getState();
  const from = apply(map, { x: shape.x0, y: shape.y0 });
  const to = apply(map, { x: shape.x1, y: shape.y1 });

  const pull = (end: 'from' | 'to') => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    follow(down.nativeEvent, {
      move(e) {
        const p = apply(back, stagePoint(stage.current!, e));
        const at = { x: Math.round(p.x * 10) / 10, y: Math.round(p.y * 10) / 10 };
        const ends = end === 'from' ? { x0: at.x, y0: at.y } : { x1: at.x, y1: at.y };
        drag('Move the fade', setPartShape(layer.id, part, shape, ends));
      },
      up: drop,
    });
  };

  const end = (name: 'from' | 'to', p: { x: number; y: number }, word: string) => (
    <g onPointerDown={pull(name)} className="cursor-move" data-testid={`fade-${name}`}>
      <circle cx={p.x} cy={p.y} r={14} fill="transparent" />
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
