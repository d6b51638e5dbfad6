import { isText } from '@ignis/core/scene/model/traits';
import { layerMode } from '../mode';
import { LetterTools } from './letter-tools';
import { Letters } from './letters';
import { t } from '../../../words/t';

/** Moves single letters of a text by hand. */
export const letters = layerMode({
  key: 'letters',
  label: () => t`Letters`,
  action: t`Move single letters`,
  digit: () => '4',
  fits: isText,
  liesFlat: true,
  Tools: LetterTools,
  Overlay: Letters,
  escape: 'ends',
});
