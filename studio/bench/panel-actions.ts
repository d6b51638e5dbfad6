import { usePanels } from '../state/panels';
import { openStripSearch } from '../state/strip-search';
import type { Action } from './commands/action';

/** Actions of how the parts of the bench stand. */
export function panelActions(): Action[] {
  const { chain, side, strip, cards } = usePanels.getState();
  const { setState } = usePanels;
  return [
    {
      name: chain === 'shown' ? 'Hide the chain' : 'Show the chain',
      keys: ['Shift+o'],
      run: () => setState({ chain: chain === 'shown' ? 'hidden' : 'shown' }),
      enabled: true,
    },
    {
      name: strip === 'shown' ? 'Hide the depth strip' : 'Show the depth strip',
      keys: ['Alt+o'],
      run: () => setState({ strip: strip === 'shown' ? 'hidden' : 'shown' }),
      enabled: true,
    },
    {
      name: side === 'right' ? 'The chain on the left' : 'The chain on the right',
      run: () => setState({ side: side === 'right' ? 'left' : 'right', chain: 'shown' }),
      enabled: true,
    },
    {
      name: 'Find layers on the strip',
      keys: ['/'],
      run: () => {
        setState({ strip: 'shown' });
        openStripSearch();
      },
      enabled: true,
    },
    {
      name: cards === 'large' ? 'Small cards' : 'Large cards',
      run: () => setState({ cards: cards === 'large' ? 'small' : 'large', strip: 'shown' }),
      enabled: true,
    },
  ];
}
