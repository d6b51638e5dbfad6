import type { PaintStroke } from '@ignis/core/brush/paint-brush';

/** The colour of the mark that colours are taken from. */
export const MARK_COLOUR = '#8dbdf0';

/** What a stroke does, and what it is called. */
export const WAYS: readonly { way: PaintStroke['way']; label: string; word: string }[] = [
  { way: 'over', label: 'Paint', word: 'paints' },
  { way: 'erase', label: 'Erase', word: 'erases' },
  { way: 'behind', label: 'Behind', word: 'paints behind what is there' },
  { way: 'within', label: 'Within', word: 'paints only where there is paint' },
];
