import { isText } from '@ignis/core/scene/model/traits';
import { Hint } from '../../stage/bar';
import { layerMode } from '../mode';
import { typeAll } from '../write/writing';
import { Type } from './type';
import { t } from '../../../words/t';

/** Types in a text. */
export const type = layerMode({
  key: 'type',
  label: () => t`Type`,
  action: t`Type in the text`,
  digit: () => '2',
  fits: isText,
  begin: ({ layer }) => layer && typeAll(layer),
  liesFlat: true,
  Tools: () => <Hint>{t`Esc ends; double-click chooses a word, three clicks all`}</Hint>,
  // Another text is another field.
  Overlay: ({ stage, layer }) => <Type key={layer.id} stage={stage} layer={layer} />,
});
