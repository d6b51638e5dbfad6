import { useRef, type RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { apply, invert } from '@ignis/core/geometry/affine';
import type { MaskShape } from '@ignis/core/masks/index';
import { newPart } from '@ignis/core/scene/model/make';
import { newId } from '@ignis/core/scene/model/new-id';
import { defaultsOf } from '@ignis/core/definitions/parameter-values';
import { reachParameters } from '@ignis/core/masks/reach';
import { addPart, addStroke } from '@ignis/core/scene/edits/mask-edits';
import { keptForSelection, selectShape } from '@ignis/core/scene/edits/selection-edits';
import { toast } from 'sonner';
import { tellFailure } from '../../../state/failure';
import { useBench } from '../../../state/bench';
import { drawsAreas, useBrush } from '../../../state/brush';
import { colourAt } from '../../../workers/questions';
import { useShownMask } from '../../../state/shown-mask';
import { BrushPointer, brushColour, followStroke, usePointed } from '../../stage/brush-stroke';
import { Areas } from './mask-areas';
import type { Masked } from './masked';
import { reaches } from './masked';
import { scenePoint, stagePoint } from '../../stage/pointer';
import { tenth } from '../../stage/tenth';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  masked: Masked;
}

/** What a stroke or an area would do, in words; or why it would do nothing. */
function effectOf(
  { layer, mask, name }: Masked,
  word: string,
  outside: boolean,
): { word: string; works: boolean } {
  if (layer && !layer.visible)
    return { word: t`${layer.name} is hidden: nothing would show`, works: false };
  if (mask && !mask.enabled)
    return { word: t`the ${name} is off: nothing would change`, works: false };
  if (outside) return { word: t`outside the selection: nothing would change`, works: false };
  return { word: layer ? `${word} · ${name}` : word, works: true };
}

const SELECT_WAYS = {
  new: 'selects',
  add: t`adds to the selection`,
  subtract: t`takes from the selection`,
  intersect: t`keeps only this`,
} as const;

const WAYS = { add: t`shows`, subtract: t`hides`, intersect: t`keeps only this` } as const;

/** A mask that is worked on: its brush, lasso, box, oval and new fades. */
export function MaskPaint({ stage, masked }: Props) {
  const { tool, hides, size, way, selectWay } = useBrush();
  const view = useBench((s) => s.view);
  const limited = useBench((s) => s.scene.selection !== null) && masked.owner !== 'selection';
  const edge = useShownMask((s) => (s.of === '"selection"' ? s.view : null));
  const { map, owner, mask } = masked;
  const { pointer, setPointer, surface } = usePointed(stage);
  const last = useRef<Point | null>(null);
  const back = invert(map);
  if (!back) return null;
  const outside = (p: Point | null) =>
    limited && tool === 'brush' && p !== null && !reaches(edge, view, p, size / 2);
  const selecting = owner === 'selection';
  const stroke = selecting ? SELECT_WAYS[hides ? 'subtract' : 'add'] : hides ? 'hides' : 'reveals';
  const area = selecting ? SELECT_WAYS[selectWay] : WAYS[way];
  const said = effectOf(masked, tool === 'brush' ? stroke : area, outside(pointer));

  const paint = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    // One that begins outside what is selected may go on into it.
    if (!effectOf(masked, '', false).works) return;
    const { drag, scene } = useBench.getState();
    // A stroke keeps within what is selected, for good: that is kept by a name.
    const within = limited ? keptForSelection(scene) : null;
    const part = newId();
    followStroke(down, {
      ...{ stage: stage.current!, back, last, moved: setPointer },
      put: (stroke) =>
        drag(hides ? t`Hide` : t`Reveal`, (s) => {
          within?.keep(s);
          addStroke(owner, stroke, part, within?.id)(s);
        }),
    });
  };

  const put = (shape: MaskShape) => {
    const { change } = useBench.getState();
    if (owner === 'selection') return change(t`Select`, selectShape(shape, selectWay));
    const first = !mask?.parts.length;
    // A first fade shows what lies before its end, whatever areas do.
    const made = newPart(shape, shape.kind === 'fade' ? (first ? 'add' : 'intersect') : way);
    change(mask ? t`Add a part` : t`Add a mask`, addPart(owner, made));
    if (shape.kind === 'fade') useBrush.setState({ tool: 'ends' });
  };

  /** All that is like the colour at the pointer. */
  const reach = async (down: React.PointerEvent) => {
    down.stopPropagation();
    const { scene, selected } = useBench.getState();
    const of = useBrush.getState().reachOf === 'layer' ? selected : null;
    const at = scenePoint(stage.current!, down);
    const own = apply(back, stagePoint(stage.current!, down));
    const colour = await colourAt(scene, of, at.x, at.y).catch((error: unknown) => {
      tellFailure(t`The colour could not be taken`, error);
      return undefined;
    });
    if (colour === undefined) return;
    if (!colour) {
      toast.info(t`There is no colour here`, {
        description: of
          ? t`The selected layer shows nothing at this place. Click on it, or let the reach go by the scene.`
          : t`The scene is empty at this place. Click on the picture.`,
      });
      return;
    }
    const { x, y } = { x: tenth(own.x), y: tenth(own.y) };
    put({ kind: 'reach', of, x, y, colour, ...defaultsOf(reachParameters) });
  };

  return (
    <g>
      {tool === 'colour' && (
        <rect
          {...surface}
          className="cursor-crosshair"
          onPointerDown={(e) => void (e.button === 0 && said.works && reach(e))}
        />
      )}
      {tool === 'brush' ? (
        <rect {...surface} className="cursor-none" onPointerDown={paint} />
      ) : (
        drawsAreas(tool) && <Areas {...{ stage, back, tool, surface, put, works: said.works }} />
      )}
      {pointer && (
        <BrushPointer
          at={pointer}
          word={said.word}
          brush={tool === 'brush' ? brushColour(hides) : null}
          takes={hides}
          idle={!said.works}
        />
      )}
    </g>
  );
}
