import { useEffect, useState, type RefObject } from 'react';
import { needPacks } from '@ignis/core/brush/library';
import { strokeAt, strokesWithin } from '@ignis/core/brush/hit';
import type { PaintStroke } from '@ignis/core/brush/paint-brush';
import { POINT } from '@ignis/core/brush/points';
import { pointsOf } from '@ignis/core/brush/stroke-points';
import { apply, boxUnder, meanScale, type Affine, type Box } from '@ignis/core/geometry/affine';
import { packsOf } from '@ignis/core/scene/model/needs';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { useBench } from '../../../state/bench';
import { chooseStrokes, useChosenStrokes } from '../../../state/paint';
import { assetBytes } from '../../../workers/engine';
import { Band } from '../../stage/band';
import { follow, stagePoint } from '../../stage/pointer';

/** How near a thin stroke a click takes hold of it, CSS px. */
const NEAR = 6;
/** Of very many chosen strokes not all are drawn. */
const MOST_SHOWN = 400;

/** Whether the files that strokes of the scene stand in are at hand on the page. */
function usePacks(): boolean {
  const names = useBench((s) => packsOf(s.scene).join());
  const [ready, setReady] = useState('');
  useEffect(() => {
    const load = async (name: string) => {
      const blob = assetBytes(name);
      return blob ? new Uint8Array(await blob.arrayBuffer()) : null;
    };
    void needPacks(names ? names.split(',') : [], load).then(() => setReady(names));
  }, [names]);
  return ready === names;
}

/** The way of a stroke on the stage, as SVG has it. */
function wayOf(stroke: PaintStroke, map: Affine): string {
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
  layer: LayerOf<'paint'>;
  /** From the layer's own px to CSS px of the stage, and back. */
  map: Affine;
  back: Affine;
}

/** Strokes that are there are taken hold of: by a click, with Shift besides others, or many by a box. */
export function ChooseStrokes({ stage, layer, map, back }: Props) {
  const chosen = useChosenStrokes((s) => s.chosen) ?? [];
  const ready = usePacks();
  const [band, setBand] = useState<Box | null>(null);
  const { strokes } = layer.source;

  const press = (down: React.PointerEvent) => {
    if (down.button !== 0 || !ready) return;
    down.stopPropagation();
    const start = stagePoint(stage.current!, down);
    const besides = down.shiftKey ? chosen : [];
    const found = strokeAt(strokes, apply(back, start), NEAR * meanScale(back));
    if (found) {
      const isChosen = chosen.includes(found.id);
      return chooseStrokes(
        down.shiftKey && isChosen ? chosen.filter((id) => id !== found.id) : [...besides, found.id],
      );
    }
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
      {band && <Band box={band} />}
    </g>
  );
}
