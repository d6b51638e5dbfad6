import { useMemo, useState, type RefObject } from 'react';
import { boxOfStrokes, strokeAt, strokesWithin } from '@ignis/core/brush/hit';
import { isTaking, type PaintStroke } from '@ignis/core/brush/paint-brush';
import { POINT } from '@ignis/core/brush/points';
import type { Stroked } from '@ignis/core/definitions/strokes';
import { pointsOf } from '@ignis/core/brush/stroke-points';
import {
  about,
  apply,
  boxUnder,
  meanScale,
  rotation,
  translation,
  type Affine,
  type Box,
} from '@ignis/core/geometry/affine';
import { alongAxis, pulledMap } from '@ignis/core/geometry/box-handle';
import type { StrokeHome } from '@ignis/core/scene/edits/stroke-edits';
import { mapStrokes, strokesOf } from '@ignis/core/scene/edits/stroke-edits';
import { useBench } from '../../../state/bench';
import { chooseStrokes, useChosenStrokes } from '../../../state/paint';
import { Band } from '../../stage/band';
import { BoxHandles } from '../../stage/box-handles';
import { follow, stagePoint } from '../../stage/pointer';
import { tenth } from '../../stage/tenth';
import { StrokeMark } from './mark';
import { usePacks } from './use-packs';
import { t } from '../../../words/t';

/** How near a thin stroke a click takes hold of it, CSS px. */
const NEAR = 6;
/** Of very many chosen strokes not all are drawn. */
const MOST_SHOWN = 400;

/** The way of a stroke on the stage, as SVG has it. */
function wayOf(stroke: Stroked, map: Affine): string {
  const all = pointsOf(stroke);
  const parts: string[] = [];
  for (let i = 0; i < all.length; i += POINT) {
    const { x, y } = apply(map, { x: all[i]!, y: all[i + 1]! });
    parts.push(`${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`);
  }
  // A single point shows as a dot.
  return parts.length === 1 ? `${parts[0]}h0.01` : parts.join('');
}

interface Props {
  stage: RefObject<HTMLElement | null>;
  home: StrokeHome;
  /** From the layer's own px to CSS px of the stage, and back. */
  map: Affine;
  back: Affine;
}

/** Strokes that are there are taken hold of: by a click, with Shift besides others, or many by a box. */
export function ChooseStrokes({ stage, home, map, back }: Props) {
  const chosen = useChosenStrokes((s) => s.chosen) ?? [];
  const ready = usePacks();
  const [band, setBand] = useState<Box | null>(null);
  const strokes = useBench((s) => strokesOf(s.scene, home));

  /** Chooses the stroke at the pointer, or lets it go; whether there is one. */
  const chooseAt = (e: { clientX: number; clientY: number; shiftKey: boolean }): boolean => {
    const at = apply(back, stagePoint(stage.current!, e));
    const found = strokeAt(strokes, at, NEAR * meanScale(back));
    if (!found) return false;
    const { id } = found;
    if (!e.shiftKey) chooseStrokes([id]);
    else chooseStrokes(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id]);
    return true;
  };

  const press = (down: React.PointerEvent) => {
    if (down.button !== 0 || !ready) return;
    down.stopPropagation();
    if (chooseAt(down)) return;
    const start = stagePoint(stage.current!, down);
    const besides = down.shiftKey ? chosen : [];
    let box: Box | null = null;
    follow(down.nativeEvent, {
      move(e) {
        const at = stagePoint(stage.current!, e);
        const [x0, x1] = [start.x, at.x].sort((a, b) => a - b) as [number, number];
        const [y0, y1] = [start.y, at.y].sort((a, b) => a - b) as [number, number];
        setBand((box = { x0, y0, x1, y1 }));
      },
      up() {
        setBand(null);
        const within = box ? strokesWithin(strokes, boxUnder(back, box)).map((s) => s.id) : [];
        chooseStrokes([...new Set([...besides, ...within])]);
      },
    });
  };

  const shown = strokes.filter((s) => chosen.includes(s.id)).slice(0, MOST_SHOWN);
  return (
    <g>
      <rect
        width="100%"
        height="100%"
        fill="transparent"
        data-testid="choosing-strokes"
        onPointerDown={press}
      />
      {ready &&
        shown.map((stroke) => (
          <g key={stroke.id} pointerEvents="none" fill="none" strokeLinecap="round">
            <path d={wayOf(stroke, map)} stroke="#000" strokeOpacity={0.6} strokeWidth={5} />
            <path
              d={wayOf(stroke, map)}
              stroke="#fff"
              strokeWidth={2.5}
              data-testid="chosen-stroke"
            />
          </g>
        ))}
      {ready && chosen.length > 0 && !band && (
        <Handles {...{ stage, home, map, chosen }} click={(e) => chooseAt(e)} />
      )}
      {ready && shown.length === 1 && isTaking(shown[0]!) && (
        <StrokeMark {...{ stage, home, map }} stroke={shown[0] as PaintStroke} />
      )}
      {band && <Band box={band} />}
    </g>
  );
}

/** The box round strokes that are chosen: they are moved, turned, and made larger or smaller together. */
function Handles({
  stage,
  home,
  map,
  chosen,
  click,
}: Omit<Props, 'back'> & { chosen: readonly string[]; click(e: PointerEvent): void }) {
  const strokes = useBench((s) => strokesOf(s.scene, home));
  const box = useMemo(
    () => boxOfStrokes(strokes.filter((s) => chosen.includes(s.id))),
    [strokes, chosen],
  );
  const { drag, drop } = useBench.getState();
  if (!box) return null;
  const put = (label: string, by: Affine) => drag(label, mapStrokes(home, chosen, by));
  return (
    <BoxHandles
      {...{ stage, box, map, drop, click }}
      move={(from, to, e) => {
        const way = { x: to.x - from.x, y: to.y - from.y };
        const { x, y } = e.shiftKey ? alongAxis(way) : way;
        put(t`Move strokes`, translation(tenth(x), tenth(y)));
      }}
      pull={(handle, to) => put(t`Scale strokes`, pulledMap(box, handle, to))}
      turn={(at, by, e) => {
        const degrees = e.shiftKey ? Math.round(by / 15) * 15 : tenth(by);
        put(t`Turn strokes`, about(at, rotation((degrees * Math.PI) / 180)));
      }}
    />
  );
}
