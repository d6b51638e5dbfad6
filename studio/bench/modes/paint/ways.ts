import type { PaintStroke } from '@ignis/core/brush/paint-brush';
import { t } from '../../../words/t';

/** The colour of the mark that colours are taken from. */
export const MARK_COLOUR = '#8dbdf0';

/** What a stroke does, and what it is called. */
export const WAYS: readonly { way: PaintStroke['way']; label: string; word: string }[] = [
  { way: 'over', label: t`Paint`, word: t`paints` },
  { way: 'erase', label: t`Erase`, word: t`erases` },
  { way: 'behind', label: t`Behind`, word: t`paints behind what is there` },
  { way: 'within', label: t`Within`, word: t`paints only where there is paint` },
];
