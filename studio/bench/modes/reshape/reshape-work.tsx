import { useEffect, type RefObject } from 'react';
import { alongAxis, halfTurns } from '@ignis/core/geometry/box-handle';
import type { Affine } from '@ignis/core/geometry/affine';
import { invert, meanScale, multiply } from '@ignis/core/geometry/affine';
import { pathData } from '@ignis/core/geometry/path-data';
import type { Placement } from '@ignis/core/definitions/placement';
import { placementMap } from '@ignis/core/definitions/placement';
import type { ReshapedRegion } from '@ignis/core/definitions/warps';
import {
  leantPlacement,
  placedPoint,
  pulledPlacement,
  repivoted,
} from '@ignis/core/scene/arrange/placement';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { boxOfPath, regionsOf, setRegion } from '@ignis/core/scene/edits/warp-edits';
import { useAround, useBench } from '../../../state/bench';
import { useReshaping } from '../../../state/reshaping';
import { BoxHandles } from '../../stage/box-handles';
import { Areas } from '../mask/mask-areas';
import { MeshWork } from './mesh-work';
import { toStage } from '../../stage/path-outline';
import { addPart, chosenPart, warpOf } from './reshape-tools';
import { tenth } from '../../stage/tenth';
import { tip } from '../../../ui/tip';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
}

const SURFACE = { width: '100%', height: '100%', fill: 'transparent' };

/** The stage while a layer is reshaped: its parts, or its mesh. */
export function ReshapeWork({ stage, layer }: Props) {
  const open = useBench((s) => s.step);
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const { tool, part } = useReshaping();
  const { step, isMesh } = warpOf(layer, open);
  const map = toStage(view, around, layer.placement);
  const back = invert(map);
  // What was chosen of another layer is chosen no more.
  useEffect(() => useReshaping.setState({ part: null, points: [] }), [layer.id]);
  if (!back) return null;
  if (isMesh && step) return <MeshWork {...{ stage, layer, step, map, back }} />;
  const chosen = chosenPart(step, part);
  return (
    <g data-testid="reshape">
      <Areas
        {...{ stage, back, tool, surface: SURFACE, works: true }}
        put={(shape) => {
          if (shape.kind === 'area') addPart(layer, shape.paths[0]!);
        }}
      />
      {regionsOf(step).map((region, i) => (
        <Part
          key={region.id}
          {...{ region, map }}
          name={t`Part ${i + 1}`}
          isChosen={region.id === part}
          isOn={step!.enabled}
        />
      ))}
      {chosen && step && <PartHandles {...{ stage, layer, step, map }} region={chosen} />}
    </g>
  );
}

/** A part where it was carried, with its soft border; a click chooses it. */
function Part({
  region,
  map,
  name,
  isChosen,
  isOn,
}: {
  region: ReshapedRegion;
  map: Affine;
  name: string;
  isChosen: boolean;
  isOn: boolean;
}) {
  const full = multiply(map, placementMap(region.to));
  const line = pathData(full, region.path);
  return (
    <g
      role="button"
      aria-label={name}
      aria-pressed={isChosen}
      onPointerDown={(e) => {
        if (e.button !== 0 || isChosen) return;
        e.stopPropagation();
        useReshaping.setState({ part: region.id });
      }}
      className={isChosen ? 'pointer-events-none' : 'cursor-pointer'}
      {...tip(t`${name}: choose it`)}
    >
      {isChosen && (
        <path
          d={line}
          fill="none"
          stroke="#fff"
          strokeOpacity={0.14}
          strokeWidth={2 * region.soft * meanScale(full)}
          strokeLinejoin="round"
        />
      )}
      <path d={line} fill="transparent" stroke="#000" strokeOpacity={0.5} strokeWidth={3} />
      <path
        d={line}
        fill="none"
        stroke={isChosen ? '#ff7a3c' : '#fff'}
        strokeOpacity={isOn ? 1 : 0.4}
        strokeWidth={1.3}
        strokeDasharray="5 4"
      />
    </g>
  );
}

/** The handles of the chosen part: it is moved, scaled, turned and sheared like a layer. */
function PartHandles({
  stage,
  layer,
  step,
  region,
  map,
}: Props & { step: Step; region: ReshapedRegion; map: Affine }) {
  const { drag, drop } = useBench.getState();
  const p = region.to;
  const box = boxOfPath(region.path);
  const put = (label: string, to: Placement) =>
    drag(label, setRegion(layer.id, step.id, region.id, { to }));
  return (
    <BoxHandles
      stage={stage}
      box={box}
      map={multiply(map, placementMap(p))}
      move={(from, to, e) => {
        const [a, b] = [placedPoint(p, from), placedPoint(p, to)];
        const way = { x: b.x - a.x, y: b.y - a.y };
        const by = e.shiftKey ? alongAxis(way) : way;
        put(t`Move a part`, { ...p, x: tenth(p.x + by.x), y: tenth(p.y + by.y) });
      }}
      pull={(handle, to) => put(t`Scale a part`, pulledPlacement(p, box, handle, to))}
      lean={(handle, from, to) => put(t`Shear a part`, leantPlacement(p, box, handle, from, to))}
      about={{ x: p.pivotX, y: p.pivotY }}
      pivot={(to) => put(t`Move the pivot`, repivoted(p, to))}
      turn={(at, by, e) => {
        const about = repivoted(p, at);
        const raw = about.rotation + by;
        const snappedAngle = e.shiftKey ? Math.round(raw / 15) * 15 : tenth(raw);
        put(t`Turn a part`, { ...about, rotation: halfTurns(snappedAngle) });
      }}
      drop={drop}
      click={() => useReshaping.setState({ part: null })}
    />
  );
}
