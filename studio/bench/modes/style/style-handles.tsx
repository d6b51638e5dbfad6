import type { RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { apply, invert, multiply } from '@ignis/core/geometry/affine';
import type { GlossCurve } from '@ignis/core/kernels/gloss';
import { bentGloss, glossEdge } from '@ignis/core/kernels/gloss';
import { paintEnds } from '@ignis/core/paint/paint';
import type { Paint } from '@ignis/core/paint/parameters';
import type { Edit } from '@ignis/core/scene/edits/edit';
import { setFill, setStep } from '@ignis/core/scene/edits/layer-edits';
import { ownBox } from '@ignis/core/scene/bound/bind';
import { placementMap } from '@ignis/core/definitions/placement';
import { placedBox } from '@ignis/core/scene/arrange/placement';
import type { Layer, Step } from '@ignis/core/scene/model/schema';
import { useAround, useBench } from '../../../state/bench';
import { useFonts } from '../../../state/fonts';
import { Handle } from '../../stage/handle';
import { draggedEnds } from '../../stage/dragged-ends';
import { GradientLine } from '../../stage/gradient-line';
import { follow, scenePoint, stagePoint } from '../../stage/pointer';
import { armsOf } from './arm-handles';
import { ownHandles } from './own-handles';
import { PointHandles, pointsOf } from './point-handles';
import { isFill } from '@ignis/core/scene/model/traits';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
}

const GRADIENTS = ['linear', 'radial', 'conical', 'reflected'];

/** A gradient of a layer that can be dragged: that of its open step, or of the fill. */
interface Gradient {
  paint: Paint;
  set(values: Partial<Paint>): Edit;
}

function gradientOf(layer: Layer, step: Step | undefined): Gradient | null {
  if (step && GRADIENTS.includes(String(step.values.paint)))
    return {
      paint: step.values as unknown as Paint,
      set: (values) => setStep(layer.id, step.id, { values: values as Step['values'] }),
    };
  if (isFill(layer) && GRADIENTS.includes(layer.source.paint.paint))
    return { paint: layer.source.paint, set: (values) => setFill(layer.id, values) };
  return null;
}

const isCurve = (step: Step | undefined) =>
  step?.kind === 'style.gloss' && step.values.shape === 'curve';

/** Whether a step has places or arms that are dragged. */
const hasPlaces = (step: Step | undefined): boolean =>
  pointsOf(step).length > 0 || armsOf(step).length > 0;

/** The open step of a layer, if it is on. */
const openStep = (layer: Layer, id: string | null): Step | undefined =>
  layer.steps.find((s) => s.id === id && s.enabled);

/** Whether the stage has handles for what is open of a layer. */
export const hasStyleHandles = (layer: Layer, open: string | null): boolean => {
  if (ownHandles(layer)) return true;
  const step = openStep(layer, open);
  return gradientOf(layer, step) !== null || isCurve(step) || hasPlaces(step);
};

/** Handles of the open style: places, the ends and the middle of a gradient, the curve of a gloss; else those of the layer itself. */
export function StyleHandles({ stage, layer }: Props) {
  useFonts();
  const open = useBench((s) => s.step);
  const step = openStep(layer, open);
  const gradient = gradientOf(layer, step);
  if (step && hasPlaces(step)) return <PointHandles stage={stage} layer={layer} step={step} />;
  if (gradient) return <GradientHandles stage={stage} layer={layer} gradient={gradient} />;
  if (step && isCurve(step)) return <GlossHandles stage={stage} layer={layer} step={step} />;
  const Own = ownHandles(layer)?.Handles;
  return Own ? <Own stage={stage} layer={layer} /> : null;
}

function GradientHandles({ stage, layer, gradient }: Props & { gradient: Gradient }) {
  const view = useBench((s) => s.view);
  const scene = useBench((s) => s.scene);
  const around = useAround(layer.id);
  const map = multiply(around, placementMap(layer.placement));
  const back = invert(map);
  const box = ownBox(scene, layer);
  const whole = { x0: 0, y0: 0, x1: scene.width, y1: scene.height };
  if (!back) return null;
  const { paint, set } = gradient;
  // In px of the scene; where they were never dragged they follow from the shape.
  const { from, to } = paintEnds(paint, {
    map,
    box: box ? placedBox(layer.placement, box, around) : whole,
    scene: whole,
  });
  const shown = (p: Point) => ({ x: p.x * view.zoom + view.x, y: p.y * view.zoom + view.y });
  const own = (p: Point) =>
    apply(back, { x: (p.x - view.x) / view.zoom, y: (p.y - view.y) / view.zoom });
  const ends = { from: apply(back, from), to: apply(back, to) };
  return (
    <GradientLine
      from={shown(from)}
      to={shown(to)}
      ramp={paint.ramp}
      radial={paint.paint === 'radial'}
      pointer={(e) => stagePoint(stage.current!, e)}
      moved={(end, place) => set({ ends: draggedEnds(ends, end, own(place)) })}
      ramped={(ramp) => set({ ramp })}
    />
  );
}

/** The curve that bounds a gloss: its middle is its level, its ends tilt and bend it. */
function GlossHandles({ stage, layer, step }: Props & { step: Step }) {
  const view = useBench((s) => s.view);
  const scene = useBench((s) => s.scene);
  const around = useAround(layer.id);
  const box = ownBox(scene, layer);
  if (!box) return null;
  const placed = placedBox(layer.placement, box, around);
  const [mx, my] = [(placed.x0 + placed.x1) / 2, (placed.y0 + placed.y1) / 2];
  const [hx, hy] = [(placed.x1 - placed.x0) / 2 || 1, (placed.y1 - placed.y0) / 2 || 1];
  const curve = step.values as unknown as GlossCurve;
  const at = (u: number): Point => ({
    x: (mx + u * hx) * view.zoom + view.x,
    y: (my + glossEdge(curve, u) * hy) * view.zoom + view.y,
  });
  const { drag, drop } = useBench.getState();
  const pull = (u: -1 | 0 | 1) => (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    follow(down.nativeEvent, {
      move(e) {
        const to = (scenePoint(stage.current!, e).y - my) / hy;
        const values = bentGloss(curve, u, to);
        drag(t`Move the gloss`, setStep(layer.id, step.id, { values }));
      },
      up: drop,
    });
  };
  const line = Array.from({ length: 61 }, (_, i) => at(-1 + i / 30))
    .map((p) => `${p.x},${p.y}`)
    .join(' ');
  return (
    <g data-testid="gloss-curve">
      <polyline points={line} fill="none" stroke="#000" strokeOpacity={0.5} strokeWidth={4} />
      <polyline points={line} fill="none" stroke="#ff7a3c" strokeWidth={1.6} />
      <Handle at={at(-1)} title={t`Tilts and bends the curve`} onPointerDown={pull(-1)} />
      <Handle at={at(0)} title={t`Moves the curve up and down`} onPointerDown={pull(0)} />
      <Handle at={at(1)} title={t`Tilts and bends the curve`} onPointerDown={pull(1)} />
    </g>
  );
}
