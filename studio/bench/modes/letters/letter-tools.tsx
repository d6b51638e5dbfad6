import { changeText } from '@ignis/core/scene/edits/text-edits';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { withLetter } from '@ignis/core/text/edit-text';
import { useBench } from '../../../state/bench';
import { useTyping } from '../../../state/typing';
import { Hint, Small } from '../../stage/bar';
import { t } from '../../../words/t';

/** What can be done to the letter that is being moved by hand. */
export function LetterTools({ layer }: { layer: LayerOf<'text'> }) {
  const letter = useTyping((s) => s.letter);
  const { source } = layer;
  const moved = source.letters.some((l) => l.at === letter);
  if (!moved && source.letters.length === 0)
    return <Hint>{t`Click a letter, then move, turn or scale it`}</Hint>;
  const { change } = useBench.getState();
  return (
    <>
      {moved && (
        <Small
          label={t`Put the letter back`}
          onClick={() =>
            change(
              t`Put a letter back`,
              changeText(layer.id, (t) => withLetter(t, letter!, null)),
            )
          }
        />
      )}
      <Small
        label={t`Put all back`}
        onClick={() =>
          change(
            t`Put all letters back`,
            changeText(layer.id, (t) => ({ ...t, letters: [] })),
          )
        }
      />
    </>
  );
}
