import type { ComponentType, RefObject } from 'react';
import type { Layer } from '@ignis/core/scene/model/schema';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { isCastShadow, isFlare, isParticles, isReflection } from '@ignis/core/scene/model/traits';
import { isMist } from '@ignis/core/scene/edits/air-edits';
import { isGas } from '@ignis/core/scene/edits/emitter-edits';
import { EmitterHandle } from './emitter-handle';
import { HorizonHandle } from './horizon-handle';
import { FlareHandles } from './flare-handles';
import { ReflectionHandles } from './reflection-handles';
import { ShadowHandles } from './shadow-handles';
import { SpillHandle, fallsFromHeight } from './spill-handle';
import { t } from '../../../words/t';

interface Props<L extends Layer> {
  stage: RefObject<HTMLElement | null>;
  layer: L;
}

/** Layers that are laid by handles of their own: what the mode is called for them, and what is dragged there. */
interface OwnHandles {
  fits(layer: Layer): boolean;
  label: string;
  hint: string;
  Handles: ComponentType<Props<Layer>>;
}

const own = <L extends Layer>(
  fits: (layer: Layer) => layer is L,
  Handles: ComponentType<Props<L>>,
  label: string,
  hint: string,
): OwnHandles => ({ fits, label, hint, Handles: Handles as ComponentType<Props<Layer>> });

const OWN: readonly OwnHandles[] = [
  own(
    isCastShadow,
    ShadowHandles,
    t`Lay down`,
    t`Drag its far end, the line it stands on, or a corner`,
  ),
  own(
    isReflection,
    ReflectionHandles,
    t`Lay down`,
    t`Drag the line on the floor that it is mirrored about, or a corner`,
  ),
  own(
    fallsFromHeight,
    SpillHandle,
    t`Height`,
    t`Drag the handle: how high the light hangs over what it falls on`,
  ),
  own(
    (l): l is LayerOf<'flame' | 'smoke' | 'haze'> => isGas(l) && l.source.values.from === 'point',
    EmitterHandle,
    t`Place`,
    t`Drag the place where it rises`,
  ),
  own(
    isMist,
    HorizonHandle,
    t`Horizon`,
    t`Drag the horizon: how high the far end of the ground lies`,
  ),
  own(
    isParticles,
    EmitterHandle,
    t`Centre`,
    t`Drag the centre: where they begin, fly away from, swirl round and stay clear of`,
  ),
  own(
    isFlare,
    FlareHandles,
    t`Axis`,
    t`Drag the light, and the other end of the axis that its ghosts stand along`,
  ),
];

/** The handles of its own that a layer has, if any. */
export const ownHandles = (layer: Layer | null): OwnHandles | undefined =>
  OWN.find((o) => layer && o.fits(layer));
