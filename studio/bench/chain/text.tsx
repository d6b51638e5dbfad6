import { useBench } from '../../state/bench';
import { useFonts } from '../../state/fonts';
import { useTyping } from '../../state/typing';
import { rangesOver } from '@ignis/core/text/edit-text';
import { fontTitle } from '../../ui/font-words';
import { Node } from './node';
import type { TextLayer } from './text-layer';
import { LetterControls, Notices } from './text-letters';
import { Lines } from './text-lines';
import { Stagger } from './text-stagger';
import { t } from '../../words/t';

/** How a text is set: its letters (those that are chosen, or all), its lines, and what moves its letters. */
export function TextNodes({ layer }: { layer: TextLayer }) {
  useFonts();
  const mode = useBench((s) => s.mode);
  const choice = useTyping();
  const { content } = layer.source;
  const some = mode === 'type' && choice.to > choice.from && choice.to <= content.length;
  const [from, to] = some ? [choice.from, choice.to] : [0, content.length];
  const { style } = rangesOver(layer.source, from, to)[0]!;
  const part = some && !(from === 0 && to === content.length);
  return (
    <>
      <Node
        title={t`Letters`}
        essence={() => `${fontTitle(style.font)} · ${Math.round(style.size)} px`}
        aside={part ? t`of what is chosen` : t`${[...content].length} in all`}
      >
        <LetterControls layer={layer} from={from} to={to} />
        <Notices layer={layer} />
      </Node>
      <Lines layer={layer} />
      <Stagger layer={layer} />
    </>
  );
}
