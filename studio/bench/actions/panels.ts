import { usePanels } from '../../state/panels';
import { openStripSearch } from '../../state/strip-search';
import type { Action } from '../commands/action';
import { t } from '../../words/t';

/** Actions of how the parts of the bench stand. */
export function panelActions(): Action[] {
  const { chain, side, strip, cards } = usePanels.getState();
  const { setState } = usePanels;
  return [
    {
      name: chain === 'shown' ? t`Hide the chain` : t`Show the chain`,
      keys: ['Shift+o'],
      run: () => setState({ chain: chain === 'shown' ? 'hidden' : 'shown' }),
      enabled: true,
    },
    {
      name: strip === 'shown' ? t`Hide the depth strip` : t`Show the depth strip`,
      keys: ['Alt+o'],
      run: () => setState({ strip: strip === 'shown' ? 'hidden' : 'shown' }),
      enabled: true,
    },
    {
      name: side === 'right' ? t`The chain on the left` : t`The chain on the right`,
      run: () => setState({ side: side === 'right' ? 'left' : 'right', chain: 'shown' }),
      enabled: true,
    },
    {
      name: t`Find layers on the strip`,
      keys: ['/'],
      run: () => {
        setState({ strip: 'shown' });
        openStripSearch();
      },
      enabled: true,
    },
    {
      name: cards === 'large' ? t`Small cards` : t`Large cards`,
      run: () => setState({ cards: cards === 'large' ? 'small' : 'large', strip: 'shown' }),
      enabled: true,
    },
  ];
}
