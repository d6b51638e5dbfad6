import type { RefObject } from 'react';
import { apply, invert, multiply } from '@ignis/core/geometry/affine';
import { quadOf } from '@ignis/core/geometry/quad';
import { ownBox } from '@ignis/core/scene/bound/bind';
import { setPlacement } from '@ignis/core/scene/edits/layer-edits';
import { placementMap } from '@ignis/core/definitions/placement';
import { cornered } from '@ignis/core/scene/arrange/placement';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useAround, useBench } from '../../../state/bench';
import { FourCorners } from '../../stage/four-corners';
import { toStage } from '../../stage/path-outline';
import { follow, scenePoint } from '../../stage/pointer';
import { snapper } from '../../stage/snapping';
import { t } from '../../../words/t';

const NAMES = [t`Top left`, t`Top right`, t`Bottom right`, t`Bottom left`];

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
}

/** The four corners of a layer, each free; with Shift a neighbour goes the other way, as in perspective. */
export function Corners({ stage, layer }: Props) {
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  const scene = useBench((s) => s.scene);
  const box = ownBox(scene, layer);
  if (!box) return null;
  const p = layer.placement;
  const quad = p.corners?.to ?? quadOf(box);
  const map = toStage(view, around, p);
  const seen = quad.map((c) => apply(map, c));
  const { drag, drop } = useBench.getState();
  const full = multiply(around, placementMap(p));
  const back = invert(full);

  const press = (corner: number, down: React.PointerEvent) => {
    if (down.button !== 0 || !back) return;
    down.stopPropagation();
    const snap = snapper(() => [layer.id]);
    const start = scenePoint(stage.current!, down);
    const from = apply(full, quad[corner]!);
    follow(down.nativeEvent, {
      move(e) {
        const now = scenePoint(stage.current!, e);
        const to = snap.point({ x: from.x + now.x - start.x, y: from.y + now.y - start.y }, e);
        const placement = cornered(p, box, corner, apply(back, to), e.shiftKey);
        drag(e.shiftKey ? t`Perspective` : t`Move a corner`, setPlacement(layer.id, placement));
      },
      up: drop,
    });
  };

  return (
    <g data-testid="corners">
      <FourCorners
        seen={seen}
        names={NAMES}
        does={t`drag it anywhere; Shift keeps perspective`}
        onPress={press}
      />
    </g>
  );
}
