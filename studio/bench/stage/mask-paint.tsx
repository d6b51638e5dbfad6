import { useRef, useState, type RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { apply, invert, meanScale } from '@ignis/core/geometry/affine';
import { steadied } from '@ignis/core/geometry/steady';
import { newId } from '@ignis/core/scene/make';
import { addStroke } from '@ignis/core/scene/mask-edits';
import type { Layer } from '@ignis/core/scene/schema';
import { useAround, useBench } from '../../state/bench';
import { useBrush } from '../../state/brush';
import { Areas } from './mask-areas';
import { maskPlacement } from './mask-place';
import { toStage } from './path-outline';
import { follow, stagePoint } from './pointer';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
}

const tenth = (v: number) => Math.round(v * 10) / 10;

/** What a stroke or an area would do, in words; or why it would do nothing. */
function deed(layer: Layer, hides: boolean, around: string): { word: string; works: boolean } {
  if (!layer.visible) return { word: `${layer.name} is hidden: nothing would show`, works: false };
  if (layer.mask && !layer.mask.enabled)
    return { word: `the mask of ${layer.name} is off: nothing would change`, works: false };
  return {
    word: `${around || (hides ? 'hides' : 'reveals')} · mask of ${layer.name}`,
    works: true,
  };
}

/** A mask that is worked on: its brush, lasso, box, oval and new fades. */
export function MaskPaint({ stage, layer }: Props) {
  const { tool, hides, size, way } = useBrush();
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const map = toStage(view, around, maskPlacement(layer));
  const [pointer, setPointer] = useState<Point | null>(null);
  const last = useRef<Point | null>(null);
  const back = invert(map);
  if (!back) return null;
  const ways = { add: 'shows', subtract: 'hides', intersect: 'keeps only this' } as const;
  const said = deed(layer, hides, tool === 'brush' ? '' : ways[way]);
  const radius = (size / 2) * view.zoom;
  const surface = {
    width: '100%',
    height: '100%',
    fill: 'transparent',
    'data-testid': 'mask-surface',
    onPointerMove: (e: React.PointerEvent) => setPointer(stagePoint(stage.current!, e)),
    onPointerLeave: () => setPointer(null),
  } as const;

  const paint = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    if (!said.works) return;
    const { hardness, flow, opacity, steady } = useBrush.getState();
    const { drag, drop } = useBench.getState();
    const own = size / (meanScale(map) / view.zoom || 1);
    const points: number[] = [];
    const part = newId();
    const follower = steadied(steady / 100);
    const add = (e: PointerEvent) => {
      const at = follower(apply(back, stagePoint(stage.current!, e)));
      const pressure = e.pointerType === 'pen' ? Math.round(e.pressure * 100) / 100 : 1;
      points.push(tenth(at.x), tenth(at.y), pressure);
    };
    const put = () =>
      drag(
        hides ? 'Hide' : 'Reveal',
        addStroke(
          layer.id,
          { hides, size: own, hardness, flow, opacity, points: [...points] },
          part,
        ),
      );
    // From where the last stroke ended, straight.
    if (down.shiftKey && last.current) points.push(last.current.x, last.current.y, 1);
    add(down.nativeEvent);
    put();
    follow(down.nativeEvent, {
      move(e) {
        for (const c of e.getCoalescedEvents()) add(c);
        setPointer(stagePoint(stage.current!, e));
        put();
      },
      up() {
        last.current = { x: points.at(-3)!, y: points.at(-2)! };
        drop();
      },
    });
  };

  return (
    <g>
      {tool === 'brush' ? (
        <rect {...surface} className="cursor-none" onPointerDown={paint} />
      ) : (
        <Areas {...{ stage, layer, back, surface, works: said.works }} />
      )}
      {pointer && (
        <g pointerEvents="none">
          {tool === 'brush' &&
            (
              [
                ['#000', 3, 0.5],
                [said.works ? (hides ? '#8dbdf0' : '#ffb088') : '#ff8d80', 1.5, 1],
              ] as const
            ).map(([stroke, strokeWidth, strokeOpacity]) => (
              <circle
                key={stroke}
                cx={pointer.x}
                cy={pointer.y}
                r={Math.max(2, radius)}
                fill="none"
                {...{ stroke, strokeWidth, strokeOpacity }}
                strokeDasharray={hides ? '4 3' : undefined}
              />
            ))}
          <text
            x={pointer.x + 14}
            y={pointer.y + 26}
            fontSize={12}
            fill={said.works ? '#fff' : '#ff8d80'}
            stroke="#000"
            strokeWidth={3}
            paintOrder="stroke"
            data-testid="mask-word"
          >
            {said.word}
          </text>
        </g>
      )}
    </g>
  );
}
