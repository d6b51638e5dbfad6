import type { RefObject } from 'react';
import type { Affine } from '@ignis/core/geometry/affine';
import { IDENTITY, invert, multiply } from '@ignis/core/geometry/affine';
import { moveMask } from '@ignis/core/scene/edits/selection-edits';
import { useBench } from '../../../state/bench';
import { useShownMask } from '../../../state/shown-mask';
import type { Masked } from './masked';
import { boxOfRings } from './masked';
import { SceneBox } from '../../stage/scene-box';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  masked: Masked;
}

/** A mask or selection is moved, scaled and turned by itself: the picture stays. */
export function MaskMove({ stage, masked }: Props) {
  const view = useBench((s) => s.view);
  const shown = useShownMask((s) => (s.of === JSON.stringify(masked.owner) ? s.view : null));
  const box = shown && boxOfRings(shown.rings);
  if (!box) return null;
  // Of layers: their masks are moved in px of their own.
  const seen: Affine = [view.zoom, 0, 0, view.zoom, view.x, view.y];
  const inScene = multiply(invert(seen) ?? IDENTITY, masked.outer);
  const back = invert(inScene) ?? IDENTITY;
  const { owner, name } = masked;
  return (
    <SceneBox
      stage={stage}
      box={box}
      ids={() => []}
      put={(verb, by) =>
        useBench
          .getState()
          .drag(t`${verb}: ${name}`, moveMask(owner, multiply(back, multiply(by, inScene))))
      }
    />
  );
}
