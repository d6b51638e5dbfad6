import type { RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { apply, invert } from '@ignis/core/geometry/affine';
import { piece } from '@ignis/core/geometry/dash';
import type { Strand } from '@ignis/core/geometry/strand';
import { lengthsOf, mapped, nearestShare } from '@ignis/core/geometry/strand';
import { strandsData } from '@ignis/core/geometry/path-data';
import { setGaps } from '@ignis/core/scene/edits/line-edits';
import { placementMap } from '@ignis/core/definitions/placement';
import type { Layer } from '@ignis/core/scene/model/schema';
import type { LineSource } from '@ignis/core/sources/line-source';
import type { Gap } from '@ignis/core/sources/line-shape';
import { gapLength } from '@ignis/core/sources/pass';
import { wholeStrands } from '@ignis/core/sources/line-shape';
import { useAround, useBench } from '../../../state/bench';
import { toStage } from '../../stage/path-outline';
import { follow, scenePoint } from '../../stage/pointer';
import { movable, named } from '../../../ui/tip';
import { t } from '../../../words/t';
import { Reach } from '../../stage/reach';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer & { source: LineSource };
}

/** The line as a whole, and where it is broken: click to break it, drag a gap along, click a gap to close it. */
export function Gaps({ stage, layer }: Props) {
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const map = toStage(view, around, layer.placement);
  const back = invert(placementMap(layer.placement));
  if (!back) return null;
  const { gaps, passes } = layer.source;
  const strands = wholeStrands(layer.source, 0.3);
  const { change, drag, drop } = useBench.getState();

  const nearest = (e: { clientX: number; clientY: number }) => {
    const p: Point = apply(back, scenePoint(stage.current!, e, around));
    return strands
      .map((s, strand) => ({ strand, ...nearestShare(s, p) }))
      .reduce((a, b) => (b.distance < a.distance ? b : a));
  };
  const rounded = (at: number) => Math.round(at * 1e5) / 1e5;

  const add = (down: React.PointerEvent) => {
    if (down.button !== 0 || strands.length === 0) return;
    down.stopPropagation();
    const { strand, at } = nearest(down);
    const size = gaps.at(-1)?.size ?? gapLength(passes);
    change(t`Break the line`, setGaps(layer.id, [...gaps, { strand, at: rounded(at), size }]));
  };

  const press = (index: number) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    follow(down.nativeEvent, {
      move(e) {
        const { strand, at } = nearest(e);
        drag(
          t`Move a gap`,
          setGaps(
            layer.id,
            gaps.map((g, i) => (i === index ? { ...g, strand, at: rounded(at) } : g)),
          ),
        );
      },
      up(moved) {
        if (moved) drop();
        else
          change(
            t`Close a gap`,
            setGaps(
              layer.id,
              gaps.filter((_, i) => i !== index),
            ),
          );
      },
    });
  };

  const onStage = strandsData(strands.map((s) => mapped(s, map, 1)));
  return (
    <g>
      <path d={onStage} fill="none" stroke="#fff" strokeOpacity={0.5} strokeDasharray="2 4" />
      <path
        d={onStage}
        fill="none"
        stroke="transparent"
        strokeWidth={18}
        onPointerDown={add}
        className="cursor-crosshair"
        data-testid="break-here"
        {...named(t`Click to break the line here`)}
      ></path>
      {gaps.map((g, i) => {
        const strand = strands[g.strand];
        const p = strand && placeOf(strand, g);
        if (!p) return null;
        const at = apply(map, p);
        return (
          <g
            key={i}
            onPointerDown={press(i)}
            className="cursor-move"
            data-gap={i}
            {...movable(t`Drag it along the line; click closes it`)}
          >
            <Reach at={at} />
            <circle cx={at.x} cy={at.y} r={7} fill="#161616" stroke="#fff" strokeWidth={2} />
            <path
              d={`M${at.x - 2.8} ${at.y - 2.8}l5.6 5.6m0 -5.6l-5.6 5.6`}
              stroke="#fff"
              strokeWidth={1.6}
            />
          </g>
        );
      })}
    </g>
  );
}

/** Where the middle of a gap lies. */
function placeOf(strand: Strand, gap: Gap): Point {
  const lengths = lengthsOf(strand);
  const l = gap.at * (lengths.at(-1) ?? 0);
  const { points } = piece(strand, lengths, l, l);
  return { x: points[0]!, y: points[1]! };
}
