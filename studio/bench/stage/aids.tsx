import type { RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { newId } from '@ignis/core/scene/model/new-id';
import { putGuide, removeGuide } from '@ignis/core/scene/edits/layer-edits';
import type { Guide } from '@ignis/core/scene/model/schema';
import { useShallow } from 'zustand/react/shallow';
import type { View } from '../../state/bench';
import { useBench } from '../../state/bench';
import { useStageAids } from '../../state/stage-aids';
import { follow, scenePoint } from './pointer';
import { snapper } from './snapping';
import { movable, named } from '../../ui/tip';
import { t } from '../../words/t';

/** How thick the rulers are, CSS px. */
export const RULER = 20;

interface Props {
  stage: RefObject<HTMLElement | null>;
  width: number;
  height: number;
}

/** Follows a guide from a press: over its ruler it is taken out. */
function carry(stage: Element, down: React.PointerEvent, guide: Guide): void {
  const { drag, drop, set, cancelDrag } = useBench.getState();
  const box = stage.getBoundingClientRect();
  const snap = snapper(() => []);
  const known = useBench.getState().scene.guides.some((g) => g.id === guide.id);
  const off = (e: PointerEvent) =>
    guide.axis === 'x' ? e.clientX < box.left + RULER : e.clientY < box.top + RULER;
  set({ guide: guide.id });
  follow(down.nativeEvent, {
    move(e) {
      if (off(e)) {
        if (known) drag(t`Remove a guide`, removeGuide(guide.id));
        else cancelDrag();
        return;
      }
      const p = snap.point(scenePoint(stage, e), e);
      const at = Math.round(p[guide.axis] * 10) / 10;
      drag(known ? t`Move a guide` : t`Add a guide`, putGuide({ ...guide, at }));
    },
    up: () => drop(),
  });
}

/** The grid, under everything that can be pressed. */
export function Grid() {
  const { grid, gridStep } = useStageAids();
  const { view, width, height } = useBench(
    useShallow((s) => ({ view: s.view, width: s.scene.width, height: s.scene.height })),
  );
  const step = gridStep * view.zoom;
  if (!grid || step < 4) return null;
  return (
    <g pointerEvents="none">
      <pattern
        id="grid"
        width={step}
        height={step}
        x={view.x}
        y={view.y}
        patternUnits="userSpaceOnUse"
      >
        <path d={`M${step} 0H0V${step}`} fill="none" stroke="#fff" strokeOpacity={0.22} />
      </pattern>
      <rect
        x={view.x}
        y={view.y}
        width={width * view.zoom}
        height={height * view.zoom}
        fill="url(#grid)"
      />
    </g>
  );
}

/** The guides, and the lines that something has snapped to. */
export function Guides({ stage, width, height }: Props) {
  const { guides: shown, locked } = useStageAids();
  const { guides, view, chosen, snapped } = useBench(
    useShallow((s) => ({
      guides: s.scene.guides,
      view: s.view,
      chosen: s.guide,
      snapped: s.snapped,
    })),
  );
  const line = (axis: 'x' | 'y', at: number) => {
    const v = Math.round(at * view.zoom + view[axis]) + 0.5;
    return axis === 'x' ? { x1: v, x2: v, y1: 0, y2: height } : { x1: 0, x2: width, y1: v, y2: v };
  };
  return (
    <g>
      {shown &&
        guides.map((g) => (
          <g
            key={g.id}
            data-guide={`${g.axis} ${g.at}`}
            pointerEvents={locked ? 'none' : undefined}
            className={g.axis === 'x' ? 'cursor-ew-resize' : 'cursor-ns-resize'}
            onPointerDown={(down) => {
              if (down.button !== 0) return;
              down.stopPropagation();
              carry(stage.current!, down, g);
            }}
            {...movable(t`Guide at ${g.at} px: drag it; back to its ruler removes it`)}
          >
            <line {...line(g.axis, g.at)} stroke="transparent" strokeWidth={9} />
            <line
              {...line(g.axis, g.at)}
              stroke={g.id === chosen ? '#ff7a3c' : '#e3c08f'}
              strokeOpacity={0.9}
              strokeDasharray={g.id === chosen ? undefined : '7 3'}
            />
          </g>
        ))}
      {snapped?.ray && (
        <line
          {...across(snapped.ray, view, width + height)}
          stroke="#ff7a3c"
          strokeDasharray="2 3"
          pointerEvents="none"
          data-snapped="angle"
        />
      )}
      {(['x', 'y'] as const).flatMap((axis) =>
        (snapped?.[axis] ?? []).map((at) => (
          <line
            key={axis + at}
            {...line(axis, at)}
            stroke="#ff7a3c"
            strokeDasharray="2 3"
            pointerEvents="none"
            data-snapped={axis}
          />
        )),
      )}
    </g>
  );
}

/** A line through two points of the scene, so long that it crosses the stage. */
function across({ from, to }: { from: Point; to: Point }, view: View, size: number) {
  const l = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const [dx, dy] = [((to.x - from.x) / l) * size, ((to.y - from.y) / l) * size];
  const [x, y] = [from.x * view.zoom + view.x, from.y * view.zoom + view.y];
  return { x1: x - dx, y1: y - dy, x2: x + dx, y2: y + dy };
}

/** A round step for the marks of a ruler, px of the scene, so that labels have room. */
function markStep(zoom: number): number {
  const least = 64 / zoom;
  const power = 10 ** Math.floor(Math.log10(least));
  return [1, 2, 5, 10].map((k) => k * power).find((s) => s >= least)!;
}

/** Rulers along the top and the left, scene px; pull a guide out of either. */
export function Rulers({ stage, width, height }: Props) {
  const view = useBench((s) => s.view);
  if (!useStageAids((s) => s.rulers)) return null;
  const step = markStep(view.zoom);
  const marks = (axis: 'x' | 'y', size: number) => {
    const first = Math.ceil((RULER - view[axis]) / view.zoom / step);
    const last = Math.floor((size - view[axis]) / view.zoom / step);
    return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * step);
  };
  const begin = (axis: 'x' | 'y') => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    // Guides that are hidden or locked could not be seen to appear.
    const aids = useStageAids.getState();
    if (!aids.guides) aids.flip('guides');
    carry(stage.current!, down, { id: newId(), axis, at: 0 });
  };
  return (
    <g fontSize={12} className="fill-dim">
      <g
        onPointerDown={begin('y')}
        className="cursor-ns-resize"
        data-testid="ruler-top"
        {...named(t`Pull a guide down from here`)}
      >
        <rect width={width} height={RULER} className="fill-panel" />
        {marks('x', width).map((v) => {
          const x = v * view.zoom + view.x;
          return (
            <g key={v} pointerEvents="none">
              <line x1={x} x2={x} y1={RULER - 6} y2={RULER} className="stroke-dim" />
              <text x={x + 3} y={14}>
                {v}
              </text>
            </g>
          );
        })}
      </g>
      <g
        onPointerDown={begin('x')}
        className="cursor-ew-resize"
        data-testid="ruler-left"
        {...named(t`Pull a guide out from here`)}
      >
        <rect y={RULER} width={RULER} height={height} className="fill-panel" />
        {marks('y', height).map((v) => {
          const y = v * view.zoom + view.y;
          return (
            <g key={v} pointerEvents="none">
              <line y1={y} y2={y} x1={RULER - 6} x2={RULER} className="stroke-dim" />
              <text transform={`translate(13 ${y - 3}) rotate(-90)`}>{v}</text>
            </g>
          );
        })}
      </g>
      <rect width={RULER} height={RULER} className="fill-raised" />
    </g>
  );
}
