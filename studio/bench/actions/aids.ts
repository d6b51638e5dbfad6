import { centreGuides } from '@ignis/core/scene/edits/layer-edits';
import { useBench } from '../../state/bench';
import { pinLight } from '../../state/pinned-light';
import { useStageAids } from '../../state/stage-aids';
import type { Action } from '../commands/action';
import { t } from '../../words/t';

/** Actions of what the stage shows to place things by. */
export function aidActions(): Action[] {
  const aids = useStageAids.getState();
  const bench = useBench.getState();
  return [
    {
      name: aids.rulers ? t`Hide the rulers` : t`Show the rulers`,
      run: () => aids.flip('rulers'),
      enabled: true,
    },
    {
      name: t`Guides through the centre`,
      run: () => {
        if (!aids.guides) aids.flip('guides');
        bench.change(t`Guides through the centre`, centreGuides);
      },
      enabled: true,
    },
    {
      name: aids.guides ? t`Hide the guides` : t`Show the guides`,
      run: () => aids.flip('guides'),
      enabled: bench.scene.guides.length > 0,
    },
    {
      name: aids.locked ? t`Free the guides` : t`Lock the guides`,
      run: () => aids.flip('locked'),
      enabled: bench.scene.guides.length > 0,
    },
    {
      name: t`Remove all guides`,
      run: () =>
        bench.change(t`Remove all guides`, (s) => {
          s.guides = [];
        }),
      enabled: bench.scene.guides.length > 0,
    },
    {
      name: aids.snapping ? t`Turn snapping off` : t`Turn snapping on`,
      run: () => aids.flip('snapping'),
      enabled: true,
    },
    {
      name: aids.grid ? t`Hide the grid` : t`Show the grid`,
      run: () => aids.flip('grid'),
      enabled: true,
    },
    {
      name: aids.scopes ? t`Put the scopes away` : t`Histogram, waveform and colours`,
      run: () => aids.flip('scopes'),
      enabled: true,
    },
    {
      name: aids.meter ? t`Put the light meter away` : t`Light meter at the pointer`,
      run: () => aids.flip('meter'),
      enabled: true,
    },
    {
      name: t`Pin the light at the pointer`,
      keys: ['p'],
      run: pinLight,
      enabled: aids.meter,
    },
    {
      name: aids.beyond
        ? t`No marks of clipped lights and crushed shadows`
        : t`Mark clipped lights and crushed shadows`,
      run: () => aids.flip('beyond'),
      enabled: true,
    },
    ...[25, 50, 100, 200].map((px) => ({
      name: t`Grid of ${px} px`,
      run: () => {
        aids.setStep(px);
        if (!aids.grid) aids.flip('grid');
      },
      enabled: true,
    })),
  ];
}
