import { centreGuides } from '@ignis/core/scene/edits/layer-edits';
import { useBench } from '../state/bench';
import { pinLight } from '../state/pinned-light';
import { useStageAids } from '../state/stage-aids';
import type { Action } from './commands/action';

/** Actions of what the stage shows to place things by. */
export function aidActions(): Action[] {
  const aids = useStageAids.getState();
  const bench = useBench.getState();
  return [
    {
      name: aids.rulers ? 'Hide the rulers' : 'Show the rulers',
      run: () => aids.flip('rulers'),
      enabled: true,
    },
    {
      name: 'Guides through the centre',
      run: () => {
        if (!aids.guides) aids.flip('guides');
        bench.change('Guides through the centre', centreGuides);
      },
      enabled: true,
    },
    {
      name: aids.guides ? 'Hide the guides' : 'Show the guides',
      run: () => aids.flip('guides'),
      enabled: bench.scene.guides.length > 0,
    },
    {
      name: aids.locked ? 'Free the guides' : 'Lock the guides',
      run: () => aids.flip('locked'),
      enabled: bench.scene.guides.length > 0,
    },
    {
      name: 'Remove all guides',
      run: () =>
        bench.change('Remove all guides', (s) => {
          s.guides = [];
        }),
      enabled: bench.scene.guides.length > 0,
    },
    {
      name: aids.snapping ? 'Turn snapping off' : 'Turn snapping on',
      run: () => aids.flip('snapping'),
      enabled: true,
    },
    {
      name: aids.grid ? 'Hide the grid' : 'Show the grid',
      run: () => aids.flip('grid'),
      enabled: true,
    },
    {
      name: aids.scopes ? 'Put the scopes away' : 'Histogram, waveform and colours',
      run: () => aids.flip('scopes'),
      enabled: true,
    },
    {
      name: aids.meter ? 'Put the light meter away' : 'Light meter at the pointer',
      run: () => aids.flip('meter'),
      enabled: true,
    },
    {
      name: 'Pin the light at the pointer',
      keys: ['p'],
      run: pinLight,
      enabled: aids.meter,
    },
    {
      name: aids.beyond
        ? 'No marks of clipped lights and crushed shadows'
        : 'Mark clipped lights and crushed shadows',
      run: () => aids.flip('beyond'),
      enabled: true,
    },
    ...[25, 50, 100, 200].map((px) => ({
      name: `Grid of ${px} px`,
      run: () => {
        aids.setStep(px);
        if (!aids.grid) aids.flip('grid');
      },
      enabled: true,
    })),
  ];
}
