import { useState, type RefObject } from 'react';
import type { Affine, Box, Point } from '@ignis/core/geometry/affine';
import { apply } from '@ignis/core/geometry/affine';
import { boxBetween } from '@ignis/core/geometry/box-paths';
import { evenLines } from '@ignis/core/geometry/rubber-sheet';
import type { Mesh } from '@ignis/core/definitions/warps';
import { setStep } from '@ignis/core/scene/edits/layer-edits';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { movedPoints } from '@ignis/core/scene/edits/warp-edits';
import { throughMesh } from '@ignis/core/steps/warp/mesh-points';
import { useBench } from '../../../state/bench';
import { useReshaping } from '../../../state/reshaping';
import { Band } from '../../stage/band';
import { follow, stagePoint } from '../../stage/pointer';
import { tenth } from '../../stage/tenth';
import { tip } from '../../../ui/tip';
import { t } from '../../../words/t';
import { Reach } from '../../stage/reach';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
  step: Step;
  /** From the layer's own px to CSS px of the stage, and back. */
  map: Affine;
  back: Affine;
}

/** Straight pieces between two points of a mesh. */
const FINE = 8;

/** The points of a mesh, and the lines between them as they are bent. */
export function MeshWork({ stage, layer, step, map, back }: Props) {
  const chosen = useReshaping((s) => s.points);
  const [band, setBand] = useState<Box | null>(null);
  const mesh = step.values.mesh as Mesh | null;
  if (!mesh) return null;
  const { drag, drop } = useBench.getState();
  const choose = (points: readonly number[]) => useReshaping.setState({ points });
  const at = (e: { clientX: number; clientY: number }) => stagePoint(stage.current!, e);
  const seen = mesh.points.map((p) => apply(map, p));

  const press = (i: number) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const isIn = chosen.includes(i);
    const moving = isIn ? chosen : down.shiftKey ? [...chosen, i] : [i];
    choose(moving);
    const start = apply(back, at(down));
    follow(down.nativeEvent, {
      move(e) {
        const p = apply(back, at(e));
        const by = { x: tenth(p.x - start.x), y: tenth(p.y - start.y) };
        const values = { mesh: movedPoints(mesh, moving, by) };
        drag(t`Move points of the mesh`, setStep(layer.id, step.id, { values }));
      },
      up(moved) {
        drop();
        if (!moved && down.shiftKey && isIn) choose(chosen.filter((c) => c !== i));
        else if (!moved && !down.shiftKey) choose([i]);
      },
    });
  };

  /** Many are chosen by a drag beside them. */
  const spread = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const start = at(down);
    const before = down.shiftKey ? chosen : [];
    let box: Box | null = null;
    follow(down.nativeEvent, {
      move(e) {
        box = boxBetween(start, at(e));
        setBand(box);
      },
      up() {
        setBand(null);
        const within = seen.flatMap((p, i) => (box && isWithin(box, p) ? [i] : []));
        choose([...new Set([...before, ...within])]);
      },
      cancel: () => setBand(null),
    });
  };

  return (
    <g data-testid="mesh">
      <rect width="100%" height="100%" fill="transparent" onPointerDown={spread} />
      <g pointerEvents="none" fill="none">
        {meshLines(mesh, map).map((line, i) => (
          <g key={i}>
            <polyline points={line} stroke="#000" strokeOpacity={0.45} strokeWidth={3} />
            <polyline points={line} stroke="#fff" strokeOpacity={0.75} strokeWidth={1} />
          </g>
        ))}
        {band && <Band box={band} />}
      </g>
      {seen.map((p, i) => (
        <g
          key={i}
          role="button"
          aria-label={t`Point ${i + 1}`}
          aria-pressed={chosen.includes(i)}
          onPointerDown={press(i)}
          className="cursor-move"
          {...tip(t`Drag the point; Shift chooses more`)}
        >
          <Reach at={p} r={12} />
          <circle
            cx={p.x}
            cy={p.y}
            r={5}
            fill={chosen.includes(i) ? '#ff7a3c' : '#fff'}
            stroke="#000"
            strokeOpacity={0.6}
          />
        </g>
      ))}
    </g>
  );
}

const isWithin = (b: Box, p: Point) => p.x >= b.x0 && p.x <= b.x1 && p.y >= b.y0 && p.y <= b.y1;

/** The columns and rows of a mesh as they are bent, under a map. */
function meshLines(mesh: Mesh, map: Affine): string[] {
  const { box, columns, rows } = mesh;
  const [xs, ys] = [evenLines(box.x0, box.x1, columns - 1), evenLines(box.y0, box.y1, rows - 1)];
  const [us, vs] = [
    evenLines(box.x0, box.x1, (columns - 1) * FINE),
    evenLines(box.y0, box.y1, (rows - 1) * FINE),
  ];
  const line = (points: Point[]) =>
    points
      .map((p) => apply(map, throughMesh(mesh, p)))
      .map((p) => `${p.x.toFixed(1)},${p.y.toFixed(1)}`)
      .join(' ');
  return [
    ...xs.map((x) => line(vs.map((y) => ({ x, y })))),
    ...ys.map((y) => line(us.map((x) => ({ x, y })))),
  ];
}
