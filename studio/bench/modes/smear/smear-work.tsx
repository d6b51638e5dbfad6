import { useRef, type RefObject } from 'react';
import { growingPoints } from '@ignis/core/brush/growing-points';
import type { SmearStroke } from '@ignis/core/definitions/strokes';
import { smearWays } from '@ignis/core/brush/smear-stroke';
import { invert, meanScale, type Affine, type Point } from '@ignis/core/geometry/affine';
import { newSmear, smearOf, smearWith } from '@ignis/core/scene/edits/smear-edits';
import { newId } from '@ignis/core/scene/model/new-id';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useAround, useBench } from '../../../state/bench';
import { useChosenStrokes } from '../../../state/paint';
import { smearBrush, useSmear } from '../../../state/smear';
import { BrushPointer, brushSize, followHand, usePointed } from '../../stage/brush-stroke';
import { toStage } from '../../stage/path-outline';
import { ChooseStrokes } from '../paint/choose-strokes';
import { smearHome } from './smear-tools';
import { midSentence, t } from '../../../words/t';

/** What goes on while the finger rests. */
const GOES_ON: ReadonlySet<string> = new Set(['swirl', 'pinch', 'swell', 'smooth', 'restore']);

/** Follows a stroke of the finger from a press until it is let go: one step of undo. */
function followFinger(
  down: React.PointerEvent,
  layer: Layer,
  hand: { stage: Element; back: Affine; last: { current: Point | null }; moved(at: Point): void },
): void {
  const { way } = useSmear.getState();
  const { view, drag, set, step: open } = useBench.getState();
  const step = smearOf(layer, open) ?? newSmear();
  const points = growingPoints();
  const own: Omit<SmearStroke, 'points'> = {
    ...{ id: newId(), enabled: true, way },
    brush: { ...smearBrush(), size: brushSize(view.zoom * (meanScale(hand.back) || 1)) },
  };
  const { label } = smearWays.find((w) => w.way === way)!;
  followHand(down, {
    ...hand,
    rests: GOES_ON.has(way),
    add: points.add,
    show: () => drag(label, smearWith(layer.id, step, { ...own, points: points.all() })),
  });
  set({ step: step.id });
}

/** A layer that is smeared. */
export function SmearWork({
  stage,
  layer,
}: {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
}) {
  const view = useBench((s) => s.view);
  const open = useBench((s) => s.step);
  const around = useAround(layer.id);
  const way = useSmear((s) => s.way);
  const { pointer, setPointer, surface } = usePointed(stage);
  const last = useRef<Point | null>(null);
  const map = toStage(view, around, layer.placement);
  const back = invert(map);
  const choosing = useChosenStrokes((s) => s.chosen !== null);
  const home = smearHome(layer, open);
  if (!back) return null;
  if (choosing && home) return <ChooseStrokes {...{ stage, home, map, back }} />;
  const step = smearOf(layer, open);
  const off = step !== undefined && !step.enabled;
  const word = midSentence(t(smearWays.find((w) => w.way === way)!.label));
  return (
    <g>
      <rect
        {...surface}
        className="cursor-none"
        data-testid="smearing"
        onPointerDown={(down) => {
          if (down.button !== 0 || off) return;
          down.stopPropagation();
          followFinger(down, layer, { stage: stage.current!, back, last, moved: setPointer });
        }}
      />
      {pointer && (
        <BrushPointer
          at={pointer}
          word={off ? t`this Smear is off: nothing would change` : `${word} · ${layer.name}`}
          brush="#ffd9a8"
          takes={way === 'restore'}
          idle={off}
        />
      )}
    </g>
  );
}
