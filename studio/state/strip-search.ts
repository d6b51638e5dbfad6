import { create } from 'zustand';
import type { Sought } from '@ignis/core/scene/arrange/sought';

interface StripSearch extends Sought {
  /** Whether the field that it is typed in is open. */
  isOpen: boolean;
}

const NOTHING: StripSearch = { name: '', sorts: [], marks: [], isOpen: false };

/** What the strip is searched for: its cards show that alone. */
export const useStripSearch = create<StripSearch>(() => NOTHING);

/** Shows all cards again. */
export const endStripSearch = (): void => useStripSearch.setState(NOTHING);

export const openStripSearch = (): void => useStripSearch.setState({ isOpen: true });
